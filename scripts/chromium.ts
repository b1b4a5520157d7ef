import { existsSync } from 'node:fs';

/** How Debian's Chromium is started headless here: for pictures and audits, and where a journey is about what the whole browser does. */
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

const SHELL = '/usr/bin/chromium-headless-shell';

/** The same browser without its own window and menus, which takes a third less of the machine: for the journeys, where Debian has it. */
export const CHROMIUM_SHELL = {
  ...CHROMIUM,
  executablePath: process.env.ANVIL_CHROMIUM ?? (existsSync(SHELL) ? SHELL : CHROMIUM.executablePath),
};
