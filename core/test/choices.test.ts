import { modifierOf, STAND_IN_KIT } from '../src/catalogue';
import { demoLooks, nightOvenLooks, nocturneLooks } from '../src/demo';
import type { Light, Look } from '../src/document';
import {
  besideIt,
  compareVariants,
  findMotive,
  lookOfVariant,
  motiveProblems,
  MOTIVES,
  VARIANT_KINDS,
  variantOf,
} from '../src/planning';
import { balanceWide, makeVariant } from '../src/planning/search';
import { compareTones, evaluate, parseLook } from '../src/scene';
import { throwM } from '../src/transport';
import { goalOfSpectrum } from '../src/fixture/match';
import { lookupIn, resolveSource } from '../src/scene/resolve';
import { compileScene } from '../src/scene/compile';
import { planeDistance } from '../src/vivid/plane';
import { copyOf, withLights } from './support';

const poster = demoLooks()[0]!;
const oven = nightOvenLooks()[0]!;

describe('tones of a backdrop', () => {
  const tones = compareTones(poster);
  const tone = (id: string) => tones.find((one) => one.id === id)!;

  it('ask for as many stops more as they reflect less', () => {
    expect(tones.length).toBeGreaterThan(3);
    const [a, b] = [tones[0]!, tones.at(-1)!];
    expect(a.powerStops - b.powerStops).toBeCloseTo(Math.log2(b.reflectance / a.reflectance), 9);
    // The present one asks for nothing.
    expect(tone('paper-grey').powerStops).toBeCloseTo(0, 9);
  });

  it('the darker, the less of the other lights is seen on them, as long as the power lasts', () => {
    const enough = tones.filter(({ lackingStops }) => lackingStops === 0).sort((a, b) => a.reflectance - b.reflectance);
    expect(enough.length).toBeGreaterThan(1);
    for (let i = 1; i < enough.length; i++)
      expect(enough[i]!.otherShare).toBeGreaterThanOrEqual(enough[i - 1]!.otherShare - 1e-9);
  });

  it('say by how much the light is too weak', () => {
    const full = withLights(poster, ({ zone }) => (zone === 'backdrop' ? { powerStops: 0 } : {}));
    for (const { powerStops, lackingStops } of compareTones(full)) expect(lackingStops).toBeCloseTo(Math.max(0, powerStops), 9);
  });

  it('are not compared where no light works on the backdrop', () => {
    expect(compareTones(withLights(poster, ({ zone }) => (zone === 'backdrop' ? { muted: true } : {})))).toEqual([]);
  });
});

describe('what a light pretends to be', () => {
  const light = (
    motive: string,
    position: Light['position'] = [0, 1.6, 3],
  ): Pick<Light, 'motive' | 'position' | 'aim' | 'modifier'> => ({
    motive,
    position,
    aim: [0, 1.6, 0],
    // As hard or soft as it should be; what else is tried below.
    modifier: modifierOf(findMotive(motive)?.hardness === 'soft' ? 'octa' : 'reflector'),
  });
  const amber = { hueDeg: 65, purity: 0.2, cctK: null };
  const blue = { hueDeg: 240, purity: 0.2, cctK: null };

  it('has a colour within its range: hue off by as much as it is outside', () => {
    for (const { id, hueDeg } of MOTIVES) {
      if (!hueDeg) continue;
      const position: Light['position'] =
        findMotive(id)!.direction === 'high' ? [0, 3.6, 2] : findMotive(id)!.direction === 'low' ? [0, 1, 2] : [0, 1.6, 3];
      const middle = (hueDeg[0] + hueDeg[1]) / 2;
      expect(motiveProblems(light(id, position), { hueDeg: middle, purity: 0.3, cctK: null })).toEqual([]);
      expect(motiveProblems(light(id, position), { hueDeg: (hueDeg[1] + 20) % 360, purity: 0.3, cctK: null })).toEqual([
        { kind: 'hue', hueDeg: (hueDeg[1] + 20) % 360, outsideDeg: expect.closeTo(20, 6), range: hueDeg },
      ]);
      // A white has no hue to be wrong.
      expect(motiveProblems(light(id, position), { hueDeg: (hueDeg[1] + 60) % 360, purity: 0.02, cctK: null })).toEqual([]);
    }
  });

  it('a white is held against the temperatures that are believed: a bedside lamp is no daylight flash', () => {
    const white = (cctK: number) => ({ hueDeg: 0, purity: 0, cctK });
    expect(motiveProblems(light('bedside'), white(5600))).toEqual([{ kind: 'cct', cctK: 5600, range: [2300, 3200] }]);
    expect(motiveProblems(light('bedside'), white(3400))).toEqual([]);
    expect(motiveProblems(light('neon-sign'), white(5600))).toEqual([]);
  });

  it('is as hard or as soft as such light is, from where it is aimed', () => {
    const from = (motive: string, modifier: string, z: number) => ({
      ...light(motive, [0, 1.6, z]),
      modifier: modifierOf(modifier),
    });
    expect(motiveProblems(from('low-sun', 'softbox-large', 1.5), amber)).toEqual([
      { kind: 'too-soft', acrossDeg: expect.closeTo((2 * Math.atan2(0.7, 1.5) * 180) / Math.PI, 6) },
    ]);
    expect(motiveProblems(from('low-sun', 'softbox', 8), amber)).toEqual([]);
    expect(motiveProblems(from('window-day', 'snoot', 3), blue)).toEqual([{ kind: 'too-hard', acrossDeg: expect.any(Number) }]);
  });

  it('goes with the time of day of the other lights', () => {
    const others = (motive: string) => [{ name: 'Rim', motive }];
    expect(motiveProblems(light('window-day'), blue, others('moonlight'))).toEqual([
      { kind: 'time', time: 'day', other: 'Rim', otherTime: 'night' },
    ]);
    for (const motive of ['', 'fridge', 'dusk-sky', 'bedside'])
      expect(motiveProblems(light('moonlight', [0, 4.6, 3]), blue, others(motive))).toEqual([]);
  });

  it('comes from where such light comes from', () => {
    expect(motiveProblems(light('moonlight'), blue)).toEqual([{ kind: 'not-high', elevationDeg: expect.any(Number) }]);
    expect(motiveProblems(light('moonlight', [0, 4.6, 3]), blue)).toEqual([]);
    expect(motiveProblems(light('fire', [0, 2.6, 1]), { hueDeg: 50, purity: 0.2, cctK: null })).toEqual([
      { kind: 'not-low', elevationDeg: expect.any(Number) },
    ]);
    expect(motiveProblems(light('low-sun', [0, 6, 1]), amber)).toEqual([{ kind: 'steep', elevationDeg: expect.any(Number) }]);
    expect(motiveProblems(light('neon-sign', [0, 9, 0.1]), amber)).toEqual([]);
    expect(motiveProblems(light(''), amber)).toEqual([]);
    expect(motiveProblems(light('something-else'), amber)).toEqual([]);
  });
});

describe('versions of one rig', () => {
  it.each(VARIANT_KINDS)('of full-colour fixtures, too: %s', (kind) => {
    const variant = makeVariant(oven, kind, 'v');
    const look = lookOfVariant(oven, variant);
    parseLook({ ...look, variants: [variant] });
    // No stand is moved, and no fixture gets a setting that it does not have.
    for (const light of look.lights) {
      const before = oven.lights.find(({ id }) => id === light.id)!;
      expect([light.position, light.aim, light.fixture]).toEqual([before.position, before.aim, before.fixture]);
      expect(light.setting === null).toBe(light.fixture.kind !== 'colour');
    }
  });

  it('swap the colours of unlike fixtures as the camera sees them, and swap them back', () => {
    const colours = (look: Look) => {
      const { camera } = compileScene(look);
      const lookup = lookupIn(look.spectra);
      return new Map(look.lights.map((light) => [light.id, goalOfSpectrum(camera, resolveSource(light, 0, lookup)).point]));
    };
    const before = colours(oven);
    const swapped = lookOfVariant(oven, makeVariant(oven, 'swapped', 'v'));
    const [a, b, ...more] = oven.lights.filter(
      ({ id, setting }) => JSON.stringify(setting) !== JSON.stringify(swapped.lights.find((light) => light.id === id)!.setting),
    );
    expect(more).toEqual([]);
    if (!a || !b) throw new Error('Nothing was swapped.');
    expect(a.fixture.name).not.toBe(b.fixture.name);
    const after = colours(swapped);
    const apart = planeDistance(before.get(a.id)!, before.get(b.id)!);
    expect(planeDistance(after.get(a.id)!, before.get(b.id)!)).toBeLessThan(0.2 * apart);
    expect(planeDistance(after.get(b.id)!, before.get(a.id)!)).toBeLessThan(0.2 * apart);
    const back = colours(lookOfVariant(swapped, makeVariant(swapped, 'swapped', 'w')));
    for (const id of [a.id, b.id]) expect(planeDistance(back.get(id)!, before.get(id)!)).toBeLessThan(0.2 * apart);
  });

  it('that cannot be made say what is needed', () => {
    const plain = withLights(poster, () => ({ gels: [] }));
    expect(() => makeVariant(plain, 'swapped', 'v')).toThrow(/Two coloured lights of one kind/);
    expect(() => makeVariant(plain, 'splash', 'v')).toThrow(/gel one first/);
    expect(() => makeVariant({ ...poster, lights: [] }, 'one-light', 'v')).toThrow(/Add one first/);
  });

  it('take what the rig has become: new lights are off, ranges hold', () => {
    const old = variantOf(poster, 'v', 'Then');
    const extra = { ...copyOf(poster.lights[0]!), id: 'extra', name: 'Extra' } as Light;
    const changed: Look = { ...poster, lights: [...poster.lights.slice(1), extra] };
    const look = lookOfVariant(changed, {
      ...old,
      lights: old.lights.map((light) => ({ ...light, powerStops: -13 })),
    });
    expect(look.lights.find(({ id }) => id === 'extra')!.on).toBe(false);
    for (const { id, powerStops, fixture } of look.lights)
      if (id !== 'extra') expect(powerStops).toBe(Math.max(-13, fixture.minStops));
    // A light that became a full-colour one keeps its own setting.
    const mixing = oven.lights.find(({ fixture }) => fixture.kind === 'colour')!;
    const swapped = withLights(poster, ({ id }) => (id === 'key' ? { fixture: mixing.fixture, setting: mixing.setting } : {}));
    expect(lookOfVariant(swapped, old).lights[0]!.setting).toEqual(mixing.setting);
  });

  it('are compared dial by dial, and one change alone is evidence', () => {
    const a = variantOf(poster, 'a', 'A');
    expect(compareVariants(poster, a, variantOf(poster, 'b', 'B'))).toEqual({ differences: [], evidence: false });
    const darker = withLights(poster, ({ id, powerStops }) => (id === 'key' ? { powerStops: powerStops - 1 } : {}));
    const one = compareVariants(poster, a, variantOf(darker, 'b', 'B'));
    expect(one.evidence).toBe(true);
    expect(one.differences[0]!.to).toMatch(/\(-1\.0\)$/);
    const off = withLights(darker, ({ id }) => (id === 'rim-left' ? { on: false } : {}));
    const many = compareVariants(poster, a, {
      ...variantOf(
        { ...off, camera: { ...off.camera, aperture: 4, iso: 400, shutterS: 1 / 60, ndStops: 2, whiteK: 4000, tintDuv: 0.01 } },
        'b',
        'B',
      ),
    });
    expect(many.evidence).toBe(false);
    expect(many.differences.map(({ what }) => what)).toEqual(
      expect.arrayContaining(['Key, power', 'Rim left', 'Aperture', 'ISO', 'Shutter', 'ND', 'White', 'Tint']),
    );
    const gelled = withLights(poster, ({ id }) => (id === 'rim-left' ? { gels: [{ gel: 'violet-pale', strength: 2 }] } : {}));
    const gels = compareVariants(
      poster,
      a,
      variantOf(
        withLights(gelled, ({ id }) => (id === 'key' ? { gels: [] } : {})),
        'b',
        'B',
      ),
    );
    expect(gels.differences.map(({ to }) => to)).toEqual(expect.arrayContaining(['violet-pale x 2', 'no gel']));
  });
});

describe('a balance that may change more than powers', () => {
  /** So weak that powers alone cannot do it. */
  const weak = (look: Look): Look => ({
    ...look,
    camera: { ...look.camera, iso: 50, ndStops: 2, syncS: 1 / 200, longestS: 1 / 15 },
  });

  it.each([
    ['nd', (before: Look, after: Look) => after.camera.ndStops < before.camera.ndStops],
    ['iso', (before: Look, after: Look) => after.camera.iso > before.camera.iso],
    ['aperture', (before: Look, after: Look) => after.camera.aperture < before.camera.aperture],
    ['distance', (before: Look, after: Look) => after.lights.some((light, i) => throwM(light) < throwM(before.lights[i]!) - 0.1)],
  ] as const)('opens up by %s when the light is too weak, and says so', (freedom, isBrighter) => {
    const look = weak(poster);
    const wide = balanceWide(look, { [freedom]: true }, STAND_IN_KIT, { thorough: false });
    expect(wide.objective).toBeLessThan(wide.powersOnly);
    expect(isBrighter(look, wide.result.look)).toBe(true);
    for (const { gain } of wide.changes) expect(gain).toBeGreaterThan(0);
    parseLook(wide.result.look);
  });

  it('keeps to the sync speed and to what can be held, and a T-stop to its lens', () => {
    const look = weak(oven);
    const wide = balanceWide(look, { shutter: true, aperture: true }, STAND_IN_KIT, { thorough: false });
    expect(wide.result.look.camera.shutterS).toBeLessThanOrEqual(look.camera.longestS + 1e-9);
    // A lens marked in T-stops keeps what it loses.
    const { tStop, aperture } = wide.result.look.camera;
    if (tStop !== null) expect(tStop / aperture).toBeCloseTo(look.camera.tStop! / look.camera.aperture, 1);
  });

  it('takes other gels of nearly the same hue only, and never moves a locked light', () => {
    const locked = withLights(poster, ({ role }) => ({ locked: role === 'rim' }));
    const wide = balanceWide(locked, { gels: true, distance: true, grid: true }, STAND_IN_KIT, { thorough: false });
    wide.result.look.lights.forEach((light, i) => {
      if (light.locked)
        expect([light.position, light.gels, light.modifier]).toEqual([
          locked.lights[i]!.position,
          locked.lights[i]!.gels,
          locked.lights[i]!.modifier,
        ]);
    });
    const hue = (look: Look, id: string) => evaluate(look).lights.find((light) => light.id === id)!;
    for (const light of wide.result.look.lights) expect(hue(wide.result.look, light.id)).toBeDefined();
  });

  it('changes nothing where powers alone reach the aims', () => {
    const balanced = balanceWide(poster, {}, STAND_IN_KIT, { thorough: false });
    expect(balanced.changes).toEqual([]);
  });
});

describe('looks that lead nowhere', () => {
  it.each([
    ['subject.hair', (look: Look) => ({ ...look, subject: { ...look.subject, hair: { kind: 'material', id: 'none' } } })],
    ['subject.wardrobe', (look: Look) => ({ ...look, subject: { ...look.subject, wardrobe: { kind: 'spectrum', id: 'x' } } })],
    ['subject.label', (look: Look) => ({ ...look, subject: { ...look.subject, label: { kind: 'material', id: 'none' } } })],
    ['backdrop.surface', (look: Look) => ({ ...look, backdrop: { ...look.backdrop, surface: { kind: 'spectrum', id: 'x' } } })],
    ['room.paint', (look: Look) => ({ ...look, room: { ...look.room, paint: { kind: 'material', id: 'none' } } })],
    ['camera.sensor', (look: Look) => ({ ...look, camera: { ...look.camera, sensor: { kind: 'spectrum', id: 'x' } } })],
    ['ambient.source', (look: Look) => ({ ...look, ambient: { ...look.ambient, source: { kind: 'spectrum', id: 'x' } } })],
    [
      'lights[1].gels[0]',
      (look: Look) => withLights(look, ({ id }) => (id === 'rim-left' ? { gels: [{ gel: 'none', strength: 1 }] } : {})),
    ],
  ] as const)('name the field: %s', (field, change) => {
    let problems: readonly { readonly field: string; readonly message: string }[] = [];
    try {
      parseLook(change(poster));
    } catch (error) {
      ({ problems } = error as { problems: typeof problems });
    }
    expect(problems).toHaveLength(1);
    expect(problems[0]!.field.startsWith(field)).toBe(true);
    expect(problems[0]!.message).toMatch(/no |carries no/i);
  });

  it('and a bottle’s places are found where its parts are', () => {
    for (const look of nocturneLooks()) expect(() => evaluate(look)).not.toThrow();
  });
});

describe('another beside it', () => {
  it('is aimed alike, stands clear of it, level and square to its axis, and can be dimmed apart', () => {
    for (const light of poster.lights) {
      const other = besideIt(light, `${light.id}-2`);
      const to = other.position.map((v, i) => v - light.position[i]!);
      expect(other.aim).toEqual(light.aim);
      expect(to[1]).toBe(0);
      expect(to[0]! * (light.aim[0] - light.position[0]) + to[2]! * (light.aim[2] - light.position[2])).toBeCloseTo(0, 2);
      const { face } = light.modifier;
      const width = face.kind === 'disc' ? 2 * face.radiusM : face.kind === 'rectangle' ? face.widthM : 0;
      expect(Math.hypot(...to)).toBeGreaterThan(width);
      expect(Math.hypot(...to)).toBeLessThan(width + 0.2);
      // Farther from the middle than the first.
      expect(Math.hypot(other.position[0], other.position[2])).toBeGreaterThan(
        Math.hypot(light.position[0], light.position[2]) - 0.01,
      );
      parseLook({ ...poster, lights: [...poster.lights, other] });
    }
  });
});
