import { atHand, FIXTURES, isStandIn, modifierOf, parseKitEntry, STAND_IN_KIT, type KitEntry } from '../src/catalogue';
import { newLook, litFromKit } from '../src/planning/search';
import { evaluate, parseLook } from '../src/scene';
import type { Fixture } from '../src/document';

/** A bag: three flashes, two colour lights, gels and modifiers of one's own. */
const own = (entry: object): KitEntry =>
  parseKitEntry({ note: '', archived: false, provenance: 'measured', count: 1, ...entry }) as KitEntry;
const fixture = (id: string, called: string, of: string, count: number, change: Partial<Fixture> = {}) =>
  own({
    id,
    kind: 'fixture',
    name: called,
    count,
    fixture: { ...FIXTURES.find((one) => one.id === of)!.item, name: called, ...change },
    spectrum: null,
    spectra: [],
  });
const gels = STAND_IN_KIT.flatMap((entry) => (entry.kind === 'gel' ? [entry] : []));
const BAG: readonly KitEntry[] = [
  fixture('my-flash', 'My flash', 'flash-200', 2, { guideNumberM: 38 } as Partial<Fixture>),
  fixture('my-big-flash', 'My big flash', 'flash-400', 1),
  fixture('my-panel', 'My panel', 'colour-panel', 2),
  ...['amber', 'teal', 'azure'].map((word, i) =>
    own({ ...gels.find(({ id }) => id.startsWith(word))!, id: `my-gel-${i}`, name: `My ${word}`, provenance: 'measured' }),
  ),
  own({ id: 'my-box', kind: 'modifier', name: 'My box', count: 1, modifier: { ...modifierOf('softbox'), name: 'My box' } }),
  own({
    id: 'my-grid',
    kind: 'modifier',
    name: 'My grid',
    count: 2,
    modifier: { ...modifierOf('reflector-grid'), name: 'My grid' },
  }),
];
const kit: readonly KitEntry[] = [...STAND_IN_KIT, ...BAG];

describe('what is at hand', () => {
  it('is everything that is not archived, or with own things only no stand-in of what is carried', () => {
    const [first, ...others] = kit;
    const all = atHand([{ ...first!, archived: true }, ...others], { ownOnly: false });
    expect(all).toHaveLength(kit.length - 1);
    const mine = atHand(kit, { ownOnly: true });
    for (const { id, kind } of mine) if (['gel', 'fixture', 'modifier'].includes(kind)) expect(isStandIn(id)).toBe(false);
    expect(mine.filter(({ kind }) => kind === 'surface')).toEqual(kit.filter(({ kind }) => kind === 'surface'));
    // A camera stands in until there is an own one.
    expect(mine.some(({ kind }) => kind === 'camera')).toBe(true);
    const camera = STAND_IN_KIT.find(({ kind }) => kind === 'camera')!;
    const withCamera = atHand([...kit, { ...camera, id: 'my-camera' }], { ownOnly: true });
    expect(withCamera.filter(({ kind }) => kind === 'camera').map(({ id }) => id)).toEqual(['my-camera']);
  });
});

describe('a new look from one’s own kit', () => {
  const choices = { title: 'Mine', skin: 'tan', backdrop: 'paper-grey', camera: 'stills' } as const;
  const mine = atHand(kit, { ownOnly: true });

  it.each(['key-backdrop', 'key-rim', 'two-rims', 'full'] as const)(
    '%s: nothing in it is a stand-in, nothing is used more often than there is, and it is balanced',
    (lights) => {
      const { look, without } = litFromKit(newLook({ ...choices, lights }), mine);
      expect(without).toEqual([]);
      const count = (of: (light: (typeof look.lights)[number]) => readonly string[], there: (name: string) => number) => {
        const used = new Map<string, number>();
        for (const light of look.lights) for (const name of of(light)) used.set(name, (used.get(name) ?? 0) + 1);
        for (const [name, n] of used) expect({ name, enough: n <= there(name) }).toEqual({ name, enough: true });
      };
      const countOf = (name: string) => BAG.filter((entry) => entry.name === name).reduce((sum, one) => sum + one.count, 0);
      count(({ fixture: one }) => [one.name], countOf);
      // Bare heads are what they are without anything before them.
      const bare = ['Reflector', 'Panel face 30 x 60 cm'];
      count(({ modifier }) => (bare.includes(modifier.name) ? [] : [modifier.name]), countOf);
      count(
        ({ gels: on }) => on.map(({ gel }) => gel),
        (id) => (BAG.some((entry) => entry.id === id) ? 9 : 0),
      );
      const read = evaluate(parseLook(JSON.parse(JSON.stringify(look))));
      expect(read.lights.filter(({ verdict }) => verdict.kind === 'clipped')).toEqual([]);
    },
  );

  it('says for which lights the kit has nothing left', () => {
    const one = mine.filter(({ kind, id }) => kind !== 'fixture' || id === 'my-big-flash');
    const { without } = litFromKit(newLook({ ...choices, lights: 'full' }), one);
    expect(without).toHaveLength(3);
  });
});
