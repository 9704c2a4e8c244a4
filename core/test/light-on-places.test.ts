import { demoLooks, nightOvenLooks } from '../src/demo';
import type { Look } from '../src/document';
import { nearFieldRatio } from '../src/exposure/distance';
import { overHairline } from '../src/figure/hairline';
import { SURFACE } from '../src/figure/surfaces';
import { airTerm } from '../src/picture/air-term';
import { skinAndHair, IS_HAIR, IS_SKIN, NOTHING, partAt } from '../src/picture/parts';
import { markInto } from '../src/picture/marking';
import { makeSpot, relieve } from '../src/picture/relief';
import { findSeen } from '../src/picture/seen';
import { frameTriples } from '../src/picture/triples';
import { EYES_M, eyesAt, NEAR_ASPECT, throughLongLens } from '../src/scene/eyes';
import { viewOf } from '../src/transport/view';
import type { LightReading } from '../src/scene/readings';
import { verdictOf } from '../src/scene/verdict';
import { inScatter } from '../src/transport/air';
import { falloffAt, falloffTable } from '../src/transport/falloff';
import { reaching } from '../src/transport/reach';
import { facePoints, pointsFor } from '../src/transport/sampling';
import { sightInto } from '../src/transport/view';

const [poster] = demoLooks() as [Look];
const oven = nightOvenLooks()[3]!;

describe('points on a face', () => {
  const face = { position: [1, 2, 3], right: [1, 0, 0], up: [0, 1, 0], halfW: 0.5, halfH: 0.3 } as const;
  const points = (round: boolean, count: number) => {
    const flat = facePoints({ ...face, round } as never, count);
    return Array.from({ length: count }, (_, k) => [flat[3 * k]! - 1, flat[3 * k + 1]! - 2, flat[3 * k + 2]! - 3] as const);
  };

  it.each([true, false])('lie on it and evenly over it (round: %s)', (round) => {
    for (const count of [4, 6, 11, 14, 64]) {
      const all = points(round, count);
      for (const [x, y, z] of all) {
        expect(z).toBe(0);
        expect(round ? Math.hypot(x / 0.5, y / 0.3) : Math.max(Math.abs(x) / 0.5, Math.abs(y) / 0.3)).toBeLessThanOrEqual(1);
      }
      expect(new Set(all.map(([x, y]) => `${x.toFixed(9)} ${y.toFixed(9)}`)).size).toBe(count);
      const mean = (c: 0 | 1) => all.reduce((sum, one) => sum + one[c], 0) / count;
      expect(Math.abs(mean(0))).toBeLessThan(0.12);
      expect(Math.abs(mean(1))).toBeLessThan(0.12);
    }
    // As many on either side, and as far out as an even spread lies.
    const many = points(round, 400);
    const squares = many.reduce((sum, [x]) => sum + (x / 0.5) ** 2, 0) / many.length;
    expect(squares).toBeCloseTo(round ? 1 / 4 : 1 / 3, 1.5);
  });

  it('are more the larger it looks, and never none', () => {
    const counts = [0.001, 0.05, 0.2, 1, 5].map((radius) => pointsFor(radius, 2));
    expect(counts).toEqual([...counts].sort((a, b) => a - b));
    expect(counts[0]).toBeGreaterThan(0);
    expect(pointsFor(0.5, 0)).toBe(pointsFor(0.5, 0.1));
  });
});

describe('falloff from a face', () => {
  it.each([
    { kind: 'disc', radiusM: 0.05 },
    { kind: 'disc', radiusM: 0.75 },
    { kind: 'rectangle', widthM: 1.2, heightM: 0.4 },
    { kind: 'tube', lengthM: 1.2, radiusM: 0.02 },
  ] as never[])('of %o is the exact one within a hundredth of a stop at any distance that is photographed', (face) => {
    const table = falloffTable(face);
    for (const d of [0.06, 0.1, 0.33, 1, 2.7, 9, 29]) {
      const exact = nearFieldRatio(face, d) / (d * d);
      expect(Math.abs(Math.log2(falloffAt(table, d) / exact))).toBeLessThan(0.01);
    }
    // Nearer and farther than the table it stays finite.
    expect(falloffAt(table, 1e-6)).toBeCloseTo(falloffAt(table, 0.05), 9);
    expect(falloffAt(table, 1e6)).toBeCloseTo(falloffAt(table, 30), 12);
  });
});

describe('eyes', () => {
  const person = (change: Partial<Look['subject']>): Look => ({ ...poster, subject: { ...poster.subject, ...change } });

  it('look where the face is turned, a little over its middle', () => {
    const front = eyesAt(person({ turnDeg: 0, headTurnDeg: 0 }))!;
    expect(front[0]).toBeCloseTo(0, 12);
    expect(front[2]).toBeGreaterThan(0);
    expect(front[1]).toBeGreaterThan(poster.subject.faceHeightM);
    const side = eyesAt(person({ turnDeg: 60, headTurnDeg: 30 }))!;
    expect(side[0]).toBeCloseTo(front[2], 12);
    expect(side[2]).toBeCloseTo(0, 12);
  });

  it('are not looked for in a bottle, nor behind dark glasses', () => {
    expect(eyesAt(person({ form: 'bottle' as never }))).toBeNull();
    expect(eyesAt(person({ sunglasses: true }))).toBeNull();
  });

  it('fill a lens that is long enough: so much is seen across at the face, whatever the shape of the sensor', () => {
    for (const [sensorWidthMm, sensorHeightMm] of [
      [36, 24],
      [24, 36],
      [27, 11.3],
    ] as const) {
      const near = throughLongLens({ ...poster, camera: { ...poster.camera, sensorWidthMm, sensorHeightMm } });
      expect(2 * viewOf(near, 100, 100 / NEAR_ASPECT).halfWidth * near.camera.distanceM).toBeCloseTo(EYES_M, 9);
    }
    expect({ ...throughLongLens(poster), camera: poster.camera }).toEqual(poster);
  });
});

describe('the verdict on a light', () => {
  const window = { lowStops: -3, highStops: -0.5 } as LightReading['window'];
  const reading = (change: Partial<LightReading>): Omit<LightReading, 'verdict'> =>
    ({
      active: true,
      stops: -1,
      window,
      place: 0.8,
      firstClip: { channel: 'r', stops: 0.5 },
      best: { stops: -1, vividness: 0.9 },
      spoiler: null,
      isWhite: false,
      dilution: [],
      ...change,
    }) as unknown as Omit<LightReading, 'verdict'>;
  const of = (change: Partial<LightReading>) => verdictOf(reading(change), 'cheek');

  it.each([
    ['off', { active: false }, { kind: 'silent' }],
    ['not reaching its place', { stops: -Infinity }, { kind: 'unreached', place: 'cheek' }],
    ['where all is burnt already', { firstClip: { channel: 'g', stops: -Infinity } }, { kind: 'crowded', place: 'cheek' }],
    ['over its clip', { stops: 0.75 }, { kind: 'clipped', channel: 'r', overStops: 0.25 }],
    ['in its window', {}, { kind: 'vivid', upWindow: 0.8, atEdge: false, channel: 'r', toClipStops: 1.5 }],
    ['white', { isWhite: true }, { kind: 'white', toClipStops: 1.5 }],
    ['under its window', { stops: -4 }, { kind: 'dark', isWhite: false, underStops: 1 }],
    ['white and dark', { stops: -4, isWhite: true }, { kind: 'dark', isWhite: true, underStops: 1 }],
    ['over its window', { stops: 0.2 }, { kind: 'diluted', by: { why: 'too-bright', overStops: 0.7 } }],
    // On the edge: over by less than is worth a word, and right under the clip.
    ['at the edge', { stops: 0.45 }, { kind: 'vivid', atEdge: true }],
    ['on its lower end', { stops: -3.004 }, { kind: 'vivid' }],
  ] as const)('%s', (_, change, verdict) => {
    const found = of(change as never);
    expect(found).toMatchObject({ ...verdict, ...('by' in verdict ? { by: { why: verdict.by.why } } : {}) });
  });

  it('that never shows its colour tells its best, and without which light it would', () => {
    expect(of({ window: null })).toEqual({ kind: 'diluted', by: { why: 'no-window', best: 0.9, spoiler: null } });
    const spoiler = { lightId: 'a', name: 'Ambient', vividness: 0.95 };
    expect(of({ window: null, best: null, spoiler })).toEqual({
      kind: 'diluted',
      by: { why: 'no-window', best: null, spoiler: { name: 'Ambient', vividness: 0.95 } },
    });
  });

  it('under its window names another light only where that takes much of it', () => {
    const dilution = (vividnessLost: number) => [{ lightId: 'a', name: 'Fill', share: 0.5, vividnessLost }];
    expect(of({ stops: -4, dilution: dilution(0.2) })).toEqual({
      kind: 'diluted',
      by: { why: 'other-light', name: 'Fill', underStops: 1 },
    });
    expect(of({ stops: -4, dilution: dilution(0.05) })).toMatchObject({ kind: 'dark' });
  });
});

describe('marks over a picture', () => {
  const triples = frameTriples(poster);
  const width = 56;
  const marked = (raw: (p: number) => readonly [number, number, number], marks: object, top = 0) => {
    const values = new Float32Array(3 * width * 40);
    for (let p = 0; p < width * 40; p++) values.set(raw(p), 3 * p);
    const rgba = new Uint8ClampedArray(4 * width * 40).fill(77);
    markInto(rgba, values, width, triples, { clipped: false, dark: false, gamut: false, ...marks } as never, top);
    return rgba;
  };
  const share = (rgba: Uint8ClampedArray) => rgba.filter((v, i) => i % 4 === 0 && v !== 77).length / (rgba.length / 4);
  const burnt = () => [2 * triples.camera.whiteClip, 2 * triples.camera.whiteClip, 2 * triples.camera.whiteClip] as const;

  it('are put where they belong, and only those that are wanted', () => {
    expect(share(marked(burnt, { clipped: true }))).toBeCloseTo(3 / 7, 1);
    expect(share(marked(burnt, { dark: true }))).toBe(0);
    expect(share(marked(() => [0.001, 0.001, 0.001], { dark: true }))).toBeCloseTo(1 / 16, 2);
    expect(share(marked(() => [0.18, 0.18, 0.18], { clipped: true, dark: true, gamut: true }))).toBe(0);
    // A colour that no file holds: lines at every fifth row.
    expect(share(marked(() => [0.001, 0.4, 0.001], { gamut: true }))).toBeCloseTo(1 / 5, 2);
  });

  it('run on from band to band', () => {
    const whole = marked(burnt, { clipped: true });
    const below = marked(burnt, { clipped: true }, 10);
    expect(below.slice(0, 4 * width * 30)).toEqual(whole.slice(4 * width * 10));
  });

  it('never touch how opaque a pixel is', () => {
    expect(marked(burnt, { clipped: true }).filter((v, i) => i % 4 === 3 && v !== 77)).toHaveLength(0);
  });
});

describe('what a pixel shows', () => {
  const seen = findSeen(poster, 72, 90, 'quick');
  const kinds = skinAndHair(seen);

  it('is skin, hair, or another part of the picture, as it is named by place', () => {
    for (const [kind, names] of [
      [IS_HAIR, ['hair']],
      [IS_SKIN, ['skin', 'blush', 'lips', 'shade', 'stubble', 'root']],
    ] as const) {
      const at = kinds.indexOf(kind);
      expect(at).toBeGreaterThanOrEqual(0);
      expect(names as readonly string[]).toContain(partAt(seen, at).material);
    }
    const corner = partAt(seen, 0);
    expect(kinds[0]).toBe(NOTHING);
    expect(corner.material).toBe('backdrop');
    // Where that place stands in the room is where the eye looks through that pixel.
    const way = new Float64Array(3);
    sightInto(way, seen.view, 0);
    const to = corner.place.map((v, c) => v - seen.view.eye[c]!);
    const length = Math.hypot(...to);
    to.forEach((v, c) => expect(v / length).toBeCloseTo(way[c]!, 2));
  });
});

describe('haze in the line of sight', () => {
  const hazy: Look = { ...oven, air: { hazePerM: 0.08 } };
  const seen = findSeen(hazy, 48, 60, 'quick');
  const light = hazy.lights.find(({ on }) => on)!;
  const reach = reaching(light, seen.stage);

  it('is at the points of its mesh what the sum along the line says, and between them near it', () => {
    const air = airTerm(seen, reach, { onLens: 1, veil: 0, offAxisDeg: 90 })!;
    const way = new Float64Array(3);
    const exact = (p: number) => {
      sightInto(way, seen.view, p);
      const at = seen.view.eye.map((v, c) => v + way[c]! * seen.wayM[p]!) as [number, number, number];
      return inScatter(reach, seen.stage, 0.08, seen.view.eye, at);
    };
    const errors: number[] = [];
    for (let j = 0; j < 60; j += 4)
      for (let i = 0; i < 48; i += 4) {
        const p = j * 48 + i;
        expect(air[p]).toBeCloseTo(exact(p), 6);
      }
    for (let p = 5; p < air.length; p += 53) errors.push(Math.abs(Math.log2(air[p]! / exact(p))));
    errors.sort((a, b) => a - b);
    expect(errors[errors.length >> 1]).toBeLessThan(0.05);
  });

  it('without haze and without light on the lens there is none; a veil lies over all of it and glows round the light', () => {
    const clear = findSeen({ ...hazy, air: { hazePerM: 0 } }, 48, 60, 'quick');
    expect(airTerm(clear, reach, { onLens: 1, veil: 0, offAxisDeg: 10 })).toBeNull();
    const veiled = airTerm(clear, reach, { onLens: 1, veil: 0.01, offAxisDeg: 10 })!;
    expect(Math.min(...veiled)).toBeGreaterThanOrEqual(0.01 - 1e-6);
    expect(airTerm(clear, reach, { onLens: 1, veil: 0.01, offAxisDeg: 90 })!.every((v) => v === 0)).toBe(true);
  });
});

describe('hair and relief', () => {
  it('hair begins over forehead and nape; the face below is bare', () => {
    // The top of the head, the middle of the forehead, a cheek.
    expect(overHairline(0, 11, 0, 0)).toBeGreaterThan(0);
    expect(overHairline(0, 6, 6, 0)).toBeLessThan(0);
    expect(overHairline(4, 0, 4, 0)).toBeLessThan(0);
    // A hairline that lies higher leaves more of the forehead.
    expect(overHairline(0, 9, 4, 1)).toBeLessThan(overHairline(0, 9, 4, 0));
  });

  it('fine relief bends directions only a little, and mixes materials that are there', () => {
    const { figure, fragments } = findSeen(poster, 40, 50, 'quick');
    const spot = makeSpot();
    for (let f = 0; f < fragments.count; f += 7) {
      Object.assign(spot, {
        X: f % 13,
        Y: f % 7,
        Z: 9,
        sx: 0,
        sy: 0,
        sz: 1,
        fine: 1,
        open: 1,
        wa: 1,
        wb: 0,
        wc: 0,
        a: 0,
        b: 0,
        c: 0,
      });
      if (fragments.surface[f] === SURFACE.eye) continue;
      relieve(spot, figure, fragments.surface[f]!, [0, 0, 1]);
      const turn = Math.acos(Math.min(1, spot.nz / Math.hypot(spot.nx, spot.ny, spot.nz)));
      expect(turn).toBeLessThan(0.9);
      const sum = spot.mix.reduce((all, v) => all + v, 0);
      expect(sum).toBeGreaterThan(0.2);
      expect(sum).toBeLessThan(2);
      expect(spot.rough).toBeGreaterThan(0);
    }
  });
});
