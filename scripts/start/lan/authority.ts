import { GeneralName, GeneralSubtree, GeneralSubtrees, id_ce_nameConstraints, NameConstraints } from '@peculiar/asn1-x509';
import { AsnConvert } from '@peculiar/asn1-schema';
import {
  BasicConstraintsExtension,
  cryptoProvider,
  ExtendedKeyUsage,
  ExtendedKeyUsageExtension,
  Extension,
  KeyUsageFlags,
  KeyUsagesExtension,
  PemConverter,
  SubjectAlternativeNameExtension,
  SubjectKeyIdentifierExtension,
  AuthorityKeyIdentifierExtension,
  X509Certificate,
  X509CertificateGenerator,
} from '@peculiar/x509';
import { webcrypto, X509Certificate as Read } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { join } from 'node:path';

const DAY_MS = 86_400_000;
/** Devices refuse what is good for longer than about 13 months. */
const LEAF_DAYS = 397;
const ROOT_DAYS = 3650;
/** Made anew before it runs out. */
const RENEW_DAYS = 30;
const CURVE = { name: 'ECDSA', namedCurve: 'P-256' } as const;
const SIGNED = { name: 'ECDSA', hash: 'SHA-256' } as const;
/** Addresses that no machine of the open network has (RFC 1918, 3927), and this machine's own. */
const PRIVATE = ['10.0.0.0/8', '172.16.0.0/12', '192.168.0.0/16', '169.254.0.0/16', '127.0.0.0/8'];

/** What a tablet is shown, and what it may trust. */
export interface Certificates {
  readonly key: string;
  /** The certificate of these addresses, then the root that signed it. */
  readonly chain: string;
  /** The root as a file to install (DER), and its print to compare: SHA-256, pairs of hex parted by colons. */
  readonly root: Uint8Array;
  readonly print: string;
}

/**
 * A certificate for these names and addresses, signed by a root made once on this machine. The root signs for this machine's names and for
 * private addresses only; its key stays in the folder, which no copy takes along.
 */
export async function certificates(folder: string, names: readonly string[], hosts: readonly string[]): Promise<Certificates> {
  cryptoProvider.set(webcrypto as unknown as Crypto);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  /* One that was there before was open to look into. */
  chmodSync(folder, 0o700);
  const root = await rootOf(folder, names);
  const leaf = await leafOf(folder, root, names, hosts);
  const read = new Read(root.certificate);
  return { key: leaf.key, chain: `${leaf.certificate}\n${root.certificate}\n`, root: new Uint8Array(read.raw), print: read.fingerprint256 };
}

interface Pair {
  readonly key: string;
  readonly certificate: string;
}

function keptIn(folder: string, name: string): Pair | null {
  const [keyFile, file] = [join(folder, `${name}-key.pem`), join(folder, `${name}.pem`)];
  if (!existsSync(keyFile) || !existsSync(file)) return null;
  return { key: readFileSync(keyFile, 'utf8'), certificate: readFileSync(file, 'utf8') };
}

function keep(folder: string, name: string, pair: Pair): Pair {
  writeFileSync(join(folder, `${name}-key.pem`), pair.key, { mode: 0o600 });
  writeFileSync(join(folder, `${name}.pem`), pair.certificate);
  return pair;
}

const isGood = (certificate: Read) => Date.parse(certificate.validTo) > Date.now() + RENEW_DAYS * DAY_MS;

/** Signs for other names than these only where they are private addresses: a machine that was renamed gets a root of its own. */
async function rootOf(folder: string, names: readonly string[]): Promise<Pair> {
  const subject = `CN=Patient Anvil on ${names[0] ?? 'this machine'}`;
  const kept = keptIn(folder, 'root');
  if (kept && new X509Certificate(kept.certificate).subject === subject && isGood(new Read(kept.certificate))) return kept;
  const keys = await newKeys();
  const permitted = [
    ...names.map((dNSName) => new GeneralName({ dNSName })),
    ...PRIVATE.map((iPAddress) => new GeneralName({ iPAddress })),
  ];
  const constraints = new NameConstraints({
    permittedSubtrees: new GeneralSubtrees(permitted.map((base) => new GeneralSubtree({ base }))),
  });
  const made = await X509CertificateGenerator.createSelfSigned({
    name: subject,
    notBefore: new Date(Date.now() - DAY_MS),
    notAfter: new Date(Date.now() + ROOT_DAYS * DAY_MS),
    keys,
    signingAlgorithm: SIGNED,
    extensions: [
      new BasicConstraintsExtension(true, 0, true),
      new KeyUsagesExtension(KeyUsageFlags.keyCertSign | KeyUsageFlags.cRLSign, true),
      new Extension(id_ce_nameConstraints, true, AsnConvert.serialize(constraints)),
      await SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  return keep(folder, 'root', { key: await pemOf(keys), certificate: made.toString('pem') });
}

async function leafOf(folder: string, root: Pair, names: readonly string[], hosts: readonly string[]): Promise<Pair> {
  const kept = keptIn(folder, 'leaf');
  if (kept && fits(new Read(kept.certificate), new Read(root.certificate), names, hosts)) return kept;
  const keys = await newKeys();
  const issuer = new X509Certificate(root.certificate);
  const made = await X509CertificateGenerator.create({
    subject: `CN=Patient Anvil`,
    issuer: issuer.subject,
    notBefore: new Date(Date.now() - DAY_MS),
    notAfter: new Date(Date.now() + (LEAF_DAYS - 1) * DAY_MS),
    publicKey: keys.publicKey,
    signingKey: await keyOf(root.key),
    signingAlgorithm: SIGNED,
    extensions: [
      new BasicConstraintsExtension(false, undefined, true),
      new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
      new ExtendedKeyUsageExtension([ExtendedKeyUsage.serverAuth]),
      new SubjectAlternativeNameExtension([
        ...names.map((value) => ({ type: 'dns' as const, value })),
        ...hosts.map((value) => ({ type: isIP(value) ? ('ip' as const) : ('dns' as const), value })),
      ]),
      await AuthorityKeyIdentifierExtension.create(issuer.publicKey),
    ],
  });
  return keep(folder, 'leaf', { key: await pemOf(keys), certificate: made.toString('pem') });
}

function fits(leaf: Read, root: Read, names: readonly string[], hosts: readonly string[]): boolean {
  return (
    isGood(leaf) &&
    leaf.verify(root.publicKey) &&
    names.every((n) => leaf.checkHost(n) !== undefined) &&
    hosts.every((h) => (isIP(h) ? leaf.checkIP(h) : leaf.checkHost(h)) !== undefined)
  );
}

async function newKeys(): Promise<CryptoKeyPair> {
  return (await webcrypto.subtle.generateKey(CURVE, true, ['sign', 'verify'])) as unknown as CryptoKeyPair;
}

async function pemOf(keys: CryptoKeyPair): Promise<string> {
  return PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', keys.privateKey as never), 'PRIVATE KEY');
}

async function keyOf(pem: string): Promise<CryptoKey> {
  return (await webcrypto.subtle.importKey('pkcs8', PemConverter.decodeFirst(pem), CURVE, false, ['sign'])) as unknown as CryptoKey;
}
