import { continuousLuxSeconds, stopsOverMeter } from '../src/exposure/meter';
import { responses } from '../src/camera/sensor';
import { MATERIAL, MATERIAL_NAMES, reflectancesOf, SURFACE_MATERIALS, type MaterialName } from '../src/figure/materials';
import { STRAND } from '../src/figure/strands';
import { SURFACE } from '../src/figure/surfaces';
import { developInto } from '../src/picture/develop';
import { focusInto, focusOf } from '../src/picture/focus';
import { glossOf } from '../src/picture/gloss';
import { grainInto } from '../src/picture/grain';
import { makeStudio } from '../src/picture/studio';
import { findSeen } from '../src/picture/seen';
import { frameTriples } from '../src/picture/triples';
import { EYE_SPREAD, SKIN_SPREAD } from '../src/transport/skin-light';
import { stageOf } from '../src/transport/stage';
import { STRAND_ROOM } from '../src/transport/zone-light';
import { drawn, meanOf, sharesOf, transfer } from './picture-support';
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
import { LIQUID } from '../src/figure/materials';
import type { LightTerm } from '../src/picture/light-term';
import type { Seen } from '../src/picture/seen';
import { sumCheck } from '../src/picture/sum-check';
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

describe('what is seen', () => {
  it('shows skin, eyes, lips, hair and wardrobe to the camera, and adds up to whole pixels', () => {
    const { seen } = drawn(poster, 120, 150);
    const share = (name: MaterialName) => sharesOf(seen, name).reduce((sum, v) => sum + v, 0) / (120 * 150);
    expect(share('skin')).toBeGreaterThan(0.03);
    expect(share('hair')).toBeGreaterThan(0.02);
    expect(share('wardrobe')).toBeGreaterThan(0.1);
    expect(share('backdrop')).toBeGreaterThan(0.3);
    for (const small of ['lips', 'iris', 'sclera'] as const) expect(share(small)).toBeGreaterThan(0);
    const whole = new Float32Array(120 * 150);
    const { fragments: f, room, strands } = seen;
    for (let i = 0; i < f.count; i++) whole[f.pixel[i]!]! += f.share[i]!;
    for (let i = 0; i < room.count; i++) whole[room.pixel[i]!]! += room.share[i]!;
    const { shares } = strands!;
    for (let i = 0; i < shares.count; i++) whole[shares.pixel[i]!]! += shares.share[i]!;
    for (const v of whole) expect(Math.abs(v - 1)).toBeLessThan(0.004);
  });

  it('strands never take more than all of a pixel', () => {
    const { seen } = drawn(poster, 90, 60);
    const { shares } = seen.strands!;
    const sum = new Float32Array(90 * 60);
    for (let i = 0; i < shares.count; i++) sum[shares.pixel[i]!]! += shares.share[i]!;
    for (let p = 0; p < sum.length; p++) {
      expect(sum[p]!).toBeLessThanOrEqual(1 + 1e-5);
      expect(sum[p]! + shares.left[p]!).toBeCloseTo(1, 4);
    }
  });

  it('every material of the table is drawn by some look', () => {
    const found = new Set<MaterialName>();
    const close = (look: Look, form: Partial<Look['subject']>, m = 0.9): Look => ({
      ...look,
      subject: { ...look.subject, ...form },
      camera: { ...look.camera, distanceM: m },
      backdrop: { ...look.backdrop, type: 'none' },
    });
    const card = {
      id: 'c',
      name: 'Card',
      position: [0.35, 1.62, -0.3] as [number, number, number],
      widthM: 0.3,
      heightM: 0.4,
      yawDeg: 10,
      lossStops: 0,
      tint: null,
    };
    const looks: Look[] = [
      poster,
      close(poster, { person: 'cropped', garment: 'sweater' }),
      {
        ...close(poster, { headwear: 'hat', sunglasses: true }),
        boards: [
          { ...card, finish: 'white' as const },
          { ...card, id: 'd', finish: 'black' as const, position: [-0.35, 1.62, -0.3] as [number, number, number] },
        ],
      },
      close(poster, { form: 'seated', headwear: 'cap', garment: 'apron' }, 4),
      { ...close(poster, {}, 3), camera: { ...poster.camera, focalMm: 12, distanceM: 3 } },
      ...nocturneLooks(),
    ];
    for (const look of looks) {
      const { seen } = drawn(look, 150, 120, 'quick');
      const { fragments: f, room, strands, figure } = seen;
      for (let i = 0; i < f.count; i++)
        SURFACE_MATERIALS[f.surface[i]!]!.forEach((name, k) => f.mix[6 * i + k]! > 0.02 && found.add(name));
      for (let i = 0; i < room.count; i++) if (MATERIAL_NAMES[room.material[i]!]) found.add(MATERIAL_NAMES[room.material[i]!]!);
      const kinds = new Set(strands ? [...strands.point].map((k) => figure.strands!.kind[k]) : []);
      if (kinds.has(STRAND.hair)) found.add('hair').add('hair-through');
      if (kinds.has(STRAND.brow)) found.add('brow');
    }
    // Down is drawn with fine figures alone; lamps are drawn over the sums.
    const fine = findSeen(close(poster, {}, 0.7), 240, 160);
    if ([...fine.strands!.point].some((k) => fine.figure.strands!.kind[k] === STRAND.down)) found.add('down').add('down-through');
    found.add('lamp');
    expect(MATERIAL_NAMES.filter((name) => !found.has(name))).toEqual([]);
  });
});

describe('the geometry of a light in the picture', () => {
  it('is the same as that of the probes where nothing stands between', () => {
    const look = copyOf(poster) as Look;
    const { seen, terms } = drawn(look, W, H);
    const l = look.lights.findIndex(({ id }) => id === 'backdrop');
    const { room } = seen;
    let compared = 0;
    for (let i = 0; i < room.through; i++) {
      const lit = terms[l]!.room[i]!;
      if (MATERIAL_NAMES[room.material[i]!] !== 'backdrop' || lit === 0) continue;
      const at = (values: Float32Array) => [values[3 * i]!, values[3 * i + 1]!, values[3 * i + 2]!] as [number, number, number];
      const probe = {
        id: 'p',
        name: 'p',
        surface: 'backdrop',
        body: 'none',
        position: at(room.place),
        normal: at(room.normal),
      } as const;
      const expected = transfer(look.lights[l]!, probe, stageOf(look));
      expect(Math.abs(lit - expected)).toBeLessThan(0.03 * expected + 1e-7);
      compared++;
    }
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
    const [near, far] = [meanOf(at(1), 'skin'), meanOf(at(2), 'skin')];
    expect(near[1] / far[1]).toBeGreaterThan(3.4);
    expect(near[1] / far[1]).toBeLessThan(4.6);
  });

  it('mirrors less than it gets: no gloss creates light', () => {
    for (const rough of [0.22, 0.36, 0.5, 0.62])
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
            albedo +=
              (glossOf(0, 0, 1, s * Math.cos(phi), s * Math.sin(phi), lz, vx, 0, vz, rough, 0.05) / Math.PI) *
              ((2 * Math.PI) / (n * n));
          }
        expect(albedo).toBeLessThan(1);
        expect(albedo).toBeGreaterThan(0.005);
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
      const { seen, terms } = drawn(one, 66, 44);
      const { sharp } = terms[one.lights.findIndex(({ id }) => id === 'key')]!;
      let [all, none] = [0, 0];
      for (let i = 0; i < seen.fragments.count; i++) {
        if (seen.fragments.surface[i] !== SURFACE.skin) continue;
        all += seen.fragments.share[i]!;
        if (sharp[i]! < 1e-4) none += seen.fragments.share[i]!;
      }
      return none / all;
    };
    expect(shadowed(side('bare'))).toBeGreaterThan(0.3);
    expect(shadowed(side('softbox'))).toBeLessThan(shadowed(side('bare')));
  });
});

/** Without ears, whose plates let light through by shares of their own. */
const earless = (look: Look): Look => ({ ...look, subject: { ...look.subject, person: 'long' } });

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
    ...nocturneLooks(),
  ].map(earless);
}

/** A picture summed up band by band from the same geometry: 81 bands a pixel, then into the sensor. */
function byWavelength(look: Look, seen: Seen, terms: readonly LightTerm[]): Float64Array {
  const camera = cameraAt(look, look.camera);
  const lookup = lookupIn(look.spectra);
  const { all, of } = reflectancesOf(look);
  const forms = subjectForms(look);
  const tints = look.boards.map((board, i) => tintOf(board, i, lookup));
  const { tint, strength } = look.subject.liquid;
  const steps = Array.from({ length: 16 }, (_, k) => liquidTransmittance(tint, strength, 0.6 * k).map((v) => 0.86 * v));
  const sources = look.lights.map((light) =>
    product(resolveSource(light, light.powerStops, lookup), resolveFilter(light, lookup)).map(
      (v) => v * fullExposure(look, light, lookup) * 2 ** light.powerStops,
    ),
  );
  const washes = look.lights.map((light) => washFactor(look, landedFlux(look, light, forms), of('backdrop'), of('wall')));
  const ambientK = continuousLuxSeconds(look.ambient.lux, look.camera) * 2 ** stopsOverMeter(1, look.camera);
  const ambient = spectrumOfSource(look.ambient.source, lookup).map((v) => v * ambientK);
  const bands = sources[0]!.length;
  const room = Float64Array.from({ length: bands }, (_, k) =>
    sources.reduce((sum, s, l) => sum + s[k]! * washes[l]![k]!, ambient[k]!),
  );
  const spectra = Array.from({ length: 3 * W * H }, () => new Float64Array(bands));
  // Skin mixes surroundings in by channel, so every channel has a spectrum of its own.
  const add = (p: number, c: number, share: number, at: (k: number) => number) => {
    const into = spectra[3 * p + c]!;
    for (let k = 0; k < bands; k++) into[k]! += share * at(k);
  };
  const { fragments: f, room: parts, strands, figure } = seen;
  const heads = figure.skin?.vertices ?? 0;
  for (let i = 0; i < f.count; i++) {
    const surface = f.surface[i]!;
    if (surface === SURFACE.skin && f.corner[3 * i]! >= heads) continue;
    const rho = (k: number) =>
      SURFACE_MATERIALS[surface]!.reduce((sum, name, m) => sum + f.mix[6 * i + m]! * all[MATERIAL[name]]![k]!, 0);
    const own = surface === SURFACE.skin ? of('skin') : of('wardrobe');
    for (let c = 0; c < 3; c++) {
      const [a, b, w] = surface === SURFACE.skin ? SKIN_SPREAD[c]! : surface === SURFACE.eye ? EYE_SPREAD : [1, 0, 0];
      add(f.pixel[i]!, c, f.share[i]!, (k) => {
        let sum = f.open[i]! * f.fade[i]! * room[k]! * rho(k) * (1 + f.hollow[i]! * own[k]!);
        terms.forEach((t, l) => {
          const direct = a * t.sharp[i]! + b * t.near[i]! + w * t.wide[i]!;
          sum +=
            sources[l]![k]! * (rho(k) * (direct + t.cloth[i]! * of('wardrobe')[k]! + t.skin[i]! * of('skin')[k]!) + t.gloss[i]!);
          for (const card of t.cards) sum += sources[l]![k]! * tints[card.board]![k]! * card.sharp[i]! * rho(k);
        });
        return sum;
      });
    }
  }
  const strandMaterials = [
    ['hair', 'hair-through'],
    ['brow', 'brow'],
    ['down', 'down-through'],
    ['wardrobe', 'wardrobe'],
  ] as const;
  if (strands)
    for (let i = 0; i < strands.shares.count; i++) {
      const q = strands.shares.point[i]!;
      const s = strands.point[q]!;
      const [scatter, through] = strandMaterials[figure.strands!.kind[s]!]!.map(of) as [Float64Array, Float64Array];
      const shade = figure.strands!.tint[s]!;
      for (let c = 0; c < 3; c++)
        add(strands.shares.pixel[i]!, c, strands.shares.share[i]!, (k) => {
          let sum = STRAND_ROOM * figure.strands!.open[s]! * shade * strands.fade[q]! * room[k]! * scatter[k]!;
          terms.forEach((t, l) => {
            sum +=
              sources[l]![k]! *
              (shade * (t.strands[q]! * scatter[k]! + t.strandsThrough[q]! * through[k]!) + t.strandsMirrored[q]!);
            for (const card of t.cards) sum += sources[l]![k]! * tints[card.board]![k]! * card.strands[q]! * shade * scatter[k]!;
          });
          return sum;
        });
    }
  for (let i = 0; i < parts.count; i++) {
    const rho = all[parts.material[i]!]!;
    for (let c = 0; c < 3; c++)
      add(parts.pixel[i]!, c, parts.share[i]!, (k) => {
        let sum = parts.fade[i]! * room[k]! * rho[k]!;
        terms.forEach((t, l) => {
          sum += sources[l]![k]! * (t.room[i]! * rho[k]! + (t.roomGloss?.[i] ?? 0));
          for (const card of t.cards) sum += sources[l]![k]! * tints[card.board]![k]! * card.room[i]! * rho[k]!;
          if (i >= parts.through && t.through)
            sum += sources[l]![k]! * t.through[i - parts.through]! * steps[Math.max(0, parts.material[i]! - LIQUID)]![k]!;
        });
        return sum;
      });
  }
  for (let p = 0; p < W * H; p++)
    for (let c = 0; c < 3; c++)
      add(p, c, 1, (k) => terms.reduce((sum, t, l) => sum + (t.air ? sources[l]![k]! * t.air[p]! : 0), 0));
  return Float64Array.from(spectra, (spectrum, q) => responses(camera.sensor, spectrum)[q % 3]! / camera.whiteResponse[q % 3]!);
}

describe('relighting', () => {
  it('equals a rendering wavelength by wavelength', () => {
    for (const look of everythingAtOnce()) {
      const { seen, terms, raw } = drawn(look, W, H, 'quick');
      const slow = byWavelength(look, seen, terms);
      for (let p = 0; p < W * H; p++) {
        const expected = [0, 1, 2].map((c) => slow[3 * p + c]!);
        const largest = Math.max(...expected);
        expected.forEach((value, c) => expect(Math.abs(raw[3 * p + c]! - value)).toBeLessThan(1e-6 * largest + 1e-9));
      }
    }
  });

  it('light alone adds up to all', () => {
    const look = everythingAtOnce()[3]!;
    const studio = makeStudio();
    const request = { look, width: 60, height: 40, fineness: 2 as const };
    const point = studio.point(request, 0.5, 0.4);
    expect(point.shares.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
    expect(sumCheck(look).worst).toBeLessThan(1e-6);
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
    const triples = frameTriples(poster);
    const { raw } = drawn(poster, W, H, 'quick');
    const rgba = new Uint8ClampedArray(4 * W * H);
    developInto(rgba, Float32Array.from(raw), triples.camera);
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

describe('the camera in the picture', () => {
  it('what is in focus stays sharp, what is not is spread; nothing is lost on an even ground', () => {
    const look: Look = { ...poster, camera: { ...poster.camera, aperture: 1.2, distanceM: 1.2 } };
    const { seen, raw } = drawn(look, 240, 160, 'quick');
    const focus = focusOf(seen, look)!;
    const out = new Float32Array(raw.length);
    focusInto(out, Float32Array.from(raw), seen, focus);
    expect(out).not.toEqual(Float32Array.from(raw));
    const flat = new Float32Array(raw.length).fill(0.5);
    focusInto(out, flat, seen, focus);
    for (const v of out) expect(v).toBeCloseTo(0.5, 5);
    expect(focusOf(seen, { camera: { ...look.camera, aperture: 64 } })).toBeNull();
  });

  it('grain is stronger at a higher ISO, the same each time, and none of black', () => {
    const grey = (iso: number) => {
      const rgba = new Uint8ClampedArray(4 * 64 * 64).fill(110);
      grainInto(rgba, 64, iso);
      const values = [...rgba].filter((_, i) => i % 4 === 0);
      const mean = values.reduce((sum, v) => sum + v, 0) / values.length;
      return Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length);
    };
    expect(grey(3200)).toBeGreaterThan(3 * grey(100));
    expect(grey(400)).toBe(grey(400));
    const black = new Uint8ClampedArray(4 * 16).fill(0);
    grainInto(black, 4, 6400);
    expect(Math.max(...black)).toBeLessThan(6);
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
  const BACK = 'backdrop' as const;
  /** How far from grey a mean is: 0 grey. */
  const strength = ([r, g, b]: readonly number[]) => 1 - Math.min(r!, g!, b!) / Math.max(r!, g!, b!);

  it('a white key washes a coloured backdrop; a grid on it and more distance give the colour back', () => {
    const key = (change: Partial<Look['lights'][number]>, backM = washed.backdrop.distanceM): Look => ({
      ...washed,
      backdrop: { ...washed.backdrop, distanceM: backM },
      lights: washed.lights.map((light) =>
        light.id === 'key' ? { ...light, ...change } : { ...light, on: light.id === 'backdrop' },
      ),
    });
    const open = strength(meanOf(key({}), BACK));
    const gridded = strength(meanOf(key({ modifier: modifierOf('softbox-grid') }), BACK));
    expect(gridded).toBeGreaterThan(open + 0.1);
    const without = strength(
      meanOf({ ...washed, lights: washed.lights.map((light) => ({ ...light, on: light.id === 'backdrop' })) }, BACK),
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
    expect(meanOf(room(0.85), 'wardrobe')[0]).toBeGreaterThan(1.3 * meanOf(room(0.03), 'wardrobe')[0]);
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
