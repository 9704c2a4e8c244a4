import { LIMITS } from '../src/document';
import { DEVIATION_LIMITS, deviationSchema, newShootBody, shootBody, shootChangeBody } from '../src/contracts';

const strict = { strict: true } as const;

describe('what the API takes', () => {
  it('a shoot has a title that fits, and nothing that is not known', () => {
    expect(newShootBody.validateSync({ title: 'Club' }, strict)).toEqual({ title: 'Club' });
    expect(shootChangeBody.validateSync({ note: 'x' }, strict)).toEqual({ note: 'x' });
    for (const [body, said] of [
      [{}, /title/],
      [{ title: '' }, /give a name/],
      [{ title: 'x'.repeat(LIMITS.nameLength + 1) }, /title/],
      [{ title: 'x', note: 'y'.repeat(LIMITS.noteLength + 1) }, /note/],
      [{ title: 'x', more: 1 }, /more|unspecified/],
    ] as const)
      expect(() => newShootBody.validateSync(body, strict)).toThrow(said);
  });

  it.each(Object.entries(DEVIATION_LIMITS))(
    'a simulated light is off by no more than its input allows: %s',
    (key, [low, high]) => {
      for (const value of [low, high]) expect(deviationSchema.validateSync({ [key]: value }, strict)).toEqual({ [key]: value });
      for (const value of [low - 0.1, high + 0.1])
        expect(() => deviationSchema.validateSync({ [key]: value }, strict)).toThrow(key);
    },
  );

  it('a picture of the simulated camera has a size that it can draw', () => {
    expect(() => shootBody.validateSync({ lookId: 'a', widthPx: 20_000 }, strict)).toThrow(/widthPx/);
    expect(() => shootBody.validateSync({ widthPx: 400 }, strict)).toThrow(/lookId/);
  });
});
