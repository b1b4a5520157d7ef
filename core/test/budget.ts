/** How much of a long random run is done: a fixed small part in `./test`, all of it by `npm run soak:tests`. */
export const budget = <T>(usual: T, soak: T): T => (process.env.ANVIL_SOAK === undefined ? usual : soak);
