import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { get } from 'node:https';
import { createServer } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ownCertificate, type OwnCertificate } from '../src/certificate';

const NAMES = ['localhost', '127.0.0.1', 'studio', 'studio.local', '192.168.1.20'];
const DAY_MS = 86_400_000;

let folder: string;
beforeEach(() => (folder = mkdtempSync(path.join(tmpdir(), 'fulgent-'))));
afterEach(() => rmSync(folder, { recursive: true }));

/** What a client that trusts only the authority makes of the server under a name. */
async function asked({ cert, key, authority }: OwnCertificate, servername: string): Promise<number | string> {
  const server = createServer({ cert, key }, (_req, res) => res.end());
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  const answer = await new Promise<number | string>((resolve) => {
    get({ host: '127.0.0.1', port, ca: authority, servername, headers: { host: servername } }, (res) => {
      res.resume();
      resolve(res.statusCode!);
    }).on('error', (error: NodeJS.ErrnoException) => resolve(`${error.code} ${error.message}`));
  });
  await new Promise((resolve) => server.close(resolve));
  return answer;
}

describe('a certificate of this machine’s own', () => {
  it('is believed, by its names and addresses, by who trusts its authority, and by nobody else', async () => {
    const own = await ownCertificate(folder, NAMES);
    expect(await asked(own, 'studio.local')).toBe(200);
    expect(await asked(own, 'localhost')).toBe(200);
    expect(await asked(own, 'elsewhere.example')).toMatch(/ERR_TLS_CERT_ALTNAME_INVALID/);
    const other = await ownCertificate(path.join(folder, 'other'), NAMES);
    expect(await asked({ ...own, authority: other.authority }, 'studio.local')).toMatch(/SIGNATURE|UNABLE|SELF_SIGNED/);
    const server = new X509Certificate(own.cert);
    expect(server.checkIP('192.168.1.20')).toBe('192.168.1.20');
    expect(server.ca).toBe(false);
    expect(Date.parse(server.validTo) - Date.now()).toBeLessThan(398 * DAY_MS);
  });

  it('vouches for this machine and private networks alone, whoever gets hold of its key', async () => {
    const own = await ownCertificate(folder, NAMES);
    const key = readFileSync(path.join(folder, 'certificate', 'authority.key'), 'utf8');
    const { generate } = await import('selfsigned');
    const forged = await generate([{ name: 'commonName', value: 'x' }], {
      keyType: 'ec',
      algorithm: 'sha256',
      ca: { cert: own.authority, key },
      extensions: [{ name: 'subjectAltName', altNames: [{ type: 2, value: 'bank.example' }] }],
    });
    expect(await asked({ ...own, cert: forged.cert, key: forged.private }, 'bank.example')).toMatch(
      /permitted subtree violation/,
    );
  });

  it('stays from start to start, lies there for its owner alone, and is made anew for new names or before its end', async () => {
    const first = await ownCertificate(folder, NAMES);
    expect(await ownCertificate(folder, NAMES)).toEqual(first);
    const files = readdirSync(path.join(folder, 'certificate'));
    expect(files.sort()).toEqual(['authority.crt', 'authority.key', 'server.crt', 'server.key']);
    for (const file of files) expect(statSync(path.join(folder, 'certificate', file)).mode & 0o077).toBe(0);
    const moved = await ownCertificate(folder, [...NAMES, '192.168.1.77']);
    expect(moved.authority).toBe(first.authority);
    expect(moved.cert).not.toBe(first.cert);
    const late = await ownCertificate(folder, NAMES, Date.now() + 380 * DAY_MS);
    expect(late.authority).toBe(first.authority);
    expect(late.cert).not.toBe(moved.cert);
    writeFileSync(path.join(folder, 'certificate', 'server.crt'), 'damaged');
    expect(new X509Certificate((await ownCertificate(folder, NAMES)).cert).checkHost('studio.local')).toBe('studio.local');
  });
});
