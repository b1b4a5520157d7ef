import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:https';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { X509Certificate } from 'node:crypto';
import { generate } from 'selfsigned';
import { createApp, type AppOptions } from '#server/app';
import { Pairing } from '#server/people/pairing';
import type { StartOptions } from './options';

export interface Lan {
  readonly pairing: Pairing;
  readonly urls: () => readonly string[];
  readonly close: () => Promise<void>;
}

/** This machine's addresses on the local network; where a test names one, that one. */
function addresses(): string[] {
  const named = process.env.ANVIL_LAN_HOST;
  if (named) return [named];
  return Object.values(networkInterfaces())
    .flat()
    .flatMap((a) => (a && a.family === 'IPv4' && !a.internal ? [a.address] : []));
}

/** A key and a certificate for these addresses, made on the spot and kept in the data folder while they fit. */
async function certificate(folder: string, hosts: readonly string[]): Promise<{ key: string; cert: string }> {
  const [keyFile, certFile] = [join(folder, 'key.pem'), join(folder, 'cert.pem')];
  if (existsSync(keyFile) && existsSync(certFile)) {
    const kept = { key: readFileSync(keyFile, 'utf8'), cert: readFileSync(certFile, 'utf8') };
    const read = new X509Certificate(kept.cert);
    if (Date.parse(read.validTo) > Date.now() && hosts.every((h) => read.checkIP(h) !== undefined)) return kept;
  }
  const made = await generate([{ name: 'commonName', value: 'Patient Anvil' }], {
    keySize: 2048,
    algorithm: 'sha256',
    notAfterDate: new Date(Date.now() + 800 * 86_400_000),
    extensions: [{ name: 'subjectAltName', altNames: hosts.map((ip) => ({ type: 7 as const, ip })) }],
  });
  mkdirSync(folder, { recursive: true });
  writeFileSync(keyFile, made.private, { mode: 0o600 });
  writeFileSync(certFile, made.cert);
  return { key: made.private, cert: made.cert };
}

/** Opens the port for paired devices of the local network: HTTPS only. */
export async function openLan(options: StartOptions, shared: AppOptions): Promise<Lan> {
  const hosts = addresses();
  if (hosts.length === 0) throw new Error('no local network was found for --lan');
  const pairing = new Pairing(shared.now);
  const app = createApp({
    ...shared,
    pairing,
    access: { kind: 'lan', hosts: () => addresses().map((a) => `${a}:${options.lanPort}`) },
  });
  const server = createServer(await certificate(join(options.dataFolder, 'lan'), hosts), app);
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    /* Where a test names the address, only that one is opened. */
    server.listen(options.lanPort, process.env.ANVIL_LAN_HOST ?? '0.0.0.0', () => resolve());
  });
  return {
    pairing,
    urls: () => addresses().map((a) => `https://${a}:${options.lanPort}/`),
    close: async () => {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}
