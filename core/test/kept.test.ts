import { kept } from '../src/kept';

describe('what is kept', () => {
  it('is made once for a key, and is the same thing after', () => {
    const things = kept<{ n: number }>(2);
    let made = 0;
    const of = (key: string) => things(key, () => ({ n: (made += 1) }));
    expect(of('a')).toEqual({ n: 1 });
    expect(of('a')).toBe(of('a'));
    expect(made).toBe(1);
  });

  it('lets go of what was asked for least lately', () => {
    const things = kept<{ key: string }>(2);
    const made: string[] = [];
    const of = (key: string) =>
      things(key, () => {
        made.push(key);
        return { key };
      });
    for (const key of ['a', 'b', 'a', 'c']) of(key);
    expect(made).toEqual(['a', 'b', 'c']);
    of('a');
    expect(made).toEqual(['a', 'b', 'c']);
    of('b');
    expect(made).toEqual(['a', 'b', 'c', 'b']);
  });

  it('keeps nothing of what throws, and asks again', () => {
    const things = kept<object>(2);
    expect(() =>
      things('a', () => {
        throw new Error('not yet');
      }),
    ).toThrow('not yet');
    const there = {};
    expect(things('a', () => there)).toBe(there);
  });

  it('does not take one key for another by the name of something that every object has', () => {
    const things = kept<{ key: string }>(4);
    for (const key of ['constructor', '__proto__', 'toString', '']) expect(things(key, () => ({ key }))).toEqual({ key });
  });
});
