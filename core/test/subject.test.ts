import { demoLooks, nocturneLooks, SUBJECT_FORMS, type Look } from '../src';
import { findSurfaces } from '../src/frame/surfaces';
import { placed, stageOf } from '../src/transport/stage';
import { viewOf } from '../src/transport/view';
import { glassDistance, throughBottle } from '../src/subject/bottle';
import { formOf, type Shape } from '../src/subject/form';
import { gridDistance } from '../src/subject/grid';
import { MATERIALS_OF_FRAME, materialName } from '../src/subject/materials';
import { lightShare, marchForm } from '../src/subject/shadow';
import { WAVELENGTHS_NM } from '../src/spectrum/grid';
import { liquidTransmittance, LIQUIDS } from '../src/surface/liquid';

const indexOfNm = (nm: number) => WAVELENGTHS_NM.indexOf(nm);

const poster = demoLooks()[0]!;
const SHAPES: readonly Shape[] = [
  ...SUBJECT_FORMS.map((form) => ({ form, hat: false, sunglasses: false })),
  { form: 'person', hat: true, sunglasses: true },
  { form: 'seated', hat: true, sunglasses: false },
];

/** Places spread over the bounds of a form, a little beyond them, by three irrational steps. */
function spread({ low, high }: { low: readonly number[]; high: readonly number[] }, n: number) {
  return Array.from({ length: n }, (_, i) => {
    const at = (a: number, step: number) => low[a]! + ((i * step) % 1) * (high[a]! - low[a]!);
    return [at(0, 0.6180339887), at(1, 0.7548776662), at(2, 0.5698402909)] as const;
  });
}

describe.each(SHAPES)('the form of $form, hat $hat, glasses $sunglasses', (shape) => {
  const form = formOf(shape);

  it('lies within its bounds, and its distances hardly overshoot', () => {
    const { distance, low, high, fine } = form;
    for (const [x, y, z] of spread(form, 900)) {
      const e = 0.002 * fine;
      const slope =
        Math.hypot(
          distance(x + e, y, z) - distance(x - e, y, z),
          distance(x, y + e, z) - distance(x, y - e, z),
          distance(x, y, z + e) - distance(x, y, z - e),
        ) /
        (2 * e);
      if (Math.abs(distance(x, y, z)) < 0.02 * fine) expect(slope).toBeLessThan(2.4);
      const out = 0.012 * fine;
      expect(distance(low[0] - out, y, z)).toBeGreaterThan(0);
      expect(distance(high[0] + out, y, z)).toBeGreaterThan(0);
      expect(distance(x, high[1] + out, z)).toBeGreaterThan(0);
      expect(distance(x, y, high[2] + out)).toBeGreaterThan(0);
      expect(distance(x, y, low[2] - out)).toBeGreaterThan(0);
    }
  });

  it('has a grid that agrees with it', () => {
    for (const [x, y, z] of spread(form, 200))
      expect(Math.abs(gridDistance(form.grid, x, y, z) - form.distance(x, y, z))).toBeLessThan(0.045 * (form.fine < 1 ? 0.2 : 1));
    expect(gridDistance(form.grid, form.high[0] + 1, 0, 0)).toBeGreaterThan(0.6);
  });

  it('is met by rays where its distance is nothing, and hides a lamp behind it', () => {
    const t = marchForm(form, 0, -0.03 * form.fine, 3, 0, 0, -1);
    expect(t).toBeGreaterThan(2);
    expect(Math.abs(form.distance(0, -0.03 * form.fine, 3 - t))).toBeLessThan(0.001);
    expect(marchForm(form, 1.5, 0, 3, 0, 0, -1)).toBe(-1);
    expect(lightShare(form, 0, 0, -1, 0, 0, 1, 4, 0.001)).toBe(0);
    expect(lightShare(form, 0, form.high[1] + 0.5, -1, 0, 0, 1, 4, 0.001)).toBe(1);
  });
});

describe('what the camera sees', () => {
  const seen = (look: Look, w: number, h: number) => {
    const { material } = findSurfaces(look, viewOf(look, w, h));
    return new Set(Array.from(material, (m) => materialName(m)));
  };
  const changed = (change: Partial<Look['subject']>, camera: Partial<Look['camera']> = {}): Look => ({
    ...poster,
    subject: { ...poster.subject, ...change },
    camera: { ...poster.camera, ...camera },
  });

  it.each([
    [changed({}), ['skin', 'hair', 'wardrobe', 'iris', 'lips', 'backdrop']],
    [changed({ hat: true, sunglasses: true }), ['hat', 'lens', 'skin', 'hair']],
    [changed({ form: 'seated', faceHeightM: 1.25 }, { distanceM: 5.5 }), ['seat', 'skin', 'wardrobe', 'backdrop']],
    [nocturneLooks()[0]!, ['label', 'cap', 'liquid', 'table', 'backdrop']],
  ] as const)('every part of it (%#)', (look, parts) => {
    const found = seen(look, 120, 88);
    for (const part of parts) expect(found).toContain(part);
    expect(MATERIALS_OF_FRAME).toEqual(expect.arrayContaining([...found]));
  });

  it('dark glasses hide the eyes, a hat the crown', () => {
    const found = seen(changed({ sunglasses: true }), 120, 88);
    expect(found).not.toContain('iris');
  });

  it('paper runs out onto the floor, a wall fills the room, without a backdrop the wall of the room shows', () => {
    const far = { distanceM: 5, focalMm: 28 };
    const low = (type: Look['backdrop']['type']) => {
      const look = { ...changed({}, far), backdrop: { ...poster.backdrop, type, widthM: 1.2 } };
      const { material } = findSurfaces(look, viewOf(look, 90, 60));
      return (name: string) => material.filter((m) => materialName(m) === name).length;
    };
    expect(low('sweep')('backdrop')).toBeGreaterThan(low('cloth')('backdrop'));
    expect(low('wall')('backdrop')).toBeGreaterThan(low('sweep')('backdrop'));
    expect(low('none')('backdrop')).toBe(0);
    expect(low('none')('wall')).toBeGreaterThan(low('sweep')('wall'));
  });

  it('a flag before the lens is seen as one', () => {
    const board = {
      id: 'b',
      name: 'Flag',
      finish: 'black',
      position: [0, 1.6, 1.2],
      widthM: 0.2,
      heightM: 0.2,
      yawDeg: 0,
      lossStops: 0,
      tint: null,
    } as const;
    expect(seen({ ...poster, boards: [{ ...board, position: [0, 1.6, 1.2] }] }, 90, 60)).toContain('flag');
    expect(seen({ ...poster, boards: [{ ...board, finish: 'white', position: [0, 1.6, 1.2] }] }, 90, 60)).toContain('card');
  });
});

describe('probes on the subject', () => {
  it('lie on its surface and face outwards, turn with it, and stay on the backdrop', () => {
    for (const look of [poster, nocturneLooks()[0]!]) {
      const stage = stageOf(look);
      for (const probe of look.probes) {
        const { place, normal, open } = placed(stage, probe);
        expect(Math.hypot(...normal)).toBeCloseTo(1, 6);
        expect(open).toBeGreaterThan(0.8);
        if (probe.body === 'none') expect(place).toEqual(probe.position);
        else expect(Math.abs(stage.form.distance(place[0], place[1] - look.subject.faceHeightM, place[2]))).toBeLessThan(0.002);
      }
    }
    const turned = stageOf({ ...poster, subject: { ...poster.subject, turnDeg: 90 } });
    const face = poster.probes.find(({ id }) => id === 'face-key')!;
    const [before, after] = [placed(stageOf(poster), face), placed(turned, face)];
    // A quarter turn to the picture's right carries what faced the camera to +x.
    expect(after.place[0]).toBeCloseTo(before.place[2], 6);
    expect(after.place[2]).toBeCloseTo(-before.place[0], 6);
    expect(after.normal[0]).toBeCloseTo(before.normal[2], 6);
  });
});

describe('glass and liquid', () => {
  it('light goes straight through between parallel faces, and bends at a slant as Snell says', () => {
    const front = (x: number, y: number) => {
      let z = 0.03;
      while (glassDistance(x, y, z) > 1e-6) z -= glassDistance(x, y, z);
      return [x, y, z] as const;
    };
    const straight = throughBottle(front(0.012, -0.01), [0, 0, -1])!;
    expect(straight.direction[2]).toBeCloseTo(-1, 3);
    expect(straight.place[0]).toBeCloseTo(0.012, 3);
    // Liquid is 2.5 cm thick inside.
    expect(straight.liquidCm).toBeGreaterThan(2.2);
    expect(straight.liquidCm).toBeLessThan(2.7);
    const slant = [Math.sin(0.4), 0, -Math.cos(0.4)] as const;
    const bent = throughBottle(front(-0.01, -0.01), slant)!;
    expect(bent.direction[0]).toBeCloseTo(slant[0], 2);
    // Shifted aside by thickness times the tangent of the refracted angle: 37 mm of glass and liquid.
    const inside = Math.asin(Math.sin(0.4) / 1.46);
    expect(bent.place[0] + 0.01).toBeCloseTo(0.037 * Math.tan(inside), 2);
    // Above the liquid there is none.
    expect(throughBottle(front(0.012, 0.028), [0, 0, -1])!.liquidCm).toBe(0);
  });

  it('more of a liquid is deeper by the law of Beer and Lambert', () => {
    for (const tint of LIQUIDS) {
      const [one, two] = [liquidTransmittance(tint, 1, 1), liquidTransmittance(tint, 1, 2)];
      one.forEach((t, k) => {
        expect(two[k]!).toBeCloseTo(t * t, 12);
        expect(t).toBeLessThanOrEqual(1);
        expect(t).toBeGreaterThan(0);
      });
      liquidTransmittance(tint, 2, 1).forEach((t, k) => expect(t).toBeCloseTo(two[k]!, 12));
    }
    const amber = liquidTransmittance('amber', 1, 2);
    expect(amber[indexOfNm(620)]!).toBeGreaterThan(4 * amber[indexOfNm(450)]!);
  });
});
