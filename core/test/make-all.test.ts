import { STAND_IN_KIT, type KitEntry, type KitFixture } from '../src/catalogue';
import { demoLooks, nightOvenLooks } from '../src/demo';
import type { Look } from '../src/document/schema';
import { gelNeeds, lightColours, lookWithFixture, membersFor, schemeColours } from '../src/planning';
import { makePalette } from '../src/planning/search';
import { evaluate, parseLook } from '../src/scene';
import { planeDistance, pointOf, targetOf, type Target } from '../src/vivid/plane';
import { withLights } from './support';

const [poster] = demoLooks() as [Look];
const [oven] = nightOvenLooks() as [Look];

const makes = (look: Look): Map<string, Target> =>
  new Map(Object.entries(lightColours(look)).map(([id, { point }]) => [id, targetOf(point)]));

const planned = (look: Look, ...scheme: Parameters<typeof schemeColours>): Look => ({
  ...look,
  palette: { ...look.palette, members: membersFor(schemeColours(...scheme), look.lights, makes(look)) },
});

describe('a scheme meets what hangs', () => {
  // Cyan on ground and left edge, amber on the right: turned either way round, they stay so.
  it.each([70, 215])('at a base hue of %d the cyan light stays cyan and the amber one amber', (base) => {
    const { members } = planned(poster, 'opposite', base).palette;
    const now = makes(poster);
    const turn = (a: number, b: number) => Math.abs(((a - b + 540) % 360) - 180);
    for (const { light, hueDeg } of members)
      if (now.get(light)!.purity > 0.1) expect(turn(hueDeg, now.get(light)!.hueDeg)).toBeLessThan(60);
  });

  it('no other way round changes less', () => {
    const colours = schemeColours('triad', 100);
    const now = makes(poster);
    const members = membersFor(colours, poster.lights, now).slice(0, 3);
    const change = (light: string, colour: Target) => planeDistance(pointOf(now.get(light)!), pointOf(colour));
    const sum = members.reduce((total, member) => total + change(member.light, member), 0);
    const free = poster.lights.filter(({ role }) => role !== 'key').map(({ id }) => id);
    for (const a of free)
      for (const b of free)
        for (const c of free)
          if (new Set([a, b, c]).size === 3)
            expect(sum).toBeLessThanOrEqual([a, b, c].reduce((total, id, i) => total + change(id, colours[i]!), 0) + 0.01);
  });
});

describe('all of a palette at once', () => {
  it('each light makes what is said of it, with sheets that there are', () => {
    for (const look of [planned(poster, 'opposite', 215), planned(poster, 'triad', 30), planned(oven, 'split', 260)]) {
      const { look: made, balanced, made: list, missed } = makePalette(look, STAND_IN_KIT);
      parseLook(made);
      expect(missed).toEqual([]);
      const now = lightColours(made);
      for (const { lightId, difference, how, comes } of list) {
        const member = look.palette.members.find(({ light }) => light === lightId)!;
        if (how === '') continue;
        expect(planeDistance(now[lightId]!.point, pointOf(member))).toBeCloseTo(difference, 4);
        expect(comes).toBe(difference > 0.05 ? 'far' : 'near');
      }
      for (const entry of STAND_IN_KIT) {
        if (entry.kind !== 'gel') continue;
        const sheets = (of: Look) => gelNeeds(of, STAND_IN_KIT).find(({ gel }) => gel === entry.id)?.sheets ?? 0;
        expect(sheets(made)).toBeLessThanOrEqual(Math.max(entry.count, sheets(look)));
      }
      // Powers alone differ after balancing.
      expect(balanced.lights.map(({ gels, setting }) => ({ gels, setting }))).toEqual(
        made.lights.map(({ gels, setting }) => ({ gels, setting })),
      );
      expect(evaluate(balanced).probes.every(({ clipped }) => clipped.length === 0)).toBe(true);
    }
  });

  it('a sheet that is cut for one light is not there for the next', () => {
    const scarce = STAND_IN_KIT.map((entry): KitEntry =>
      entry.kind === 'gel' ? { ...entry, count: 1, widthCm: 25, heightCm: 25 } : entry,
    );
    const look = planned(
      withLights(poster, () => ({ gels: [] })),
      'opposite',
      215,
    );
    const { look: made } = makePalette(look, scarce);
    const gels = made.lights.flatMap((light) => light.gels.map(({ gel }) => gel));
    expect(gels.length).toBeGreaterThan(2);
    expect(new Set(gels).size).toBe(gels.length);
  });

  it('what is locked, has no light or no gel is named and left', () => {
    const look = planned(
      withLights(poster, ({ id }) => ({ locked: id === 'backdrop' })),
      'opposite',
      215,
    );
    const lost = {
      ...look,
      palette: { ...look.palette, members: [...look.palette.members, { ...look.palette.members[0]!, id: 'x', light: '' }] },
    };
    const { look: made, missed } = makePalette(lost, STAND_IN_KIT);
    expect(missed.map(({ kind }) => kind).sort()).toEqual(['locked', 'no-light']);
    expect(made.lights.find(({ id }) => id === 'backdrop')).toEqual(look.lights.find(({ id }) => id === 'backdrop'));
    const none = makePalette(planned(poster, 'opposite', 215), []);
    expect(none.made).toEqual([]);
    expect(new Set(none.missed.map(({ kind }) => kind))).toEqual(new Set(['no-means']));
  });

  it('gels come off a light that is to mix its own colour', () => {
    const panel = STAND_IN_KIT.find((entry): entry is KitFixture => entry.kind === 'fixture' && entry.fixture.kind === 'colour')!;
    const gelled = poster.lights.find(({ gels }) => gels.length > 0)!;
    const mixing = lookWithFixture(poster, gelled.id, panel);
    expect(mixing.lights.find(({ id }) => id === gelled.id)!.gels).toEqual([]);
    // So does what does not fit: a panel has a face of its own, which no head with a mount takes.
    const boxed = poster.lights.find(({ modifier }) => modifier.name.startsWith('Soft box') || modifier.name.startsWith('Octa'))!;
    const tube = STAND_IN_KIT.find((entry): entry is KitFixture => entry.kind === 'fixture' && entry.id === 'colour-tube')!;
    const faced = lookWithFixture(poster, boxed.id, tube).lights.find(({ id }) => id === boxed.id)!;
    expect(faced.modifier.name).toMatch(/^Tube face/);
    const spot = STAND_IN_KIT.find((entry): entry is KitFixture => entry.kind === 'fixture' && entry.id === 'led-spot')!;
    expect(lookWithFixture(poster, boxed.id, spot).lights.find(({ id }) => id === boxed.id)!.modifier).toEqual(boxed.modifier);
    const own = { ...spot, id: 'own-lamp' };
    expect(lookWithFixture(poster, boxed.id, own).lights.find(({ id }) => id === boxed.id)!.modifier).toEqual(boxed.modifier);
    const lamp = STAND_IN_KIT.find((entry): entry is KitFixture => entry.kind === 'fixture' && entry.fixture.kind === 'flash')!;
    expect(lookWithFixture(poster, gelled.id, lamp).lights.find(({ id }) => id === gelled.id)!.gels).toEqual(gelled.gels);
  });
});
