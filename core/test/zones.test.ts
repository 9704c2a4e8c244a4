import { LOOK_VERSION } from '../src/document';
import { behindIndex, likeZone, meteredIndex, silhouette, zoneOf } from '../src/document/zones';
import { demoLooks, nightOvenLooks, nocturneLooks } from '../src/demo';
import type { Look, Probe } from '../src/document/schema';
import { upgradeLook } from '../src/document/upgrade';
import { paletteChecks } from '../src/planning/palette/checks';
import { evaluate } from '../src/scene/evaluate';
import { parseLook } from '../src/scene/parse';
import { standardProbes, usualZone } from '../src/scene/probes';

const looks = [...demoLooks(), ...nightOvenLooks(), ...nocturneLooks()];
const person = looks.find(({ subject }) => subject.form === 'person')!;
const bottle = looks.find(({ subject }) => subject.form === 'bottle')!;

/** A look as the sixth version wrote it: its places say nothing of their part. */
function sixth(look: Look): Record<string, unknown> {
  const probes = look.probes.map(({ part: _part, side: _side, ...probe }) => probe);
  return { ...structuredClone(look), version: 6, probes };
}

/** A look whose places have ids that say nothing; whatever names them follows. */
function renamed(look: Look): Look {
  const idOf = new Map(look.probes.map(({ id }, i) => [id, `place-${i}`]));
  return {
    ...look,
    probes: look.probes.map((probe) => ({ ...probe, id: idOf.get(probe.id)! })),
    lights: look.lights.map((light) => ({
      ...light,
      zone: idOf.get(light.zone)!,
      accepts: light.accepts.map((id) => idOf.get(id)!),
    })),
  };
}

describe('places of a look', () => {
  const probes = standardProbes(1.6, 2, 'left');
  const ids = (list: readonly (readonly [number, number])[]) => list.map(([a, b]) => [probes[a]!.id, probes[b]!.id]);

  it('say what they are to the picture, whatever the subject', () => {
    for (const form of ['person', 'bottle', 'kettle'] as const) {
      const places = standardProbes(1.2, 2, 'right', form);
      expect(places.map(({ part, side }) => `${part} ${side}`)).toEqual([
        'front key',
        'front shadow',
        'edge left',
        'edge right',
        form === 'person' ? 'clothing middle' : 'table middle',
        'backdrop middle',
        'backdrop left',
        'backdrop right',
      ]);
      const [key, shadow] = places;
      expect(key!.position[0]).toBeGreaterThan(0);
      expect(shadow!.position[0]).toBeLessThan(0);
    }
  });

  it('are found by part and side; the key is metered on the key side of the front, else on any front, else on the first place', () => {
    expect(zoneOf(probes, 'edge', 'right')!.id).toBe('hair-right');
    expect(zoneOf(probes, 'table')).toBeUndefined();
    expect(probes[meteredIndex(probes)]!.id).toBe('face-key');
    expect(meteredIndex(probes.slice(1))).toBe(0);
    const backdropFirst = [probes[5]!, probes[1]!];
    expect(meteredIndex(backdropFirst)).toBe(1);
    expect(meteredIndex([probes[5]!])).toBe(0);
  });

  it('each edge stands before the backdrop of its side, else before its middle', () => {
    expect(ids(silhouette(probes))).toEqual([
      ['hair-left', 'backdrop-left'],
      ['hair-right', 'backdrop-right'],
    ]);
    const middleOnly = probes.filter(({ part, side }) => part !== 'backdrop' || side === 'middle');
    expect(silhouette(middleOnly).map(([, behind]) => middleOnly[behind]!.id)).toEqual(['backdrop', 'backdrop']);
    expect(silhouette(probes.filter(({ part }) => part !== 'backdrop'))).toEqual([]);
    expect(behindIndex(probes, probes[0]!)).toBe(5);
  });

  it('a light keeps to the like place where the subject is another', () => {
    const places = standardProbes(0.95, 1, 'left', 'bottle');
    expect(likeZone(places, zoneOf(probes, 'edge', 'left')!).name).toBe('Glass edge, left');
    expect(likeZone(places, zoneOf(probes, 'clothing')!).name).toBe('Label, key side');
    expect(likeZone(places.slice(0, 3), { part: 'edge', side: 'right' }).id).toBe('hair-left');
  });

  it('a role works where such lights do, also where no place has a standard id', () => {
    const named = renamed(person).probes;
    const at = (role: Parameters<typeof usualZone>[1], x: number) =>
      named.find(({ id }) => id === usualZone(named, role, [x, 1.5, 1]))!.name;
    expect([at('key', -1), at('fill', 1), at('rim', 1), at('background', 0), at('practical', -1)]).toEqual([
      'Face, key side',
      'Face, shadow side',
      'Hair edge, right',
      'Backdrop',
      'Backdrop, left',
    ]);
  });
});

describe('ids of places', () => {
  it.each([
    ['a person', person],
    ['a bottle', bottle],
  ])('carry no meaning: %s reads the same under other ids', (_name, look) => {
    const [here, there] = [evaluate(look), evaluate(renamed(look))];
    expect(there.keyStops).toBe(here.keyStops);
    expect(there.separation).toBe(here.separation);
    expect(there.probes.map(({ stops, hex }) => [stops, hex])).toEqual(here.probes.map(({ stops, hex }) => [stops, hex]));
    expect(there.lights.map(({ verdict }) => verdict)).toEqual(here.lights.map(({ verdict }) => verdict));
    const texts = (of: Look) => paletteChecks(of).checks.map(({ finding, holds }) => ({ ...finding, holds }));
    const withoutParts = (of: Look): Look => ({ ...of, palette: { ...of.palette, members: [] } });
    expect(texts(withoutParts(renamed(look)))).toEqual(texts(withoutParts(look)));
  });

  it('skin and clothes are judged only where there are any', () => {
    const kinds = (look: Look) => paletteChecks(look).checks.map(({ finding }) => finding.kind);
    expect(kinds(person)).toEqual(expect.arrayContaining(['skin', 'eye-whites']));
    expect(kinds(person).some((kind) => kind.startsWith('cloth'))).toBe(true);
    for (const kind of kinds(bottle)) expect(kind).not.toMatch(/^(skin|eye-whites|cloth)/);
  });
});

describe('looks of the sixth version', () => {
  it.each(looks.map((look) => [look.title, look] as const))('"%s" comes back with part and side', (_title, look) => {
    expect(parseLook(sixth(look))).toEqual(look);
  });

  it('places of another hand get theirs from surface and place', () => {
    const own = (id: string, surface: Probe['surface'], x: number): unknown => ({
      id,
      name: id,
      surface,
      body: 'none',
      position: [x, 1.5, 0.1],
      normal: [0, 0, 1],
    });
    const old = sixth(person);
    const list = [own('nose', 'skin', 0), own('cheek', 'skin', 0.06), own('crown', 'hair', -0.1), own('cuff', 'matt', 0.2)];
    old['probes'] = [...(old['probes'] as unknown[]), ...list];
    const placed = parseLook(old).probes.slice(-4);
    expect(placed.map(({ part, side }) => [part, side])).toEqual([
      ['front', 'key'],
      ['front', 'shadow'],
      ['edge', 'left'],
      ['other', 'right'],
    ]);
  });

  it('what is malformed is left to the check, which names it', () => {
    for (const probes of [null, 'none', [null], [{ id: 4, position: 'here' }]])
      expect(() => parseLook({ ...sixth(person), probes })).toThrow();
    expect(upgradeLook({ ...sixth(person), probes: [null] })).toMatchObject({ version: LOOK_VERSION, probes: [null] });
    const wrong = { ...structuredClone(person), probes: person.probes.map((probe) => ({ ...probe, part: 'nose' })) };
    expect(() => parseLook(wrong)).toThrow(/part/);
  });
});
