import { responses } from '../src/camera/sensor';
import { continuousLuxSeconds, stopsOverMeter } from '../src/exposure/meter';
import { developInto } from '../src/frame/develop';
import { lightTerm } from '../src/frame/light-term';
import { frameReflectances, frameTriples, relightInto } from '../src/frame/relight';
import { mirrored, SHEEN } from '../src/frame/sheen';
import { makeStudio } from '../src/frame/studio';
import { findSurfaces } from '../src/frame/surfaces';
import { viewOf } from '../src/transport/view';
import { MATERIALS_OF_FRAME, SKIN, WARDROBE } from '../src/subject/materials';
import { stageOf, transfer } from '../src/transport/stage';
import { tintOf } from '../src/look/reflectances';
import { liquidTransmittance } from '../src/surface/liquid';
import {
  backdropEvenness,
  beamAngles,
  demoLooks,
  evaluate,
  lookupIn,
  modifierOf,
  nightOvenLooks,
  nocturneLooks,
  parseLook,
  product,
  reachTable,
  resolveFilter,
  resolveSource,
  spectrumOfSource,
  spillRemedies,
  stopsAlong,
  type Look,
} from '../src';
import { recordInto } from '../src/camera/camera';
import { cameraAt } from '../src/capture/white';
import { subjectForms } from '../src/transport/geometry';
import { landedFlux, washFactor } from '../src/transport/room';
import { fullExposure } from '../src/look/scene';
import { copyOf } from './support';

const [poster, washed] = demoLooks() as [Look, Look, Look];
const [W, H] = [36, 24];

const alone = (look: Look, ...ids: string[]): Look => ({
  ...look,
  ambient: { ...look.ambient, lux: 0 },
  lights: look.lights.map((light) => ({ ...light, on: ids.includes(light.id) })),
});

/** Linear sum of a picture, over the pixels of one material. */
function meanOf(look: Look, material: number, size: readonly [number, number] = [W, H]): [number, number, number] {
  const view = viewOf(look, ...size);
  const surfaces = findSurfaces(look, view);
  const raw = new Float32Array(3 * size[0] * size[1]);
  relightInto(
    raw,
    surfaces,
    look.lights.map((light) => lightTerm(surfaces, light, view, look)),
    frameTriples(look),
  );
  const sum: [number, number, number] = [0, 0, 0];
  let n = 0;
  surfaces.material.forEach((m, p) => {
    if (m !== material) return;
    n++;
    for (const c of [0, 1, 2] as const) sum[c] += raw[3 * p + c]!;
  });
  return sum.map((value) => value / n) as [number, number, number];
}

describe('the subject in the picture', () => {
  it('shows skin, eyes, lips, hair and wardrobe to the camera', () => {
    const view = viewOf(poster, 120, 150);
    const { material } = findSurfaces(poster, view);
    const share = MATERIALS_OF_FRAME.map((_, m) => material.filter((one) => one === m).length / material.length);
    const of = (name: (typeof MATERIALS_OF_FRAME)[number]) => share[MATERIALS_OF_FRAME.indexOf(name)]!;
    expect(of('skin')).toBeGreaterThan(0.04);
    expect(of('hair')).toBeGreaterThan(0.01);
    expect(of('wardrobe')).toBeGreaterThan(0.1);
    expect(of('backdrop')).toBeGreaterThan(0.3);
    for (const small of ['lips', 'iris', 'eye-white'] as const) expect(of(small)).toBeGreaterThan(0);
  });
});

describe('the geometry of a light in the picture', () => {
  it('is the same as that of the probes where nothing stands between', () => {
    const look = copyOf(poster) as Look;
    const view = viewOf(look, W, H);
    const surfaces = findSurfaces(look, view);
    const light = look.lights.find(({ id }) => id === 'backdrop')!;
    const { lit } = lightTerm(surfaces, light, view, look);
    let compared = 0;
    surfaces.material.forEach((m, p) => {
      if (MATERIALS_OF_FRAME[m] !== 'backdrop' || lit[p]! === 0) return;
      const position = [0, 1, 2].map((c) => surfaces.place[3 * p + c]!) as [number, number, number];
      const expected = transfer(
        light,
        {
          id: 'p',
          name: 'p',
          surface: 'backdrop',
          body: 'none',
          position,
          normal: [0, 1, 2].map((c) => surfaces.normal[3 * p + c]!) as [number, number, number],
        },
        stageOf(look),
      );
      if (Math.abs(lit[p]! - expected) < 0.02 * expected) compared++;
      expect(lit[p]!).toBeLessThan(1.02 * expected + 1e-9);
    });
    expect(compared).toBeGreaterThan(100);
  });

  it('twice the distance is a quarter of the light, for a small source', () => {
    const look = alone(poster, 'key');
    const at = (k: number): Look => ({
      ...look,
      room: { ...look.room, walls: 0, ceiling: 0, floor: 0 },
      lights: look.lights.map((light) =>
        light.id === 'key'
          ? {
              ...light,
              modifier: modifierOf('bare'),
              position: [-k * 0.2, 1.62 + 0.2 * k, k * 1.6] as const,
              aim: [0, 1.62, 0] as const,
            }
          : light,
      ) as Look['lights'],
    });
    const [near, far] = [meanOf(at(1), SKIN), meanOf(at(2), SKIN)];
    expect(near[1] / far[1]).toBeGreaterThan(3.4);
    expect(near[1] / far[1]).toBeLessThan(4.6);
  });

  it('mirrors less than it gets: no sheen creates light', () => {
    for (const [roughness, reflectance] of Object.values(SHEEN)) {
      if (reflectance === 0) continue;
      for (const viewDeg of [5, 35, 60, 80]) {
        const [vx, vz] = [Math.sin((viewDeg * Math.PI) / 180), Math.cos((viewDeg * Math.PI) / 180)];
        let albedo = 0;
        const n = 70;
        for (let i = 0; i < n; i++)
          for (let j = 0; j < n; j++) {
            // Equal solid angles over the hemisphere.
            const lz = (i + 0.5) / n;
            const s = Math.sqrt(1 - lz * lz);
            const phi = (2 * Math.PI * (j + 0.5)) / n;
            const m = mirrored(0, 0, 1, s * Math.cos(phi), s * Math.sin(phi), lz, vx, 0, vz, lz, roughness, reflectance, 0.05);
            albedo += ((m / Math.PI) * 2 * Math.PI) / (n * n);
          }
        expect(albedo).toBeLessThan(1);
        expect(albedo).toBeGreaterThan(0);
      }
    }
  });

  it('a face turns its far side from a hard side light, a large source wraps round', () => {
    const look = alone(poster, 'key');
    const dark = { ...look.room, walls: 0, ceiling: 0, floor: 0 };
    const side = (modifier: string): Look => ({
      ...look,
      room: dark,
      lights: look.lights.map((light) =>
        light.id === 'key'
          ? { ...light, modifier: modifierOf(modifier), position: [-1.4, 1.7, 0.1] as const, aim: [0, 1.62, 0] as const }
          : light,
      ) as Look['lights'],
    });
    const shadowed = (one: Look) => {
      const view = viewOf(one, 66, 44);
      const surfaces = findSurfaces(one, view);
      const { lit } = lightTerm(
        surfaces,
        one.lights.find(({ id }) => id === 'key')!,
        view,
        one,
      );
      let [all, none] = [0, 0];
      surfaces.material.forEach((m, p) => {
        if (m !== SKIN) return;
        all++;
        if (lit[p]! < 1e-4) none++;
      });
      return none / all;
    };
    expect(shadowed(side('bare'))).toBeGreaterThan(0.3);
    expect(shadowed(side('softbox'))).toBeLessThan(shadowed(side('bare')));
  });
});

/** Looks that between them have everything that sends light on: ambient, haze, coloured walls and cards, flare, glass and liquid. */
function everythingAtOnce(): Look[] {
  const card = { id: 'c', name: 'Card', position: [0.8, 1.5, 0.6], widthM: 1, heightM: 1.4, yawDeg: -55, lossStops: 0 } as const;
  return [
    poster,
    nightOvenLooks()[0]!,
    { ...poster, ambient: { ...poster.ambient, lux: 900 } },
    parseLook({
      ...poster,
      air: { hazePerM: 0.05 },
      room: { ...poster.room, paint: { kind: 'material', id: 'cloth-red' }, gloss: 0.6 },
      backdrop: { ...poster.backdrop, type: 'cloth', gloss: 0.5 },
      boards: [
        { ...card, finish: 'white', tint: { kind: 'material', id: 'cloth-cream' } },
        { ...card, id: 'd', finish: 'silver', tint: null, position: [-0.8, 1.5, 0.6], yawDeg: 55 },
      ],
    }),
    nocturneLooks()[0]!,
  ];
}

describe('relighting', () => {
  it('equals a rendering wavelength by wavelength', () => {
    for (const look of everythingAtOnce()) {
      const view = viewOf(look, W, H);
      const surfaces = findSurfaces(look, view);
      const terms = look.lights.map((light) => lightTerm(surfaces, light, view, look));
      const raw = new Float32Array(3 * W * H);
      relightInto(raw, surfaces, terms, frameTriples(look));
      const camera = cameraAt(look, look.camera);
      const lookup = lookupIn(look.spectra);
      const rho = frameReflectances(look);
      const forms = subjectForms(look);
      const tints = look.boards.map((board, i) => tintOf(board, i, lookup));
      const { tint, strength } = look.subject.liquid;
      const steps = Array.from({ length: 16 }, (_, k) => liquidTransmittance(tint, strength, 0.6 * k).map((v) => 0.86 * v));
      const sources = look.lights.map((light) =>
        product(resolveSource(light, light.powerStops, lookup), resolveFilter(light, lookup)).map(
          (v) => v * fullExposure(look, light, lookup) * 2 ** light.powerStops,
        ),
      );
      const washes = look.lights.map((light) => washFactor(look, landedFlux(look, light, forms), rho[6]!, rho[8]!));
      const ambientK = continuousLuxSeconds(look.ambient.lux, look.camera) * 2 ** stopsOverMeter(1, look.camera);
      const ambient = spectrumOfSource(look.ambient.source, lookup).map((v) => v * ambientK);
      for (let p = 0; p < W * H; p += 7) {
        const reflectance = rho[surfaces.material[p]!]!;
        const glass = surfaces.front ? surfaces.front.pixels.indexOf(p) : -1;
        const arriving = reflectance.map((r, k) => {
          let sum = surfaces.open[p]! * ambient[k]! * r;
          sources.forEach((source, l) => {
            const { lit, gloss, air, cards, through } = terms[l]!;
            const seen = gloss[p]! + (air ? air[p]! : 0);
            sum += source[k]! * (lit[p]! * r + seen + surfaces.open[p]! * washes[l]![k]! * r);
            for (const { board, lit: own } of cards) sum += source[k]! * tints[board]![k]! * own[p]! * r;
            if (glass >= 0) sum += source[k]! * through![glass]! * steps[surfaces.front!.step[glass]!]![k]!;
          });
          return sum;
        });
        const expected = responses(camera.sensor, arriving).map((v, c) => v / camera.whiteResponse[c]!);
        const largest = Math.max(...expected);
        expected.forEach((value, c) => expect(Math.abs(raw[3 * p + c]! - value)).toBeLessThan(1e-6 * largest + 1e-12));
      }
    }
  });

  it('a change of some lights adds up to the same as adding anew', () => {
    const [studio, fresh] = [makeStudio(), makeStudio()];
    const request = (look: Look) => ({ look, width: 48, height: 32, fineness: 2 as const });
    studio.picture(request(poster));
    let look = poster;
    for (let i = 1; i <= 20; i++) {
      look = {
        ...look,
        lights: look.lights.map((light, l) => (l === i % 3 ? { ...light, powerStops: -(i % 5), muted: i % 4 === 0 } : light)),
      };
      const [changed, anew] = [
        studio.picture(request(look)),
        fresh.picture(request({ ...look, ambient: { ...look.ambient, lux: 60 + 1e-9 * i } })),
      ];
      const most = Math.max(...changed.rgba.map((v, k) => Math.abs(v - anew.rgba[k]!)));
      expect(most).toBeLessThanOrEqual(1);
    }
  });

  it('develops as the camera records', () => {
    const look = poster;
    const view = viewOf(look, W, H);
    const surfaces = findSurfaces(look, view);
    const triples = frameTriples(look);
    const raw = new Float32Array(3 * W * H);
    relightInto(
      raw,
      surfaces,
      look.lights.map((light) => lightTerm(surfaces, light, view, look)),
      triples,
    );
    const rgba = new Uint8ClampedArray(4 * W * H);
    developInto(rgba, raw, triples.camera);
    const out = new Float64Array(3);
    const encoded = (v: number) => 255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);
    for (let p = 0; p < W * H; p += 5) {
      recordInto(out, triples.camera, raw[3 * p]!, raw[3 * p + 1]!, raw[3 * p + 2]!);
      for (const c of [0, 1, 2]) expect(Math.abs(rgba[4 * p + c]! - encoded(out[c]!))).toBeLessThan(1.6);
    }
  });

  it('power, gel, white and exposure leave the geometry alone; a moved light computes its own term only', () => {
    const studio = makeStudio();
    const request = (look: Look) => ({ look, width: 60, height: 40, fineness: 2 as const });
    expect(studio.isReady(request(poster))).toBe(false);
    expect(studio.picture(request(poster)).newTerms).toBe(4);
    const changed: Look = {
      ...poster,
      camera: { ...poster.camera, whiteK: 4000, iso: 400, shutterS: 1 / 60 },
      lights: poster.lights.map((light) => ({ ...light, powerStops: -3, gels: [] })),
    };
    expect(studio.isReady(request(changed))).toBe(true);
    expect(studio.picture(request(changed)).newTerms).toBe(0);
    const moved: Look = {
      ...poster,
      lights: poster.lights.map((light, i) => (i === 1 ? { ...light, position: [1, 2, -1] as const } : light)) as Look['lights'],
    };
    expect(studio.picture(request(moved)).newTerms).toBe(1);
    const turned = { ...poster, subject: { ...poster.subject, turnDeg: 30 } };
    expect(studio.picture(request(turned)).newTerms).toBe(4);
    parseLook(moved);
  });

  it('light adds: the parts of a point are its whole', () => {
    const studio = makeStudio();
    const request = { look: poster, width: 120, height: 80, fineness: 2 as const };
    const point = studio.point(request, 0.47, 0.3);
    expect(point.material).toBe('skin');
    expect(point.shares.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
    expect(point.shares[0]!.id).toBe('key');
    const corner = studio.point(request, 0.03, 0.05);
    expect(corner.material).toBe('backdrop');
    expect(corner.shares[0]!.id).toBe('backdrop');
    const parts = poster.lights.map(({ id }) => studio.picture({ ...request, only: id }));
    expect(parts.every(({ rgba }) => rgba.some((v) => v > 0 && v < 255))).toBe(true);
  });

  it('marks what clips and what is too dark', () => {
    const studio = makeStudio();
    const request = { look: { ...poster, camera: { ...poster.camera, iso: 3200 } }, width: 60, height: 40, fineness: 2 as const };
    const [plain, marked] = [studio.picture(request), studio.picture({ ...request, marks: { clipped: true, dark: true } })];
    expect(marked.rgba).not.toEqual(plain.rgba);
  });
});

describe('where a light goes', () => {
  it('shares agree with the readings, and the light at work is the wanted one', () => {
    const table = reachTable(poster);
    const { probes } = evaluate(poster);
    poster.lights.forEach((light, l) => {
      for (const row of table[l]!) {
        const share = probes.find(({ id }) => id === row.probe)!.shares.find(({ lightId }) => lightId === light.id)?.share ?? 0;
        expect(row.share).toBeCloseTo(share, 9);
      }
      expect(table[l]!.find(({ probe }) => probe === light.zone)!.verdict).toBe('wanted');
    });
    const key = washed.lights.findIndex(({ id }) => id === 'key');
    expect(reachTable(washed)[key]!.find(({ probe }) => probe === 'backdrop')!.verdict).toBe('strong');
    const accepted = {
      ...washed,
      lights: washed.lights.map((light, i) => (i === key ? { ...light, accepts: ['backdrop'] } : light)),
    };
    expect(reachTable(accepted)[key]!.find(({ probe }) => probe === 'backdrop')!.verdict).toBe('accepted');
  });

  it('remedies do what they say when they are tried', () => {
    const remedies = spillRemedies(washed, 'key', 'backdrop');
    expect(remedies.map(({ id }) => id)).toContain('grid');
    const level = (look: Look, probe: string) =>
      reachTable(look)[look.lights.findIndex(({ id }) => id === 'key')]!.find((row) => row.probe === probe)!.stops;
    for (const { light, there, atWork, board } of remedies) {
      const boards = board ? [board] : [];
      const tried = { ...washed, boards, lights: washed.lights.map((one) => (one.id === 'key' ? light : one)) };
      parseLook(tried);
      expect(level(tried, 'backdrop') - level(washed, 'backdrop')).toBeCloseTo(there, 1);
      expect(level(tried, 'face-key') - level(washed, 'face-key')).toBeCloseTo(atWork, 1);
      expect(there).toBeLessThan(0);
    }
    expect(spillRemedies(washed, 'none', 'backdrop')).toEqual([]);
  });

  it('the backdrop is uneven by the light that stands to one side, and even under two', () => {
    const bare = { ...poster, room: { ...poster.room, walls: 0, ceiling: 0, floor: 0 } };
    const one = backdropEvenness(alone(bare, 'backdrop'));
    const light = poster.lights.find(({ id }) => id === 'backdrop')!;
    const mirroredLight = {
      ...light,
      id: 'other',
      position: [-light.position[0], light.position[1], light.position[2]] as const,
    };
    const two = backdropEvenness({
      ...alone(bare, 'backdrop'),
      lights: [
        { ...light, on: true },
        { ...mirroredLight, on: true },
      ] as Look['lights'],
    });
    expect(one.across).toHaveLength(21);
    expect(two.spanStops).toBeLessThan(one.spanStops);
    two.across.forEach(({ stops }, i) => expect(stops).toBeCloseTo(two.across[20 - i]!.stops, 6));
  });

  it('along a beam light falls by the square of the way, and angles are where it halves', () => {
    const light = { ...poster.lights[0]!, modifier: modifierOf('bare') };
    const d = Math.hypot(...light.position.map((v, i) => v - light.aim[i]!));
    expect(stopsAlong(light, 2 * d)).toBeCloseTo(-2, 2);
    const lens = { ...light, modifier: { ...modifierOf('reflector') } };
    expect(beamAngles(lens).halfDeg).toBeCloseTo(27.5, 0);
    expect(beamAngles({ ...lens, modifier: modifierOf('reflector-grid') }).endDeg).toBeLessThan(21);
  });
});

describe('effects that photographers know, in the picture', () => {
  const BACK = MATERIALS_OF_FRAME.indexOf('backdrop');
  /** How far from grey a mean is: 0 grey. */
  const strength = ([r, g, b]: readonly number[]) => 1 - Math.min(r!, g!, b!) / Math.max(r!, g!, b!);

  it('a white key washes a coloured backdrop; a grid on it and more distance give the colour back', () => {
    const key = (change: Partial<Look['lights'][number]>, backM = washed.backdrop.distanceM): Look => ({
      ...washed,
      backdrop: { ...washed.backdrop, distanceM: backM },
      lights: washed.lights.map((light) => (light.id === 'key' ? { ...light, ...change } : light)),
    });
    const open = strength(meanOf(key({}), BACK));
    const gridded = strength(meanOf(key({ modifier: modifierOf('softbox-grid') }), BACK));
    expect(gridded).toBeGreaterThan(open + 0.1);
    const without = strength(
      meanOf({ ...washed, lights: washed.lights.map((light) => ({ ...light, on: light.id !== 'key' })) }, BACK),
    );
    expect(without).toBeGreaterThan(open + 0.2);
  });

  it('a darker backdrop takes less of the same light, in proportion to its reflectance', () => {
    const tone = (reflectance: number): Look => ({
      ...alone(poster, 'backdrop'),
      room: { ...poster.room, walls: 0, ceiling: 0, floor: 0 },
      backdrop: { ...poster.backdrop, surface: { kind: 'neutral', reflectance } },
    });
    const [white, grey, black] = [0.8, 0.2, 0.02].map((r) => meanOf(tone(r), BACK)[2]);
    expect(white! / grey!).toBeGreaterThan(3.5);
    expect(grey! / black!).toBeGreaterThan(9);
  });

  it('a white room fills what a dark room leaves black', () => {
    const room = (walls: number): Look => ({
      ...alone(poster, 'rim-right'),
      room: { ...poster.room, walls, ceiling: walls, floor: walls },
    });
    expect(meanOf(room(0.85), WARDROBE)[0]).toBeGreaterThan(1.3 * meanOf(room(0.03), WARDROBE)[0]);
  });

  it('agrees with the probes on what is bright and what is dark', () => {
    const studio = makeStudio();
    const { probes } = evaluate(poster);
    const stops = (id: string) => probes.find((probe) => probe.id === id)!.stops;
    const at = (x: number, y: number) => studio.point({ look: poster, width: 60, height: 40, fineness: 2 }, x, y).stops;
    // The backdrop is the same plane for both.
    expect(Math.abs(at(0.9, 0.4) - stops('backdrop-right'))).toBeLessThan(0.6);
  });
});
