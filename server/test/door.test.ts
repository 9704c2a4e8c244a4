import { benchEach, type Bench } from './support';

let server: Bench;
let api: Bench['api'];

benchEach((made) => {
  server = made;
  ({ api } = made);
});

describe('reached from other machines', () => {
  const open = async (guarded: Bench['api'], passcode: string) => guarded.post('/api/session').send({ passcode });

  it('wants the passcode once, and keeps the session in a cookie that scripts cannot read', async () => {
    const guarded = server.with({ passcode: 'darkroom' });
    await guarded.get('/api/health').expect(401);
    expect((await guarded.get('/api/session').expect(200)).body).toEqual({ wanted: true, open: false });
    expect((await open(guarded, 'wrong')).body).toMatchObject({ status: 401, field: 'passcode' });
    const answer = await open(guarded, 'darkroom');
    const [cookie] = answer.get('Set-Cookie')!;
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
    const value = cookie!.split(';')[0]!;
    await guarded.get('/api/health').set('Cookie', value).expect(200);
    await guarded.get('/api/backup/copies').expect(401);
    await guarded.get('/api/backup/copies').set('Cookie', value).expect(200);
    // A forged or altered session, and one of another passcode, are none.
    await guarded.get('/api/health').set('Cookie', `${value}x`).expect(401);
    await guarded.get('/api/health').set('Cookie', 'fulgent_session=constructor').expect(401);
    await server.with({ passcode: 'another' }).get('/api/health').set('Cookie', value).expect(401);
    // It outlives a restart.
    await server.with({ passcode: 'darkroom' }).get('/api/health').set('Cookie', value).expect(200);
  });

  it('slows down guessing', async () => {
    const guarded = server.with({ passcode: 'darkroom' });
    for (let i = 0; i < 6; i++) expect((await open(guarded, `guess ${i}`)).status).toBe(401);
    const answer = await open(guarded, 'darkroom');
    expect(answer.status).toBe(429);
    expect(answer.body.detail).toMatch(/Wait a minute/);
  });

  it('answers to its own names only, and takes changes from its own pages only', async () => {
    await api.get('/api/health').set('Host', 'elsewhere.example').expect(421);
    await api.get('/api/health').set('Host', 'localhost:4680').expect(200);
    await server
      .with({ hosts: new Set(['set.example']) })
      .get('/api/health')
      .set('Host', 'SET.example:80')
      .expect(200);
    await api.post('/api/shoots').set('Origin', 'http://elsewhere.example').send({ title: 'x' }).expect(403);
    await api.post('/api/shoots').set('Host', 'localhost').set('Origin', 'http://localhost').send({ title: 'x' }).expect(201);
    await api.post('/api/shoots').set('Sec-Fetch-Site', 'cross-site').send({ title: 'x' }).expect(403);
  });

  it('says where it is reached', async () => {
    const { body } = await server
      .with({ passcode: null, addresses: () => ['http://192.0.2.7:4680'] })
      .get('/api/reach')
      .expect(200);
    expect(body).toEqual({ addresses: ['http://192.0.2.7:4680'], passcodeWanted: false, authority: null });
  });
});
