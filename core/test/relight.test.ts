import { continuousLuxSeconds, stopsOverMeter } from '../src/exposure/meter';
import { responses } from '../src/camera/sensor';
import { MATERIAL, SURFACE_MATERIALS } from '../src/figure/materials';
import { reflectancesOf, sendersOf } from '../src/scene/reflectances';
import { SURFACE } from '../src/figure/surfaces';
import { developInto } from '../src/picture/develop';
import { MIX_UNIT } from '../src/picture/fragments';
import { lightTerm } from '../src/picture/light-term';
import { relightInto } from '../src/picture/relight';
import { sumsOf, type Sums } from '../src/picture/sums';
import { random } from '../src/figure/numeric';
import { makeStudio } from '../src/picture/studio';
import { frameTriples } from '../src/picture/triples';
import { EYE_SPREAD, SKIN_SPREAD } from '../src/transport/skin-light';
import { STRAND_ROOM } from '../src/transport/zone-light';
import { drawn, inRoom, onPoints } from './picture-support';
import { liquidTransmittance } from '../src/surface/liquid';
import { demoLooks, nightOvenLooks, nocturneLooks } from '../src/demo';
import type { Look } from '../src/document';
import { lookupIn, parseLook, resolveFilter, resolveSource, spectrumOfSource } from '../src/scene';
import { product } from '../src/spectrum';
import { LIQUID } from '../src/figure/materials';
import { amountAt } from '../src/picture/amounts';
import type { LightTerm } from '../src/picture/light-term';
import type { Seen } from '../src/picture/seen';
import { sumCheck } from '../src/picture/sum-check';
import { recordInto } from '../src/camera/camera';
import { cameraOf } from '../src/scene/camera';
import { subjectForms } from '../src/transport/geometry';
import { landedFlux, washFactor } from '../src/transport/room';
import { fullExposure } from '../src/scene/compile';
import { farthest } from './support';

const poster = demoLooks()[0]!;
const [W, H] = [36, 24];

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
  const camera = cameraOf(look);
  const lookup = lookupIn(look.spectra);
  const { all, of } = reflectancesOf(look);
  const forms = subjectForms(look);
  const colours = sendersOf(look, { of });
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
  const spectrum = (at: (k: number) => number) => Float64Array.from({ length: bands }, (_, k) => at(k));
  const add = (p: number, share: number, light: Float64Array, channels: readonly number[] = [0, 1, 2]) => {
    for (const c of channels) {
      const into = spectra[3 * p + c]!;
      for (let k = 0; k < bands; k++) into[k]! += share * light[k]!;
    }
  };
  const { fragments: f, room: parts, strands, figure } = seen;
  const heads = figure.skin?.vertices ?? 0;
  for (let i = 0; i < f.count; i++) {
    const surface = f.surface[i]!;
    if (surface === SURFACE.skin && f.corner[3 * i]! >= heads) continue;
    const mixed = new Float64Array(room.length);
    SURFACE_MATERIALS[surface]!.forEach((name, m) => {
      const part = MIX_UNIT * f.mix[6 * i + m]!;
      if (part > 0) all[MATERIAL[name]]!.forEach((v, k) => (mixed[k]! += part * v));
    });
    const rho = (k: number) => mixed[k]!;
    const own = surface === SURFACE.skin ? of('skin') : of('wardrobe');
    const spreads =
      surface === SURFACE.skin
        ? SKIN_SPREAD.map((spread, c) => [spread, [c]] as const)
        : [[surface === SURFACE.eye ? EYE_SPREAD : [1, 0, 0], [0, 1, 2]] as const];
    for (const [[a, b, w], channels] of spreads) {
      const light = spectrum((k) => {
        let sum = f.open[i]! * f.fade[i]! * room[k]! * rho(k) * (1 + f.hollow[i]! * own[k]!);
        terms.forEach((t, l) => {
          const n = f.inSkin[i]!;
          const [sharp, hollow] = [amountAt(t.sharp, i), n < 0 ? 0 : amountAt(t.skin, n)];
          const direct = a * sharp + b * (n < 0 ? sharp : amountAt(t.near, n)) + w * (n < 0 ? sharp : amountAt(t.wide, n));
          sum +=
            sources[l]![k]! *
            (rho(k) * (direct + amountAt(t.cloth, i) * of('wardrobe')[k]! + hollow * of('skin')[k]!) + amountAt(t.gloss, i));
          for (const one of t.sent) sum += sources[l]![k]! * colours.get(one.by)![k]! * amountAt(one.sharp, i) * rho(k);
        });
        return sum;
      });
      add(f.pixel[i]!, f.share[i]!, light, channels);
    }
  }
  const strandMaterials = [
    ['hair', 'hair-through'],
    ['brow', 'brow'],
    ['down', 'down-through'],
    ['wardrobe', 'wardrobe'],
  ] as const;
  if (strands)
    strands.point.forEach((s, q) => {
      if (strands.first[q] === strands.first[q + 1]) return;
      const [scatter, through] = strandMaterials[figure.strands!.kind[s]!]!.map(of) as [Float64Array, Float64Array];
      const shade = figure.strands!.tint[s]!;
      const light = spectrum((k) => {
        let sum = STRAND_ROOM * figure.strands!.open[s]! * shade * strands.fade[q]! * room[k]! * scatter[k]!;
        terms.forEach((t, l) => {
          sum +=
            sources[l]![k]! *
            (shade * (amountAt(t.strands, q) * scatter[k]! + amountAt(t.strandsThrough, q) * through[k]!) +
              amountAt(t.strandsMirrored, q));
          for (const one of t.sent) {
            const once = one.strandsThrough ? onPoints(seen, one, one.strandsThrough)[q]! * through[k]! : 0;
            sum +=
              sources[l]![k]! * colours.get(one.by)![k]! * shade * (onPoints(seen, one, one.strands)[q]! * scatter[k]! + once);
          }
        });
        return sum;
      });
      for (let i = strands.first[q]!; i < strands.first[q + 1]!; i++) add(strands.pixel[i]!, strands.share[i]!, light);
    });
  for (let i = 0; i < parts.count; i++) {
    const rho = all[parts.material[i]!]!;
    const light = spectrum((k) => {
      let sum = parts.fade[i]! * room[k]! * rho[k]!;
      terms.forEach((t, l) => {
        sum += sources[l]![k]! * (amountAt(t.room, i) * rho[k]! + (t.roomGloss ? amountAt(t.roomGloss, i) : 0));
        for (const one of t.sent) sum += sources[l]![k]! * colours.get(one.by)![k]! * inRoom(seen, one)[i]! * rho[k]!;
        if (i >= parts.through && t.through)
          sum += sources[l]![k]! * t.through[i - parts.through]! * steps[Math.max(0, parts.material[i]! - LIQUID)]![k]!;
      });
      return sum;
    });
    add(parts.pixel[i]!, parts.share[i]!, light);
  }
  for (let p = 0; p < W * H; p++)
    add(
      p,
      1,
      spectrum((k) => terms.reduce((sum, t, l) => sum + (t.air ? sources[l]![k]! * t.air[p]! : 0), 0)),
    );
  return Float64Array.from(spectra, (spectrum, q) => responses(camera.sensor, spectrum)[q % 3]! / camera.whiteResponse[q % 3]!);
}

describe('relighting', () => {
  it('equals a rendering wavelength by wavelength', () => {
    for (const one of everythingAtOnce()) {
      // The veil over all of a picture is held against its mean elsewhere.
      const look = { ...one, camera: { ...one.camera, glare: 0 } };
      const { seen, terms, raw } = drawn(look, W, H, 'quick');
      const slow = byWavelength(look, seen, terms);
      // Of what the pixel's brightest channel allows, at most all.
      const largest = (q: number) => Math.max(...slow.subarray(q - (q % 3), q - (q % 3) + 3));
      const used = slow.map((value, q) => (raw[q]! - value) / (1e-6 * largest(q) + 1e-9));
      expect(farthest(used, 0)).toBeLessThan(1);
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

  it('whatever changes, sums that are kept are those that are added up anew', () => {
    const [width, height] = [36, 24];
    const { seen } = drawn(poster, width, height);
    const termOf = new Map<string, LightTerm>();
    const termsFor = (look: Look) =>
      look.lights.map((light) => {
        const key = JSON.stringify([light.id, light.position]);
        if (!termOf.has(key)) termOf.set(key, lightTerm(seen, light, look));
        return termOf.get(key)!;
      });
    const withLights = (look: Look, which: (l: number) => boolean, change: Partial<Look['lights'][number]>): Look => ({
      ...look,
      lights: look.lights.map((light, l) => (which(l) ? { ...light, ...change } : light)),
    });
    const next = random(7);
    const some = (n: number) => Math.floor(n * next());
    const changes: readonly ((look: Look, l: number) => Look)[] = [
      (look, l) => withLights(look, (k) => k === l, { powerStops: -some(6) }),
      (look, l) => withLights(look, (k) => k === l || k === 0, { powerStops: -some(6) }),
      (look) => withLights(look, () => true, { powerStops: -some(6) }),
      (look, l) => withLights(look, (k) => k === l, { muted: next() < 0.5 }),
      (look, l) => withLights(look, (k) => k === l, { solo: next() < 0.3 }),
      (look, l) => withLights(look, (k) => k === l, { gels: poster.lights[some(4)]!.gels }),
      (look, l) => withLights(look, (k) => k === l, { position: [1 - some(2), 1.6, 1.2] }),
      (look) => ({ ...look, camera: { ...look.camera, iso: 100 * 2 ** some(5) } }),
      (look) => ({ ...look, camera: { ...look.camera, whiteK: 3000 + 500 * some(8) } }),
      (look) => ({ ...look, ambient: { ...look.ambient, lux: some(60) } }),
    ];
    let look = poster;
    let sums: Sums | null = null;
    const fresh = new Float64Array(3 * width * height);
    for (let i = 0; i < 260; i++) {
      look = changes[some(changes.length)]!(look, some(look.lights.length));
      const [terms, triples] = [termsFor(look), frameTriples(look)];
      sums = sumsOf(seen, terms, triples, sums);
      relightInto(fresh, seen, terms, triples);
      const most = fresh.reduce((high, v) => Math.max(high, v), 0);
      const off = fresh.reduce((worst, v, q) => Math.max(worst, Math.abs(v - sums!.raw[q]!)), 0);
      expect(off).toBeLessThanOrEqual(2e-5 * most);
    }
  });

  it('keeps what single lights bring only for the few that changed last', () => {
    const { seen, terms } = drawn(poster, 36, 24);
    const at = (l: number, powerStops: number): Look => ({
      ...poster,
      lights: poster.lights.map((light, k) => (k === l ? { ...light, powerStops } : light)),
    });
    let sums = sumsOf(seen, terms, frameTriples(poster), null);
    expect(sums.kept.size).toBe(0);
    for (const [l, powerStops] of [
      [1, -1],
      [1, -2],
      [1, -3],
    ] as const) {
      sums = sumsOf(seen, terms, frameTriples(at(l, powerStops)), sums);
      expect([...sums.kept.keys()]).toEqual([1]);
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
