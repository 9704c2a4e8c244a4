import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Writable } from 'node:stream';
import { demoLooks } from '@fulgent/core/demo';
import { pino } from 'pino';
import request from 'supertest';
import { createApp } from '../src/app';
import { listCopies, makeCopy } from '../src/backup/copies';
import { readConfig } from '../src/config';
import { damageLines, serveDamage } from '../src/damaged';
import { takeFolder } from '../src/db/lock';
import { DatabaseDamaged, openDatabase } from '../src/db/open';
import { checkDepth } from '../src/depth';
import { decodePicture } from '../src/frames/decode';
import { bench, inProcess, type Bench } from './support';

const migrations = path.resolve(__dirname, '../drizzle');

let folder: string;
let server: Bench;

beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'fulgent-'));
  server = bench();
});

afterEach(() => {
  rmSync(folder, { recursive: true });
  server.close();
});

describe('a data folder', () => {
  it('belongs to one server: a second is told which process has it and what to do, and gets it when the first has ended', () => {
    const giveBack = takeFolder(folder);
    expect(() => takeFolder(folder)).toThrow(
      new RegExp(`Another Fulgent \\(process ${process.pid}\\) uses the data in ${folder}.*FULGENT_DATA`),
    );
    giveBack();
    takeFolder(folder)();
  });

  it('is nobody else’s to read: database and lists are its owner’s', () => {
    openDatabase(folder, migrations).close();
    expect(statSync(path.join(folder, 'fulgent.db')).mode & 0o777).toBe(0o600);
  });
});

describe('a damaged database', () => {
  const spoilt = async (how: (file: string) => void): Promise<string> => {
    const database = openDatabase(folder, migrations);
    for (let i = 0; i < 60; i++)
      database.client
        .prepare('INSERT INTO shoots (id, title, note, created_at) VALUES (?, ?, ?, 0)')
        .run(`s${i}`, 'x', 'y'.repeat(900));
    await makeCopy(database.client, folder);
    database.client.pragma('wal_checkpoint(TRUNCATE)');
    database.close();
    const file = path.join(folder, 'fulgent.db');
    how(file);
    return file;
  };

  it.each([
    ['is no database', (file: string) => writeFileSync(file, 'once upon a time '.repeat(500))],
    [
      'has pages full of rubbish',
      (file: string) => {
        const bytes = readFileSync(file);
        bytes.fill(0xa5, 4096 * 3);
        writeFileSync(file, bytes);
      },
    ],
  ])('that %s is found at the start, and nothing of it is changed', async (_how, spoil) => {
    const file = await spoilt(spoil);
    const before = readFileSync(file);
    expect(() => openDatabase(folder, migrations)).toThrow(DatabaseDamaged);
    expect(readFileSync(file).equals(before)).toBe(true);
  });

  it('is told with its path, the copies and the command that puts one back; without copies, with what is left to do', async () => {
    const file = await spoilt((name) => writeFileSync(name, 'rubbish'.repeat(2000)));
    const error = new DatabaseDamaged(file, 'file is not a database');
    const [first, , copies, command] = damageLines(error, [{ name: 'fulgent-20261101T000000.db' }]);
    expect(first).toContain(file);
    expect(copies).toContain(path.join(folder, 'copies', 'fulgent-20261101T000000.db'));
    expect(command).toMatch(/--restore .*fulgent-20261101T000000\.db.*kept beside it/);
    expect(damageLines(error, []).join(' ')).toMatch(/There is no copy in .*move the file away/);
  });

  it('is shown as a page and a problem at every address, until the server is stopped', async () => {
    const file = await spoilt((name) => writeFileSync(name, '<b>rubbish</b>'.repeat(2000)));
    const standing = serveDamage(new DatabaseDamaged(file, '<b>no</b> database'), 0, '127.0.0.1');
    await new Promise((resolve) => standing.once('listening', resolve));
    const at = request(`http://127.0.0.1:${(standing.address() as AddressInfo).port}`);
    const page = await at.get('/looks/x/balance').expect(503).expect('Content-Type', /html/);
    expect(page.text).toContain('--restore');
    expect(page.text).toContain('&lt;b>no&lt;/b>');
    const { body } = await at.get('/api/shoots').expect(503);
    expect(body).toMatchObject({ title: 'Database damaged', status: 503, detail: expect.stringContaining(file) });
    await new Promise((resolve) => standing.close(resolve));
  });
});

describe('a session', () => {
  const cookieOf = (answer: request.Response) => (answer.headers['set-cookie'] as unknown as string[])[0]!.split(';')[0]!;

  it('ends for good when it is logged out of: the same cookie opens nothing any more', async () => {
    const guarded = server.with({ passcode: 'darkroom' });
    const [mine, other] = [
      cookieOf(await guarded.post('/api/session').send({ passcode: 'darkroom' }).expect(200)),
      cookieOf(await guarded.post('/api/session').send({ passcode: 'darkroom' }).expect(200)),
    ];
    await guarded.get('/api/health').set('Cookie', mine).expect(200);
    await guarded.delete('/api/session').set('Cookie', mine).expect(204);
    await guarded.get('/api/health').set('Cookie', mine).expect(401);
    await guarded.get('/api/health').set('Cookie', other).expect(200);
    // After a restart it is still over.
    await server.with({ passcode: 'darkroom' }).get('/api/health').set('Cookie', mine).expect(401);
  });

  it('is not written to the log, nor kept as it is', async () => {
    const lines: string[] = [];
    const stream = new Writable({
      write(chunk: Buffer, _encoding, done) {
        lines.push(chunk.toString());
        done();
      },
    });
    const logged = request(
      createApp({
        database: server.database,
        logger: pino({ level: 'info' }, stream),
        work: inProcess,
        decode: decodePicture,
        passcode: 'darkroom',
      }),
    );
    const cookie = cookieOf(await logged.post('/api/session').send({ passcode: 'darkroom' }).expect(200));
    await logged.get('/api/health').set('Cookie', cookie).expect(200);
    const token = cookie.split('=')[1]!;
    expect(lines.length).toBeGreaterThan(1);
    expect(lines.join('')).not.toContain(token);
    expect(lines.join('')).not.toContain('darkroom');
    expect(JSON.stringify(server.database.client.prepare('SELECT * FROM sessions').all())).not.toContain(token);
  });

  it('is asked for before anything large is read', async () => {
    const guarded = server.with({ passcode: 'darkroom' });
    const brackets = '['.repeat(3_000_000);
    const began = performance.now();
    await guarded.post('/api/looks').set('Content-Type', 'application/json').send(brackets).expect(401);
    expect(performance.now() - began).toBeLessThan(1000);
    await guarded.post('/api/session').set('Content-Type', 'application/json').send(brackets).expect(413);
  });

  it('is wanted wherever a passcode is set, also on loopback where a proxy would pass others on', () => {
    expect(readConfig({ FULGENT_PASSCODE: 'sixsix' }, '/x').passcode).toBe('sixsix');
    expect(readConfig({ FULGENT_PASSCODE: '' }, '/x').passcode).toBeNull();
    expect(() => readConfig({ FULGENT_PASSCODE: 'five5' }, '/x')).toThrow(/shorter than 6/);
    expect(() => readConfig({ HOST: '0.0.0.0', FULGENT_PASSCODE: '' }, '/x')).toThrow(/set FULGENT_PASSCODE/);
  });
});

describe('a body nested beyond reason', () => {
  it('is refused before it is parsed, with what to send', async () => {
    const { body } = await server.api
      .post('/api/looks')
      .set('Content-Type', 'application/json')
      .send(`{"look":${'['.repeat(1_900_000)}${']'.repeat(1_900_000)}}`)
      .expect(400);
    expect(body).toMatchObject({ title: 'Too deep', detail: expect.stringMatching(/deeper than 64/) });
    await server.api.post('/api/looks').send({ look: demoLooks()[0] }).expect(201);
  });

  it('is told from brackets that stand in a text', () => {
    expect(() => checkDepth(Buffer.from(JSON.stringify({ note: `${'['.repeat(500)}"\\${'{'.repeat(500)}` })))).not.toThrow();
    expect(() => checkDepth(Buffer.from('{"a":"\\\\"}' + '['.repeat(70)))).toThrow(/deeper/);
    expect(() => checkDepth(Buffer.from(`[${'[],'.repeat(500)}[]]`))).not.toThrow();
  });
});

describe('copies', () => {
  it('made while the clock is back are kept, and are the newest', async () => {
    const database = openDatabase(folder, migrations);
    for (let i = 0; i < 14; i++) await makeCopy(database.client, folder, new Date(Date.UTC(2030, 0, 1 + i)));
    const late = await makeCopy(database.client, folder, new Date(Date.UTC(2026, 0, 1)));
    const later = await makeCopy(database.client, folder, new Date(Date.UTC(2026, 0, 1)));
    const names = listCopies(folder).map(({ name }) => name);
    expect(names.slice(0, 2)).toEqual([later.name, late.name]);
    expect(names).toHaveLength(14);
    database.close();
  });

  it('leave nothing beside them, and sweep what an earlier one left', async () => {
    const database = openDatabase(folder, migrations);
    await makeCopy(database.client, folder);
    for (const end of ['', '-wal', '-shm'])
      writeFileSync(path.join(folder, 'copies', `fulgent-20200101T000000.db.draft${end}`), 'x');
    await makeCopy(database.client, folder);
    expect(readdirSync(path.join(folder, 'copies')).filter((name) => !name.endsWith('.db'))).toEqual([]);
    database.close();
  });
});

describe('an id that objects know', () => {
  it('is an id like any other', async () => {
    const [poster] = demoLooks();
    const look = {
      ...poster!,
      lights: poster!.lights.map((light, i) => (i === 1 ? { ...light, id: 'constructor' } : light)),
      probes: poster!.probes.map((probe, i) => (i === 1 ? { ...probe, id: 'toString' } : probe)),
      palette: { ...poster!.palette, members: [] },
    };
    const named = {
      ...look,
      lights: look.lights.map((light) => (light.zone === poster!.probes[1]!.id ? { ...light, zone: 'toString' } : light)),
    };
    const { body } = await server.api
      .post('/api/compute/balance')
      .send({ look: named, options: { aims: {}, zoneWeights: {} } })
      .expect(200);
    expect(body.objective.after).toEqual(expect.any(Number));
  });
});

describe('HTTPS', () => {
  it('wants certificate and key, both to be read and belonging together; else it says which', () => {
    const [cert, key] = [path.join(folder, 'cert.pem'), path.join(folder, 'key.pem')];
    expect(readConfig({}, '/x').tls).toBeNull();
    expect(() => readConfig({ FULGENT_TLS_CERT: cert }, '/x')).toThrow(/needs both FULGENT_TLS_CERT and FULGENT_TLS_KEY/);
    expect(() => readConfig({ FULGENT_TLS_CERT: cert, FULGENT_TLS_KEY: key }, '/x')).toThrow(
      /FULGENT_TLS_CERT names .*cert\.pem, which cannot be read/,
    );
    writeFileSync(cert, 'no certificate');
    writeFileSync(key, 'no key');
    expect(() => readConfig({ FULGENT_TLS_CERT: cert, FULGENT_TLS_KEY: key }, '/x')).toThrow(/do not go together/);
  });
});

describe('pictures', () => {
  it('are fine, or quick where that is wished; another wish is named with what there is', () => {
    expect(readConfig({}, '/x').pictures).toBe('fine');
    expect(readConfig({ FULGENT_PICTURES: 'quick' }, '/x').pictures).toBe('quick');
    expect(() => readConfig({ FULGENT_PICTURES: 'none' }, '/x')).toThrow(/FULGENT_PICTURES must be fine or quick; it is "none"/);
  });
});
