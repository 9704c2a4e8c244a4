import { STAND_IN_KIT, type KitEntry, type KitFixture } from '../src/catalogue';
import { demoLooks, nightOvenLooks } from '../src/demo';
import { substitutes } from '../src/planning/search';
import { evaluate, parseLook } from '../src/scene';

const poster = demoLooks()[0]!;
const byName = (name: string, list: ReturnType<typeof substitutes>) => list.find((one) => one.entryId === name)!;

describe('what else could do a light’s work', () => {
  const rim = poster.lights.find(({ id }) => id === 'rim-left')!;
  const found = substitutes(poster, rim.id, STAND_IN_KIT);

  it('is tried in its place: what is to spare is what the same look shows at full', () => {
    const level = evaluate(poster).lights.find(({ id }) => id === rim.id)!.stops;
    for (const { look, spareStops } of found) {
      const made = evaluate(look).lights.find(({ id }) => id === rim.id)!;
      const { powerStops } = look.lights.find(({ id }) => id === rim.id)!;
      // A filament that is turned down is warmer, and gives its place another share of it.
      expect(Math.abs(made.stops - powerStops - level - spareStops)).toBeLessThan(0.1);
      expect(() => parseLook(look)).not.toThrow();
      // What can reach the level stands at it.
      if (spareStops > 0 && powerStops > -8) expect(Math.abs(made.stops - level)).toBeLessThan(0.6);
    }
  });

  it('gives neither what hangs there nor what is not there, and puts what fits first', () => {
    expect(found.every(({ name }) => name !== rim.fixture.name)).toBe(true);
    const [first] = found;
    expect(first!.isColour && !first!.isOtherKind && first!.spareStops >= 0).toBe(true);
    const rest: KitEntry[] = STAND_IN_KIT.map((entry) => (entry.id === first!.entryId ? { ...entry, count: 0 } : entry));
    expect(substitutes(poster, rim.id, rest).some(({ entryId }) => entryId === first!.entryId)).toBe(false);
  });

  it('a fixture twice as bright has a stop more to spare', () => {
    const flash = STAND_IN_KIT.find(({ id }) => id === 'flash-200') as KitFixture;
    if (flash.fixture.kind !== 'flash') throw new Error('not a flash');
    const bright: KitFixture = {
      ...flash,
      id: 'bright',
      name: 'Bright',
      fixture: { ...flash.fixture, guideNumberM: flash.fixture.guideNumberM * Math.SQRT2 },
    };
    const list = substitutes(poster, rim.id, [...STAND_IN_KIT, bright]);
    expect(byName('bright', list).spareStops - byName('flash-200', list).spareStops).toBeCloseTo(1, 6);
  });

  it('says by what the colour is made, and where it is missed', () => {
    const oven = nightOvenLooks()[0]!;
    const light = oven.lights.find(({ fixture, role }) => fixture.kind === 'colour' && role !== 'window')!;
    const list = substitutes(
      oven,
      light.id,
      STAND_IN_KIT.filter(({ kind }) => kind !== 'gel'),
    );
    for (const { by, entryId } of list)
      expect([by, entryId]).toEqual([
        entryId.startsWith('colour-') || entryId === 'bicolour-panel' ? 'setting' : 'plain',
        entryId,
      ]);
    expect(substitutes(oven, 'nobody', STAND_IN_KIT)).toEqual([]);
  });
});
