import { demoLooks } from '../src/demo';
import { balance } from '../src/planning/balance/balance';
import { baseCamera, recordInto } from '../src/camera/camera';
import { responses } from '../src/camera/sensor';
import { planckSource } from '../src/source/source';
import { hexOfLinear } from '../src/colour/rgb';
import { fixtureOf, modifierOf } from '../src/catalogue/kit';
import { evaluate } from '../src/scene/evaluate';
import { subjectForms } from '../src/transport/geometry';
import { flareOf } from '../src/transport/air';
import { ownHollow } from '../src/transport/bounce';
import { reaching } from '../src/transport/reach';
import { stageOf } from '../src/transport/stage';
import { bring, placed, STRAND_ROOM } from '../src/transport/zone-light';
import { nearFieldRatio } from '../src/exposure/distance';
import { paintsOf, reflectancesOf } from '../src/scene/reflectances';
import { SENDER } from '../src/transport/surround';
import { sentBy } from '../src/transport/surround-light';
import { transfer } from './picture-support';
import { viewOf } from '../src/transport/view';
import { landedFlux, washFactor } from '../src/transport/room';
import { makeLight } from '../src/planning/light-sets';
import { parseLook } from '../src/scene/parse';
import { standardProbes } from '../src/scene/probes';
import { beamIntegral } from '../src/exposure/beam';
import { resolveFilter, resolveSource } from '../src/scene/resolve';
import { compileScene } from '../src/scene/compile';
import type { Light, Look } from '../src/document/schema';
import { flat, GRID_SIZE, product } from '../src/spectrum/grid';
import { copyOf } from './support';

const demo = demoLooks()[0]!;
const clone = (): Look => copyOf(demo) as Look;

/** A look in a black room without ambient, so that only direct light counts. */
function darkRoom(): Look {
  const look = clone();
  look.room = { ...look.room, walls: 0, ceiling: 0, floor: 0 };
  look.ambient.lux = 0;
  return look;
}

/** All light on a probe summed at 81 bands, without the factors that scene.ts uses. */
function bruteForce(look: Look, p: number): { rgb: number[]; hex: string } {
  const camera = baseCamera({ whiteK: look.camera.whiteK });
  const probe = look.probes[p]!;
  const { of, ofProbe } = reflectancesOf(look);
  const rho = ofProbe(probe.surface);
  const own = probe.surface === 'skin' ? of('skin') : of('wardrobe');
  const perLuxSecond = look.camera.iso / (250 * look.camera.aperture ** 2);
  const forms = subjectForms(look);
  const stage = stageOf(look);
  const view = viewOf(look, 3, 2);
  const at = placed(stage, probe);
  const open = at.open * (at.on?.strands.length ? STRAND_ROOM : 1);
  const again = at.on && ['skin', 'wardrobe'].includes(probe.surface) ? ownHollow(at.on.surface, at.open) : 0;
  // Skin mixes its surroundings in by channel: each has a spectrum of its own.
  const recorded = [0, 1, 2].map(() => new Float64Array(GRID_SIZE));
  const ambient = planckSource(3600).map((v) => v * look.ambient.lux * look.camera.shutterS);
  for (const light of look.lights) {
    if (light.fixture.kind !== 'flash') throw new Error('flash only');
    const { face, lossStops } = light.modifier;
    const candela = (2 ** (light.powerStops - lossStops) * 2.5 * light.fixture.guideNumberM ** 2) / nearFieldRatio(face, 1);
    const spectrum = product(resolveSource(light, light.powerStops), resolveFilter(light)).map((v) => v * candela);
    const wash = washFactor(look, landedFlux(look, light, forms), of('backdrop'), flat(look.room.walls));
    const reach = reaching(light, stage, paintsOf(look, { of }));
    const b = bring(reach, at, view.eye);
    const { veil } = flareOf(reach, stage, view.eye, view.forward);
    recorded.forEach((into, c) => {
      for (let k = 0; k < GRID_SIZE; k++) {
        const room = open * wash[k]! * (1 + again * own[k]!);
        const sent = b.sent[0]! + b.sent[sentBy(SENDER.backdrop)]! * of('backdrop')[k]!;
        const sentThrough = b.sentThrough[0]! + b.sentThrough[sentBy(SENDER.backdrop)]! * of('backdrop')[k]!;
        const onIt = b.direct[c]! + sent + room + b.fromCloth * of('wardrobe')[k]! + b.fromSkin * of('skin')[k]!;
        into[k]! += spectrum[k]! * (onIt * rho[k]! + (b.through + sentThrough) * of('hair-through')[k]! + b.mirrored + veil);
      }
    });
  }
  recorded.forEach((into) => {
    for (let k = 0; k < GRID_SIZE; k++) into[k]! += open * ambient[k]! * rho[k]! * (1 + again * own[k]!);
  });
  const balanced = recorded.map((into, c) => (responses(camera.sensor, into)[c]! * perLuxSecond) / camera.whiteResponse[c]!) as [
    number,
    number,
    number,
  ];
  const out = new Float64Array(3);
  recordInto(out, camera, ...balanced);
  return { rgb: [...out], hex: hexOfLinear(out[0]!, out[1]!, out[2]!) };
}

describe('evaluate', () => {
  it('records what a brute-force sum over 81 bands records, at every probe of every demo look', () => {
    for (const one of demoLooks()) {
      const look = { ...one, camera: { ...one.camera, glare: 0 } };
      evaluate(look).probes.forEach((reading, p) => {
        const expected = bruteForce(look, p);
        expected.rgb.forEach((v, c) => expect(reading.recorded[c]).toBeCloseTo(v, 9));
        expect(reading.hex).toBe(expected.hex);
      });
    }
  });

  it('shares add up to one', () => {
    for (const { shares } of evaluate(demo).probes) expect(shares.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
  });

  it('moves a light and its reading by exactly the stops of its power', () => {
    const look = darkRoom();
    const up = copyOf(look) as Look;
    up.lights[2]!.powerStops += 1;
    expect(evaluate(up).lights[2]!.stops - evaluate(look).lights[2]!.stops).toBeCloseTo(1, 9);
  });

  it('leaves windows where they are when light and exposure change together', () => {
    const look = clone();
    const same = clone();
    same.camera.iso *= 2;
    same.ambient.lux /= 2;
    for (const light of same.lights) light.powerStops -= 1;
    evaluate(look).lights.forEach((light, l) => {
      const other = evaluate(same).lights[l]!;
      expect(other.window!.lowStops).toBeCloseTo(light.window!.lowStops, 3);
      expect(other.window!.highStops).toBeCloseTo(light.window!.highStops, 3);
      expect(other.stops).toBeCloseTo(light.stops, 9);
    });
  });

  it('obeys the shutter by the kind of light: ambient follows it, flash does not', () => {
    const look = clone();
    look.lights = look.lights.filter(({ id }) => id === 'backdrop');
    look.ambient.lux = 500;
    const slow = copyOf(look) as Look;
    slow.camera.shutterS = 1 / 50;
    const part = (l: Look, id: string) => {
      const probe = evaluate(l).probes.find((reading) => reading.id === 'backdrop')!;
      return Math.log2(probe.shares.find((share) => share.lightId === id)!.share) + probe.stops;
    };
    expect(part(slow, 'ambient') / part(look, 'ambient')).toBeDefined();
    const ratio = (l: Look) => part(l, 'ambient') - part(l, 'backdrop');
    expect(ratio(slow) - ratio(look)).toBeCloseTo(2, 9);
  });

  it('notes a shutter faster than sync, and takes the flash down', () => {
    const look = clone();
    look.camera.shutterS = 1 / 800;
    const readings = evaluate(look);
    expect(readings.notes[0]!.message).toMatch(/faster than flash sync.*3.8 stops/);
    expect(readings.exposure.flashShutterLossStops).toBeCloseTo(2 + 1.75, 9);
  });

  it('hears solo and mute', () => {
    const look = clone();
    look.lights[1]!.solo = true;
    const soloed = evaluate(look);
    expect(soloed.lights.map(({ active }) => active)).toEqual([false, true, false, false]);
    expect(soloed.probes[0]!.shares.map(({ lightId }) => lightId)).toEqual(['rim-left']);
    look.lights[1]!.solo = false;
    look.lights[1]!.muted = true;
    expect(evaluate(look).lights[1]!.verdict.kind).toBe('silent');
  });

  it('sums two colour lights of one zone and sweeps them together', () => {
    const look = darkRoom();
    const twin = { ...copyOf(look.lights[3]!), id: 'twin', name: 'Twin' } as Light;
    look.lights.push(twin);
    const [one, two] = [3, 4].map((l) => evaluate(look).lights[l]!);
    const alone = darkRoom();
    const single = evaluate(alone).lights[3]!;
    // Each of two equal lights has its wall one stop lower on its own axis than the light by itself.
    expect(one!.firstClip.stops).toBeCloseTo(single.firstClip.stops - 1, 1);
    expect(two!.stops).toBeCloseTo(single.stops, 9);
  });

  it('says which light washes a colour out, and that taking it away would help', () => {
    const washed = evaluate(demoLooks()[1]!);
    const paper = washed.lights.find(({ id }) => id === 'backdrop')!;
    expect(paper.verdict).toMatchObject({ kind: 'diluted', by: { why: 'other-light', name: 'Key' } });
    expect(paper.dilution[0]!.name).toBe('Key');
    expect(paper.vividness).toBeLessThan(0.2);
    const hot = evaluate(demoLooks()[2]!).lights.find(({ id }) => id === 'rim-right')!;
    expect(hot.verdict).toMatchObject({ kind: 'clipped', channel: 'R', overStops: hot.stops - hot.firstClip.stops });
    expect(hot.aboveClip!.hueDriftDeg).toBeGreaterThan(8);
  });

  it('carries its own spectra: an inline gel reads as the same numbers from the kit', () => {
    const look = clone();
    const stock = resolveFilter({ gels: [{ gel: 'teal-deep', strength: 1 }], leak: 0 });
    look.spectra.push({
      kind: 'gel',
      id: 'mine',
      name: 'Mine',
      wavelengthsNm: Array.from({ length: 81 }, (_, i) => 380 + 5 * i),
      values: [...stock],
    });
    look.lights[3]!.gels = [{ gel: 'mine', strength: 1 }];
    expect(evaluate(parseLook(look)).lights[3]!.stops).toBeCloseTo(evaluate(demo).lights[3]!.stops, 9);
  });

  it('warms a dimmed tungsten lamp and drifts an old flash', () => {
    const look = clone();
    const lamp = makeLight({
      ...look.lights[3]!,
      id: 'lamp',
      name: 'Lamp',
      fixture: fixtureOf('tungsten-650'),
      gels: [],
      powerStops: -3,
    });
    look.lights.push(lamp);
    const red = (stops: number) => {
      const dimmed = copyOf(look) as Look;
      dimmed.lights[4]!.powerStops = stops;
      for (const light of dimmed.lights.slice(0, 4)) light.muted = true;
      dimmed.ambient.lux = 0;
      const [r, , b] = evaluate(dimmed).probes[5]!.channelStops;
      return r - b;
    };
    expect(red(-4)).toBeGreaterThan(red(0) + 0.5);
    expect(compileScene(look).lights[4]!.knots.length).toBeGreaterThan(5);
  });
});

describe('geometry', () => {
  it('follows distance, cosine and beam in closed form', () => {
    const probe = { ...standardProbes(1.5, 2, 'left')[5]!, position: [0, 1.5, -2] as [number, number, number] };
    const light = (z: number) => ({
      position: [0, 1.5, z] as [number, number, number],
      aim: [0, 1.5, -2] as [number, number, number],
      modifier: {
        name: '',
        face: { kind: 'disc' as const, radiusM: 0.002 },
        beam: { kind: 'diffuse' as const },
        gridDeg: null,
        lossStops: 0,
        cut: null,
        spill: 0,
      },
      rollDeg: 0,
    });
    const empty = stageOf({ ...demo, subject: { ...demo.subject, faceHeightM: -50 }, boards: [], air: { hazePerM: 0 } });
    expect(transfer(light(-1), probe, empty) / transfer(light(0), probe, empty)).toBeCloseTo(4, 3);
    const aside = { ...light(-1), position: [Math.sqrt(3), 1.5, -1] as [number, number, number] };
    expect(transfer(aside, probe, empty)).toBeCloseTo(0.5 / 4, 4);
    expect(transfer({ ...light(-1), aim: [0, 1.5, 4] as [number, number, number] }, probe, empty)).toBe(0);
  });

  it('shadows the backdrop behind the head, softer from a larger face', () => {
    const y = demo.subject.faceHeightM;
    const backdrop = standardProbes(y, 2.4, 'left')[5]!;
    const light = (radiusM: number) => ({
      ...demo.lights[0]!,
      position: [0, y, 3] as [number, number, number],
      aim: [0, y, -2.4] as [number, number, number],
      modifier: { ...modifierOf('globe'), face: { kind: 'disc' as const, radiusM } },
    });
    // Against the same light with the subject out of the way.
    const share = (x: number, radius: number) => {
      const probe = { ...backdrop, position: [x, y, -2.4] as [number, number, number] };
      const without = stageOf({ ...demo, subject: { ...demo.subject, faceHeightM: -50 }, boards: [], air: { hazePerM: 0 } });
      return transfer(light(radius), probe, stageOf(demo)) / transfer(light(radius), probe, without);
    };
    expect(share(0, 0.05)).toBe(0);
    expect(share(1.2, 0.05)).toBe(1);
    expect(share(0.12, 0.6)).toBeGreaterThan(share(0.12, 0.05));
    expect(share(0.32, 0.6)).toBeLessThan(1);
  });

  it('lands no more flux than the light sends, and a white room returns more than a dark one', () => {
    const forms = subjectForms(demo);
    for (const light of demo.lights.filter(({ modifier }) => modifier.gridDeg === null)) {
      const landed = landedFlux(demo, light, forms);
      const total = landed.walls + landed.ceiling + landed.floor + landed.backdrop;
      expect(total).toBeLessThanOrEqual(1.03 * beamIntegral(light.modifier.beam));
      expect(total).toBeGreaterThan(0.4 * beamIntegral(light.modifier.beam));
    }
    const wash = (walls: number) => {
      const look = clone();
      look.room = { ...look.room, walls, ceiling: walls, floor: walls };
      return washFactor(look, landedFlux(look, look.lights[0]!, forms), flat(0.18), flat(walls))[40]!;
    };
    expect(wash(0.85)).toBeGreaterThan(4 * wash(0.2));
    expect(Number.isFinite(wash(0.95))).toBe(true);
  });
});

it('balances the demo looks into their windows without clipping', () => {
  for (const look of demoLooks()) {
    const { readings, objective } = balance(look);
    expect(objective.after).toBeLessThan(objective.before + 1e-12);
    for (const probe of readings.probes) expect(probe.headroom.stops).toBeGreaterThan(0);
    for (const light of readings.lights) expect(light.vividness).toBeGreaterThan(0.85);
    expect(Math.abs(readings.keyStops - look.brief.keyStops)).toBeLessThan(0.3);
  }
});
