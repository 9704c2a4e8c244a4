import { STAND_IN_KIT } from '../src/catalogue';
import { demoLooks, nightOvenLooks, nocturneLooks } from '../src/demo';
import { EFFECTS, type Look } from '../src/document';
import {
  buildOrder,
  compareVariants,
  effectStops,
  framesUnder,
  lookOfVariant,
  netTrims,
  pockets,
  trimmed,
  VARIANT_KINDS,
  variantOf,
  withGroup,
  withOnly,
} from '../src/planning';
import {
  balance,
  balanceWide,
  buildRun,
  makeVariant,
  readEffects,
  sensitivities,
  trials,
  whiteCosts,
} from '../src/planning/search';
import { evaluate, parseLook } from '../src/scene';
import { makeStudio, sumCheck } from '../src/picture';
import { copyOf } from './support';
import { at } from './problem-looks';

const poster = demoLooks()[0]!;
const clone = () => copyOf(poster) as Look;
const AT = '2026-03-04T10:00:00.000Z';

describe('building a look up', () => {
  it('goes by role, or in its own order, and leaves out what is off', () => {
    const ids = (look: Look, order: Look['build']['order']) => buildOrder(look, order).map(({ id }) => id);
    expect(ids(poster, 'key')).toEqual(['key', 'rim-left', 'rim-right', 'backdrop']);
    expect(ids(poster, 'background')).toEqual(['backdrop', 'key', 'rim-left', 'rim-right']);
    expect(ids(poster, 'own')).toEqual(poster.lights.map(({ id }) => id));
    expect(ids(nightOvenLooks()[0]!, 'ambient')[0]).toBe('lamp');
    const off = clone();
    off.lights[0]!.on = false;
    expect(ids(off, 'key')).not.toContain('key');
  });

  it('each step adds its light: alone is what it does by itself, together what stands so far', () => {
    const run = buildRun(poster);
    expect(run.map(({ lightId }) => lightId)).toEqual(['key', 'rim-left', 'rim-right', 'backdrop']);
    for (const [i, step] of run.entries()) {
      const so = withOnly(
        poster,
        run.slice(0, i + 1).map(({ lightId }) => lightId),
      );
      const zone = poster.lights.find(({ id }) => id === step.lightId)!.zone;
      expect(step.togetherStops).toBeCloseTo(evaluate(so).probes.find(({ id }) => id === zone)!.stops, 9);
      expect(step.aloneStops).toBeLessThanOrEqual(step.togetherStops + 1e-9);
    }
    expect(run[0]!.watch).toContainEqual({ kind: 'catchlight', at: 'upper', side: 'left' });
    expect(run[1]!.watch).toContainEqual({ kind: 'edge', apart: run[1]!.separation, isEnough: expect.any(Boolean) });
    for (const look of nocturneLooks())
      for (const { watch } of buildRun(look)) expect(watch.map(({ kind }) => kind)).not.toContain('catchlight');
  });

  it('a trial is a stop down and up, and says where the fixture ends', () => {
    const [down, as, up] = trials(poster, 'backdrop');
    const level = (look: Look) =>
      evaluate(withOnly(look, ['backdrop'], true)).probes.find(({ id }) => id === 'backdrop')!.unclipped[2];
    expect(level(up!.look) / level(as!.look)).toBeCloseTo(2, 6);
    expect(level(as!.look) / level(down!.look)).toBeCloseTo(2, 6);
    const full = clone();
    full.lights.find(({ id }) => id === 'key')!.powerStops = 0;
    expect(trials(full, 'key').map(({ possible }) => possible)).toEqual([true, true, false]);
    expect(trials(poster, 'nobody')).toEqual([]);
  });

  it('trims add up by light and by group; a group stops where its first light does, so that offsets hold', () => {
    let look = withGroup(clone(), { id: 'rims', name: 'Rims', lights: ['rim-left', 'rim-right'] });
    look = trimmed(look, ['backdrop'], -0.5, AT, 'Trial');
    look = trimmed(look, ['rim-left', 'rim-right'], -1, AT, 'Rims', 'rims');
    look = trimmed(look, ['backdrop'], 0.25, AT, 'Trial');
    const net = netTrims(look);
    expect(net.lights.find(({ id }) => id === 'backdrop')).toMatchObject({ stops: -0.25, trims: 2 });
    expect(net.groups[0]).toMatchObject({ stops: -1 });
    const before = poster.lights.map(({ powerStops }) => powerStops);
    expect(net.groups[0]!.offsets[1]!.stops).toBeCloseTo(before[2]! - before[1]!, 9);
    const far = trimmed(look, ['rim-left', 'rim-right'], 9, AT, 'Rims', 'rims');
    expect(Math.max(...far.lights.filter(({ role }) => role === 'rim').map(({ powerStops }) => powerStops))).toBeCloseTo(0, 9);
    expect(netTrims(far).groups[0]!.offsets[1]!.stops).toBeCloseTo(before[2]! - before[1]!, 9);
    expect(trimmed(look, [], 1, AT, '')).toBe(look);
    parseLook(far);
    expect(() => parseLook({ ...look, build: { ...look.build, order: 'random' } })).toThrow(/build.order/);
  });

  it('pockets run from front to back and name flat neighbours', () => {
    const rows = pockets(poster, evaluate(poster));
    for (let i = 1; i < rows.length; i++) {
      expect(rows[i]!.depthM).toBeGreaterThanOrEqual(rows[i - 1]!.depthM);
      expect(rows[i]!.step).toBeCloseTo(rows[i]!.stops - rows[i - 1]!.stops, 9);
      if (rows[i]!.flat) expect(Math.abs(rows[i]!.step!)).toBeLessThan(0.7);
    }
    expect(rows.at(-1)!.name).toMatch(/Backdrop/);
  });

  it('pictures of single lights add up to the whole, in linear light', () => {
    for (const look of [poster, nightOvenLooks()[0]!, nocturneLooks()[0]!]) {
      const { worst, lights } = sumCheck(look, 48, 32);
      expect(worst).toBeLessThan(1e-5);
      expect(lights).toBe(look.lights.length + 1);
    }
  });
});

describe('balance, wide', () => {
  const dim = (): Look => {
    const look = clone();
    look.camera.iso = 25;
    look.camera.aperture = 16;
    return look;
  };

  it('powers alone stay what they were where nothing else is free', () => {
    const look = dim();
    const wide = balanceWide(look, {}, STAND_IN_KIT);
    expect(wide.changes).toEqual([]);
    expect(wide.result.look.lights).toEqual(balance(look).look.lights);
  });

  it('takes ISO or aperture where power runs out, and is nearer to the aims by it', () => {
    const wide = balanceWide(dim(), { iso: true, aperture: true }, STAND_IN_KIT);
    expect(wide.changes.length).toBeGreaterThan(0);
    expect(wide.objective).toBeLessThan(wide.powersOnly - 0.02);
    expect(wide.result.look.camera.iso > 25 || wide.result.look.camera.aperture < 16).toBe(true);
    parseLook(wide.result.look);
  });

  it('takes a grid or a distance against a key that washes the paper', () => {
    const wide = balanceWide(demoLooks()[1]!, { grid: true, distance: true }, STAND_IN_KIT);
    expect(['grid', 'modifier', 'distance']).toEqual(expect.arrayContaining(wide.changes.map(({ change }) => change.kind)));
    expect(wide.objective).toBeLessThan(wide.powersOnly);
  });

  it('windows do not move when all light and the exposure change alike', () => {
    const look = clone();
    look.ambient.lux = 0;
    const stop = copyOf(look) as Look;
    stop.camera.iso *= 2;
    for (const light of stop.lights) light.powerStops -= 1;
    const [a, b] = [evaluate(look), evaluate(stop)];
    a.lights.forEach((row, l) => {
      expect(b.lights[l]!.stops).toBeCloseTo(row.stops, 6);
      expect(b.lights[l]!.window!.lowStops).toBeCloseTo(row.window!.lowStops, 6);
      expect(b.lights[l]!.window!.highStops).toBeCloseTo(row.window!.highStops, 6);
    });
  });

  it('solves a bright version anew: it is not the dark one shifted', () => {
    const [dark, bright] = (['dark', 'bright'] as const).map((mood) => balance(poster, { mood }).look);
    const shifts = dark!.lights.map(({ powerStops }, l) => bright!.lights[l]!.powerStops - powerStops);
    expect(Math.max(...shifts) - Math.min(...shifts)).toBeGreaterThan(0.3);
  });

  it('lists what changes the picture most, and what more white light costs', () => {
    const list = sensitivities(poster);
    for (let i = 1; i < list.length; i++) expect(list[i]!.change).toBeLessThanOrEqual(list[i - 1]!.change);
    expect(list.some(({ lightId }) => lightId === null)).toBe(true);
    const away = list.find(({ lightId, property }) => lightId === 'key' && property === 'away')!;
    expect(away.change).toBeGreaterThan(
      list.find(({ lightId, property }) => lightId === 'key' && property.startsWith('a third'))!.change,
    );
    // Hue is among them, and what is hardly seen is free.
    const hue = list.filter(({ property }) => property.startsWith('hue'));
    expect(hue).toHaveLength(2 * poster.lights.length);
    for (const { change, isFree } of list) expect(isFree).toBe(change < 0.3);
    const look = copyOf(demoLooks()[1]!) as Look;
    look.lights[0]!.gels = [];
    const [cost] = whiteCosts(look);
    expect(cost!.lightId).toBe('key');
    expect(cost!.vividnessLost).toBeGreaterThan(0.005);
    expect(cost!.contrastGained).toBeLessThan(0.4);
  });
});

describe('versions of a look', () => {
  it('each is a look of the same rig: nothing is moved', () => {
    for (const kind of VARIANT_KINDS) {
      const variant = makeVariant(poster, kind, 'v');
      const look = lookOfVariant(poster, variant);
      parseLook({ ...look, variants: [variant] });
      expect(look.lights.map(({ position, aim, modifier }) => ({ position, aim, modifier }))).toEqual(
        poster.lights.map(({ position, aim, modifier }) => ({ position, aim, modifier })),
      );
    }
    const one = lookOfVariant(poster, makeVariant(poster, 'one-light', 'v'));
    expect(one.lights.filter(({ on }) => on)).toHaveLength(1);
    const swapped = lookOfVariant(poster, makeVariant(poster, 'swapped', 'v'));
    expect(new Set(swapped.lights.flatMap(({ gels }) => gels.map(({ gel }) => gel)))).toEqual(
      new Set(poster.lights.flatMap(({ gels }) => gels.map(({ gel }) => gel))),
    );
    const splash = lookOfVariant(poster, makeVariant(poster, 'splash', 'v'));
    expect(splash.lights.filter(({ gels }) => gels.length > 0)).toHaveLength(1);
    expect(() => makeVariant({ ...poster, lights: [] }, 'splash', 'v')).toThrow(/gel one first/);
  });

  it('a version gives back the look it was taken from, and differences are named', () => {
    const now = variantOf(poster, 'a', 'Now');
    expect(lookOfVariant(poster, now)).toEqual(poster);
    const up = {
      ...now,
      id: 'b',
      lights: now.lights.map((light) => (light.id === 'key' ? { ...light, powerStops: light.powerStops - 1 } : light)),
    };
    const one = compareVariants(poster, now, up);
    expect(one.evidence).toBe(true);
    expect(one.differences).toHaveLength(1);
    expect(one.differences[0]!.what).toBe('Key, power');
    expect(one.differences[0]!.to).toContain('-1.0');
    const two = compareVariants(poster, now, { ...up, camera: { ...up.camera, iso: 800 } });
    expect(two.evidence).toBe(false);
    expect(two.differences.map(({ what }) => what)).toContain('ISO');
    expect(compareVariants(poster, now, now).differences).toEqual([]);
  });
});

describe('effects', () => {
  const blinking = (rateHz: number, shutterS = 1 / 48): Look => {
    const look = copyOf(nightOvenLooks()[0]!) as Look;
    look.camera = { ...look.camera, shutterS };
    at(look, 'lamp').effect = { kind: 'effect', type: 'beacon', rateHz, rangeStops: 4, cue: 'Door opens' };
    return look;
  };

  it('stay between their peak and their range, and repeat', () => {
    for (const type of EFFECTS)
      for (let t = 0; t < 12; t += 0.013) {
        const stops = effectStops({ type, rateHz: 1.3, rangeStops: 3 }, t);
        expect(stops).toBeLessThanOrEqual(1e-9);
        expect(stops).toBeGreaterThanOrEqual(-3 - 1e-9);
        expect(effectStops({ type, rateHz: 1.3, rangeStops: 3 }, t)).toBe(stops);
      }
  });

  it('a long exposure averages them away, a short one shows them', () => {
    const pulse = { type: 'pulse', rateHz: 2, rangeStops: 4 } as const;
    const span = (shutterS: number) => {
      const levels = framesUnder(pulse, shutterS, 40, 7);
      return Math.max(...levels) - Math.min(...levels);
    };
    expect(span(1 / 200)).toBeGreaterThan(3);
    expect(span(1)).toBeLessThan(0.1);
    // The mean of 2^(-2 + 2 cos): I0 of 2 ln 2, times a quarter.
    const mean = 2 ** framesUnder(pulse, 0.5, 1, 1)[0]!;
    const x = 2 * Math.LN2;
    const bessel = [0, 1, 2, 3, 4, 5, 6].reduce((sum, k) => sum + (x / 2) ** (2 * k) / [1, 1, 2, 6, 24, 120, 720][k]! ** 2, 0);
    expect(mean).toBeCloseTo(bessel / 4, 3);
  });

  it('warn where flashing can harm, and where a shutter defeats them', () => {
    expect(readEffects(blinking(10))[0]!.harmful).toBe(true);
    expect(readEffects(blinking(1))[0]!.harmful).toBe(false);
    expect(readEffects(blinking(10, 0.5))[0]!.notes).toContainEqual({ kind: 'averaged', turns: 5 });
    expect(readEffects(poster)).toEqual([]);
    expect(() =>
      parseLook({
        ...blinking(1),
        lights: [{ ...at(blinking(1), 'lamp'), effect: { kind: 'effect', type: 'beacon', rateHz: 0, rangeStops: 4, cue: '' } }],
      }),
    ).toThrow(/rateHz/);
  });
});

describe('instruments', () => {
  const studio = makeStudio();
  const read = (look: Look, line = 0.4) => studio.instruments({ look, width: 72, height: 54, fineness: 2 }, line);

  it('levels are shares of all pixels, and a stop more exposure moves them by a stop', () => {
    const a = read(poster);
    for (const list of [a.levels.r, a.levels.g, a.levels.b]) expect(list.reduce((sum, v) => sum + v, 0)).toBeCloseTo(1, 9);
    const b = read({ ...poster, camera: { ...poster.camera, iso: poster.camera.iso * 2 } });
    const mean = (list: readonly number[]) => list.reduce((sum, v, i) => sum + v * i, 0);
    // Four steps of a quarter.
    expect(mean(b.levels.b) - mean(a.levels.b)).toBeCloseTo(4, 0);
  });

  it('the disc is full where the colours are, the line is as wide as the picture', () => {
    const { disc, line } = read(poster);
    expect(Math.max(...disc.density)).toBe(1);
    expect(line.r).toHaveLength(72);
    const teal = disc.density.reduce((sum, v, i) => sum + (i % disc.size < disc.size / 2 ? v : 0), 0);
    const amber = disc.density.reduce((sum, v, i) => sum + (i % disc.size > disc.size / 2 ? v : 0), 0);
    expect(teal).toBeGreaterThan(amber);
  });

  it('skin and hair have tolerances of their own', () => {
    const hot = copyOf(poster) as Look;
    at(hot, 'key').powerStops = 0;
    hot.camera.iso *= 4;
    const skin = (look: Look) => read(look).highlights.find(({ part }) => part === 'skin')!;
    expect(skin(poster).share).toBeLessThan(0.2);
    expect(skin(hot).share).toBeGreaterThan(skin(hot).tolerance);
    // The picture beside Balance says the same, by the same measure; a light alone or a coarse picture says nothing.
    const studio = makeStudio();
    const request = { look: hot, width: 96, height: 72, fineness: 2 as const };
    expect(studio.picture(request).burnt).toEqual(studio.instruments(request, 0.5).highlights);
    expect(studio.picture({ ...request, only: 'key' }).burnt).toBeNull();
    expect(studio.picture({ ...request, fineness: 1 }).burnt).toBeNull();
  });
});
