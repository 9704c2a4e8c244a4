import { bench, type Bench } from './support';

let at: Bench;
beforeEach(() => {
  at = bench();
});
afterEach(() => at.close());

const answer = (id: string, part: object = {}) => ({
  id,
  at: 1_700_000_000_000,
  skill: 'stops',
  code: 'stops-222222',
  error: 0.4,
  signed: -0.4,
  grade: 'good',
  about: 'blue',
  ...part,
});

describe('answers of practice', () => {
  it('are kept once each, told in order, and forgotten', async () => {
    await at.api
      .post('/api/practice')
      .send({ answers: [answer('b', { at: 2 }), answer('a', { at: 1 })] })
      .expect(204);
    // Sent again after a lost connection, with one more.
    await at.api
      .post('/api/practice')
      .send({ answers: [answer('a', { at: 1, error: 9 }), answer('c', { at: 3 })] })
      .expect(204);
    const { body } = await at.api.get('/api/practice').expect(200);
    expect(body.map(({ id }: { id: string }) => id)).toEqual(['a', 'b', 'c']);
    expect(body[0]).toEqual(answer('a', { at: 1 }));
    await at.api.delete('/api/practice').expect(204);
    expect((await at.api.get('/api/practice')).body).toEqual([]);
  });

  it('go out as a table that a spreadsheet opens', async () => {
    await at.api
      .post('/api/practice')
      .send({ answers: [answer('a', { about: '=1+1' }), answer('d', { at: 1_700_000_000_001, skill: 'frame', code: '' })] });
    const { text, headers } = await at.api.get('/api/practice/export.csv').expect(200);
    expect(headers['content-disposition']).toContain('practice.csv');
    const [head, first, second] = text.split(/\r?\n/);
    expect(head).toBe('at,skill,code,error,signed,unit,grade,about');
    expect(first).toContain('2023-11-14T22:13:20.000Z,stops,stops-222222,0.4,-0.4,stops,good');
    expect(first).not.toMatch(/,=1/);
    expect(second).toContain('frame');
  });

  it('that are wrong are refused by field, and nothing of them is kept', async () => {
    for (const [part, field] of [
      [{ skill: 'flying' }, 'answers[1].skill'],
      [{ error: -1 }, 'answers[1].error'],
      [{ id: '../x' }, 'answers[1].id'],
      [{ at: 1e300 }, 'answers[1].at'],
      [{ extra: 1 }, 'answers[1]'],
    ] as const) {
      const { body } = await at.api
        .post('/api/practice')
        .send({ answers: [answer('a'), answer('b', part)] })
        .expect(422);
      expect(body.errors[0].field).toBe(field);
    }
    expect((await at.api.get('/api/practice')).body).toEqual([]);
  });
});
