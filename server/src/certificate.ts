import { webcrypto, X509Certificate } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { isIP, isIPv4 } from 'node:net';
import path from 'node:path';

/** HTTPS without an authority: one is made for this data folder, that phones trust once, and vouches for this machine and its network alone. */

export interface OwnCertificate {
  /** What the server shows, and its key, in PEM. */
  readonly cert: string;
  readonly key: string;
  /** What a phone is told to trust, in PEM. */
  readonly authority: string;
}

interface Pair {
  readonly cert: string;
  readonly key: string;
}

const DAY_MS = 24 * 3_600_000;
const AUTHORITY_DAYS = 3650;
/** Phones take no longer ones. */
const SERVER_DAYS = 397;
/** A certificate that ends within this is made anew. */
const RENEW_DAYS = 30;
/** Clocks of phones and of this machine differ. */
const BEFORE_MS = DAY_MS;

/** Networks that are nobody's in particular: address and mask. */
const PRIVATE_NETWORKS = ['10.0.0.0/8', '172.16.0.0/12', '192.168.0.0/16', '169.254.0.0/16', '127.0.0.0/8'] as const;
const NAME_CONSTRAINTS = '2.5.29.30';

/**
 * The certificate of this machine, made at its first use and again when it runs out or the machine has other names or addresses; the authority stays, so
 * that phones need not be told again. `names`: host names and addresses without ports.
 */
export async function ownCertificate(dataFolder: string, names: readonly string[], now = Date.now()): Promise<OwnCertificate> {
  const folder = path.join(dataFolder, 'certificate');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const authority = await kept(folder, 'authority', now, [], () => newAuthority(names, now));
  const server = await kept(folder, 'server', now, names, () => newServer(authority, names, now));
  return { ...server, authority: authority.cert };
}

/** A pair that lies in the folder, where it still holds and covers `names`; else a new one. */
async function kept(
  folder: string,
  what: string,
  now: number,
  names: readonly string[],
  make: () => Promise<Pair>,
): Promise<Pair> {
  const [certFile, keyFile] = [path.join(folder, `${what}.crt`), path.join(folder, `${what}.key`)];
  if (existsSync(certFile) && existsSync(keyFile)) {
    const pair = { cert: readFileSync(certFile, 'utf8'), key: readFileSync(keyFile, 'utf8') };
    if (holds(pair.cert, names, now)) return pair;
  }
  const made = await make();
  for (const [file, text] of [
    [keyFile, made.key],
    [certFile, made.cert],
  ] as const) {
    writeFileSync(file, text, { mode: 0o600 });
    chmodSync(file, 0o600);
  }
  return made;
}

function holds(pem: string, names: readonly string[], now: number): boolean {
  try {
    const read = new X509Certificate(pem);
    const covers = (name: string) => (isIP(name) ? read.checkIP(name) : read.checkHost(name)) !== undefined;
    return Date.parse(read.validTo) - now > RENEW_DAYS * DAY_MS && names.every(covers);
  } catch {
    // Damaged: it is made anew.
    return false;
  }
}

async function newAuthority(names: readonly string[], now: number): Promise<Pair> {
  const x509 = await import('@peculiar/x509');
  const algorithm = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };
  const keys = (await webcrypto.subtle.generateKey(algorithm, true, ['sign', 'verify'])) as webcrypto.CryptoKeyPair;
  const made = await x509.X509CertificateGenerator.createSelfSigned({
    name: 'CN=Fulgent on this network',
    notBefore: new Date(now - BEFORE_MS),
    notAfter: new Date(now + AUTHORITY_DAYS * DAY_MS),
    signingAlgorithm: algorithm,
    keys,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign, true),
      new x509.Extension(NAME_CONSTRAINTS, true, permitted(names)),
    ],
  });
  const key = await webcrypto.subtle.exportKey('pkcs8', keys.privateKey);
  return { cert: made.toString('pem'), key: x509.PemConverter.encode(key, 'PRIVATE KEY') };
}

async function newServer(authority: Pair, names: readonly string[], now: number): Promise<Pair> {
  const { generate } = await import('selfsigned');
  const { cert, private: key } = await generate([{ name: 'commonName', value: 'Fulgent' }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notBeforeDate: new Date(now - BEFORE_MS),
    notAfterDate: new Date(now + SERVER_DAYS * DAY_MS),
    ca: authority,
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      { name: 'subjectAltName', altNames: names.map((name) => (isIP(name) ? { type: 7, ip: name } : { type: 2, value: name })) },
    ],
  });
  return { cert, key };
}

/** One element in DER. */
function der(tag: number, ...parts: readonly Uint8Array[]): Uint8Array {
  const content = Buffer.concat(parts);
  const length = content.length < 128 ? [content.length] : [0x82, content.length >> 8, content.length & 255];
  return Buffer.concat([Buffer.from([tag, ...length]), content]);
}

const [SEQUENCE, PERMITTED, DNS_NAME, IP_ADDRESS] = [0x30, 0xa0, 0x82, 0x87];

/** What the authority may vouch for (RFC 5280, 4.2.1.10): private networks, names of the local network, and this machine's own names and addresses. */
function permitted(names: readonly string[]): Uint8Array {
  const networks = [...PRIVATE_NETWORKS, ...names.filter((name) => isIPv4(name)).map((address) => `${address}/32`)];
  const hosts = new Set(['local', 'localhost', ...names.filter((name) => !isIP(name))]);
  const subtrees = [
    ...[...hosts].map((name) => der(DNS_NAME, Buffer.from(name, 'ascii'))),
    ...networks.map((network) => der(IP_ADDRESS, addressAndMask(network))),
  ];
  return der(SEQUENCE, der(PERMITTED, ...subtrees.map((one) => der(SEQUENCE, one))));
}

function addressAndMask(network: string): Uint8Array {
  const [address, bits] = network.split('/') as [string, string];
  const mask = Array.from({ length: 4 }, (_, i) => (0xff00 >> Math.min(8, Math.max(0, Number(bits) - 8 * i))) & 255);
  return Uint8Array.from([...address.split('.').map(Number), ...mask]);
}
