import { createServer } from 'node:https';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { createApp, type AppOptions } from '#server/app';
import { Pairing } from '#server/people/pairing';
import type { StartOptions } from '../options';
import { certificates } from './authority';
import { answerName, localName } from './name';

export interface Lan {
  readonly pairing: Pairing;
  readonly urls: () => readonly string[];
  /** The print of the root a device may trust: SHA-256, pairs of hex parted by colons. */
  readonly print: string;
  readonly close: () => Promise<void>;
}

/** Whether the network gave this machine another address is looked at every so often. */
const LOOK_MS = 30_000;

/** This machine's addresses on the local network; where a test names one, that one. */
function addresses(): string[] {
  const named = process.env.ANVIL_LAN_HOST;
  if (named) return [named];
  return Object.values(networkInterfaces())
    .flat()
    .flatMap((a) => (a && a.family === 'IPv4' && !a.internal ? [a.address] : []));
}

/** Opens the port for paired devices of the local network: HTTPS only. */
export async function openLan(options: StartOptions, shared: AppOptions, say: (text: string) => void): Promise<Lan> {
  let hosts = addresses();
  if (hosts.length === 0) throw new Error('no local network was found for --lan');
  const name = localName();
  const pairing = new Pairing(shared.now);
  const folder = join(options.dataFolder, 'lan');
  const made = await certificates(folder, [name], hosts);
  const app = createApp({
    ...shared,
    pairing,
    trust: { root: made.root, print: made.print },
    access: { kind: 'lan', hosts: () => [...addresses(), name].map((a) => `${a}:${options.lanPort}`) },
  });
  const server = createServer({ key: made.key, cert: made.chain }, app);
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    /* Where a test names the address, only that one is opened. */
    server.listen(options.lanPort, process.env.ANVIL_LAN_HOST ?? '0.0.0.0', () => resolve());
  });
  const look = setInterval(() => {
    const now = addresses();
    if (now.length === 0 || now.join() === hosts.join()) return;
    hosts = now;
    certificates(folder, [name], now).then(
      (next) => server.setSecureContext({ key: next.key, cert: next.chain }),
      (error: Error) => say(`No certificate could be made for ${now.join(', ')}: ${error.message}`),
    );
  }, LOOK_MS);
  look.unref();
  const leaveName = answerName(name, addresses, process.env.ANVIL_LAN_HOST, say);
  return {
    pairing,
    urls: () => [...addresses(), name].map((a) => `https://${a}:${options.lanPort}/`),
    print: made.print,
    close: async () => {
      clearInterval(look);
      leaveName();
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}
