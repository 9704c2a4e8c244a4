import type * as KeyActs from '../src/look/key-acts';
import { actOf, areFirstKeys, firstKeys, giveKey, isKey, KEY_ACTS, keyName, useKeyNames } from '../src/look/key-acts';

const keys = () => useKeyNames.getState().keys;
afterEach(firstKeys);

describe('keys of a look', () => {
  it('are one for each act at first', () => {
    expect(new Set(Object.values(keys())).size).toBe(KEY_ACTS.length);
    expect(actOf('1')).toBe('brief');
    expect(actOf('B')).toBe('balance-powers');
    expect(actOf('x')).toBeUndefined();
    expect(keyName(' ')).toBe('Space');
  });

  it('are changed one by one: a new sign, or one that another act had, which takes the old one', () => {
    expect(giveKey('balance-powers', 'X')).toBeNull();
    expect([actOf('x'), actOf('b')]).toEqual(['balance-powers', undefined]);
    expect(giveKey('mute', 'x')).toBe('Balance the powers');
    expect([actOf('x'), actOf('m')]).toEqual(['mute', 'balance-powers']);
    expect(areFirstKeys(keys())).toBe(false);
    expect(JSON.parse(localStorage.getItem('fulgent:keys')!)).toMatchObject({ mute: 'x', 'balance-powers': 'm' });
    firstKeys();
    expect(areFirstKeys(keys())).toBe(true);
  });

  it('are signs that are printed, not keys that move', () => {
    expect(['a', 'Ä', '?', ' ', '7'].every(isKey)).toBe(true);
    expect(['Enter', 'Shift', 'ArrowUp', 'F5', ''].some(isKey)).toBe(false);
  });

  const anew = (kept: string) => {
    localStorage.setItem('fulgent:keys', kept);
    let found!: typeof KeyActs;
    jest.isolateModules(() => {
      found = jest.requireActual<typeof KeyActs>('../src/look/key-acts');
    });
    return found;
  };

  it('are there again on the next day', () => {
    const { actOf: act } = anew('{"balance-powers":"m","mute":"b"}');
    expect([act('m'), act('b'), act('f')]).toEqual(['balance-powers', 'mute', 'full']);
  });

  it.each(['{', '[]', 'null', '{"mute":"Enter"}', '{"mute":"b"}', '{"nothing":"q"}', '{"mute":4}'])(
    'are the first ones where %s is kept on the device',
    (kept) => {
      const found = anew(kept);
      expect(found.areFirstKeys(found.useKeyNames.getState().keys)).toBe(true);
    },
  );
});
