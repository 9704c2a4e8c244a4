import { demoLooks } from '@fulgent/core/demo';
import type { Look } from '@fulgent/core/document';
import type { Limit, WideBalance } from '@fulgent/core/planning';
import { balance } from '@fulgent/core/planning/search';
import { balanceWords, limitWords, wideWords, unreachedWords } from '../src';

const [poster] = demoLooks() as [Look];
const QUICK = { thorough: false };
const balanced = balance(poster, QUICK);
const about = { lightId: 'backdrop', byLightId: null, amount: 1.26 } as const;

describe('what limits a balance', () => {
  const said: readonly (readonly [Limit, string])[] = [
    [{ ...about, kind: 'clipping', place: 'Hair edge, right' }, 'Hair edge, right still clips 1.3 stop, mostly by Backdrop.'],
    [{ ...about, lightId: null, kind: 'clipping', place: 'Wardrobe' }, 'Wardrobe still clips 1.3 stop.'],
    [
      { ...about, kind: 'unreached', verdict: { kind: 'unreached', place: 'Backdrop' } },
      'Backdrop: does not reach the backdrop: move or turn it.',
    ],
    [
      {
        ...about,
        kind: 'washed-out',
        verdict: { kind: 'diluted', by: { why: 'no-window', best: 0.2, spoiler: { name: 'Key', vividness: 0.9 } } },
      },
      'Backdrop: washed out: at best 20 % vivid. Key washes it out: 90 % without it.',
    ],
    [
      { ...about, lightId: null, kind: 'key', stops: -1.26, isUnder: true },
      'The face meters -1.3, 1.3 under what the brief asks.',
    ],
    [{ ...about, lightId: null, kind: 'key', stops: -Infinity, isUnder: true }, 'No light reaches the key side of the face.'],
    [
      { ...about, lightId: null, kind: 'separation', now: 0.043, wanted: 0.1 },
      'Edge contrast against the backdrop is only 0.04; 0.10 is wanted.',
    ],
    [{ ...about, kind: 'burnt', share: 0.113 }, '11 % of the skin seen burns, sheen included, most by Backdrop.'],
    [{ ...about, kind: 'locked', isUnder: true }, 'Backdrop is locked 1.3 under its aim.'],
    [{ ...about, kind: 'locked', isUnder: false }, 'Backdrop is locked 1.3 over its aim.'],
    [{ ...about, kind: 'out-of-power' }, 'Backdrop is at full power, 1.3 stops short of its aim.'],
    [{ ...about, kind: 'lowest-power' }, 'Backdrop is at its lowest power, still 1.3 stops over its aim.'],
  ];

  it.each(said)('%j', (limit, words) => {
    expect(limitWords(limit, poster)).toBe(words);
  });
});

describe('what a balance did', () => {
  it('names what moved most first, three at most, and then what limits it', () => {
    // A flash far too weak for its backdrop, everything at its lowest.
    const look: Look = {
      ...poster,
      lights: poster.lights.map((light) => ({
        ...light,
        powerStops: light.fixture.minStops,
        fixture:
          light.id === 'backdrop' && light.fixture.kind === 'flash' ? { ...light.fixture, guideNumberM: 4 } : light.fixture,
      })),
    };
    const [did, then] = balanceWords(balance(look, QUICK));
    expect(did).toMatch(/^[\w ]+ \+\d\.\d, [\w ]+ \+\d\.\d, [\w ]+ \+\d\.\d and 1 more\.$/);
    expect(then).toMatch(/^Backdrop is at full power, \d\.\d stops short of its aim\.$/);
  });

  it('says when nothing moved, and when nothing could', () => {
    const [did, then] = balanceWords(balance(balanced.look, QUICK));
    expect(did).toBe('Already balanced.');
    expect(then).not.toBe('');
    const locked = { ...poster, lights: poster.lights.map((light) => ({ ...light, locked: true })) };
    expect(balanceWords(balance(locked, QUICK))[0]).toMatch(/^Every light is locked .* nothing was moved\.$/);
  });

  it('says how much room is left where nothing limits it', () => {
    const room = { ...balanced, limits: [], nearest: { name: 'Key', channel: 'R', toClipStops: 0.62 } as const };
    expect(balanceWords(room)[1]).toBe('Key has 0.6 stop before red clips.');
    expect(balanceWords({ ...room, nearest: null })[1]).toBe('');
  });

  it('counts what it does not name', () => {
    const change = (name: string, deltaStops: number) => ({
      lightId: name,
      name,
      fromStops: -5,
      toStops: -5 + deltaStops,
      deltaStops,
      dial: '',
    });
    const changes = [change('A', 0.1), change('B', -2), change('C', 1), change('D', 0.5), change('E', 0.2)];
    expect(balanceWords({ ...balanced, changes })[0]).toBe('B -2.0, C +1.0, D +0.5 and 2 more.');
  });

  it('of a wide one tells what else was changed and what that gained', () => {
    const kept: WideBalance = { changes: [], powersOnly: 0.4, objective: 0.4, result: balanced };
    expect(wideWords(kept)).toMatch(/^Nothing but powers was worth changing\./);
    const change: WideBalance['changes'][number] = { change: { kind: 'iso', from: 100, to: 400 }, gain: 0.3 };
    const changed = { ...kept, changes: [change], objective: 0.1 };
    expect(wideWords(changed)).toMatch(/^Raise ISO from 100 to 400\..* 75 % nearer to the aims than by powers alone\.$/);
  });
});

it('a search that was cut short says so, with what to do', () => {
  const [, then] = balanceWords({ ...balanced, isWhole: false });
  expect(then).toMatch(/^The search was cut short: better powers may exist\. Lock lights that are right, and balance again\./);
  expect(balanceWords({ ...balanced, isWhole: true })[1]).not.toMatch(/cut short/);
});

describe('a lamp in another’s place', () => {
  it.each([
    [{ kind: 'weak', offStops: -1.34 }, 'Key: Panel comes out 1.3 stops too weak, at full power.'],
    [{ kind: 'strong', offStops: 0.52 }, 'Key: Panel comes out 0.5 stops too strong, at its lowest power.'],
    [{ kind: 'colour', difference: 0.083 }, 'Key: Panel makes another colour, 0.08 away on the plane.'],
  ] as const)('%j', (one, text) => expect(unreachedWords({ lightId: 'k', name: 'Key', fixture: 'Panel', ...one })).toBe(text));
});
