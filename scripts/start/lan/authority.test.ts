import { X509Certificate } from 'node:crypto';
import { existsSync, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { createServer, get } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { certificates } from './authority';
import multicastDns from 'multicast-dns';
import { answerName, localName } from './name';

let folder = '';
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'anvil-authority-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** What a client that trusts only the root says to a server that shows these. */
function ask(made: { key: string; chain: string }, root: string, servername: string, host = '127.0.0.1'): Promise<string> {
  return new Promise((resolve) => {
    const server = createServer({ key: made.key, cert: made.chain }, (_req, res) => res.end('well'));
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      const done = (text: string) => {
        server.close();
        resolve(text);
      };
      get({ host, port, ca: root, ...(servername ? { servername } : {}), path: '/' }, (res) => {
        res.resume();
        res.on('end', () => done('trusted'));
      }).on('error', (e: NodeJS.ErrnoException) => done(`${e.code ?? ''} ${e.message}`));
    });
  });
}

const rootPem = () => readFileSync(join(folder, 'root.pem'), 'utf8');

describe('the certificate authority of this machine', () => {
  it('a client that trusts the root trusts the address and the name, and no other name', async () => {
    const made = await certificates(folder, ['shop.local'], ['127.0.0.1', '192.168.1.20']);
    expect(await ask(made, rootPem(), '')).toBe('trusted');
    expect(await ask(made, rootPem(), 'shop.local')).toBe('trusted');
    expect(await ask(made, rootPem(), 'other.local')).toContain('ERR_TLS_CERT_ALTNAME_INVALID');
  });

  it('signs within its limits only: a name or an address of the open network is refused even where it was signed', async () => {
    await certificates(folder, ['shop.local'], ['127.0.0.1']);
    const root = rootPem();
    const outside = await certificates(folder, ['shop.local'], ['127.0.0.1', 'bank.example']);
    expect(rootPem()).toBe(root);
    expect(await ask(outside, root, 'bank.example')).toContain('permitted subtree violation');
    const abroad = await certificates(folder, ['shop.local'], ['127.0.0.1', '8.8.8.8']);
    expect(await ask(abroad, root, '')).toContain('permitted subtree violation');
  });

  it('is made once; the certificate anew where the address changed, the root where the machine was renamed', async () => {
    const first = await certificates(folder, ['shop.local'], ['192.168.1.20']);
    const again = await certificates(folder, ['shop.local'], ['192.168.1.20']);
    expect([again.print, again.chain]).toEqual([first.print, first.chain]);
    const moved = await certificates(folder, ['shop.local'], ['192.168.1.31']);
    expect(moved.print).toBe(first.print);
    expect(new X509Certificate(moved.chain).subjectAltName).toContain('192.168.1.31');
    const renamed = await certificates(folder, ['barn.local'], ['192.168.1.31']);
    expect(renamed.print).not.toBe(first.print);
  });

  it('keeps its key to itself, for a little over a year at a time', async () => {
    const made = await certificates(folder, ['shop.local'], ['192.168.1.20']);
    expect(statSync(join(folder, 'root-key.pem')).mode & 0o777).toBe(0o600);
    expect(statSync(folder).mode & 0o777).toBe(0o700);
    expect(existsSync(join(folder, 'root.pem'))).toBe(true);
    expect(made.chain).not.toContain('PRIVATE');
    const leaf = new X509Certificate(made.chain);
    expect((Date.parse(leaf.validTo) - Date.parse(leaf.validFrom)) / 86_400_000).toBeLessThanOrEqual(398);
    expect(new X509Certificate(Buffer.from(made.root)).ca).toBe(true);
  });
});

describe('the name of this machine on the local network', () => {
  it.each([
    ['Shop', 'shop.local'],
    ['shop.lan', 'shop.local'],
    ['My Shop_2', 'my-shop-2.local'],
    ['--', 'patient-anvil.local'],
  ])('%s is %s', (host, name) => expect(localName(host)).toBe(name));

  it('is answered with the addresses, to whoever asks for it and for nothing else', async () => {
    const problems: string[] = [];
    const leave = answerName(
      'shop-of-a-test.local',
      () => ['192.168.1.20', '10.0.0.4'],
      '127.0.0.1',
      (text) => problems.push(text),
    );
    const asker = multicastDns({ reuseAddr: true, interface: '127.0.0.1', bind: '0.0.0.0' });
    try {
      const answers = await new Promise<string[]>((resolve) => {
        asker.on('response', (r) => {
          const ours = r.answers.filter((a) => a.type === 'A' && a.name.startsWith('shop-of-a-test'));
          if (ours.length > 0) resolve(ours.map((a) => String((a as { data: unknown }).data)));
        });
        const again = setInterval(() => {
          asker.query([{ name: 'barn-of-a-test.local', type: 'A' }]);
          asker.query([{ name: 'shop-of-a-test.local', type: 'A' }]);
        }, 100);
        again.unref();
        setTimeout(() => {
          clearInterval(again);
          resolve([]);
        }, 8000).unref();
      });
      expect([answers, problems]).toEqual([['192.168.1.20', '10.0.0.4'], []]);
    } finally {
      asker.destroy();
      leave();
    }
  }, 20_000);
});
