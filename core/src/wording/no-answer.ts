/** What is said where the program, or its database, does not answer: needed when nothing more can be fetched. */
export const NO_ANSWER: Readonly<Record<'offline' | 'not-available', string>> = {
  offline: 'The program does not answer. What was typed is still here; try again.',
  'not-available': 'The program cannot reach its database just now. Try again in a moment.',
};
