/** How Debian's Chromium is started headless here: for the journeys and for the pictures. */
export const CHROMIUM = {
  executablePath: process.env.ANVIL_CHROMIUM ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
