import { MATERIAL_NAMES, SURFACE_MATERIALS, type MaterialName } from '../src/figure/materials';
import { STRAND } from '../src/figure/strands';
import { SURFACE } from '../src/figure/surfaces';
import { amountAt } from '../src/picture/amounts';
import { MIX_UNIT } from '../src/picture/fragments';
import { spotOf } from '../src/picture/room-parts';
import { glossOf } from '../src/picture/gloss';
import { findSeen } from '../src/picture/seen';
import { stageOf } from '../src/transport/stage';
import { drawn, meanOf, sharesOf, transfer } from './picture-support';
import { modifierOf } from '../src/catalogue';
import { demoLooks, nocturneLooks } from '../src/demo';
import type { Look } from '../src/document';
import { farthest } from './support';

const poster = demoLooks()[0]!;
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
    strands!.pixel.forEach((p, j) => (whole[p]! += strands!.share[j]!));
    expect(farthest(whole, 1)).toBeLessThan(0.004);
  });

  it('strands never take more than all of a pixel', () => {
    const { seen } = drawn(poster, 90, 60);
    const strands = seen.strands!;
    const sum = new Float32Array(90 * 60);
    strands.pixel.forEach((p, j) => (sum[p]! += strands.share[j]!));
    expect(Math.max(...sum)).toBeLessThanOrEqual(1 + 1e-5);
    expect(farthest(sum, (p) => 1 - strands.left[p]!)).toBeLessThan(5e-5);
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
        SURFACE_MATERIALS[f.surface[i]!]!.forEach((name, k) => MIX_UNIT * f.mix[6 * i + k]! > 0.02 && found.add(name));
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
    // A black room sends nothing on.
    const look: Look = { ...poster, room: { ...poster.room, walls: 0, floor: 0, ceiling: 0 } };
    const { seen, terms } = drawn(look, W, H);
    const l = look.lights.findIndex(({ id }) => id === 'backdrop');
    const { room } = seen;
    let compared = 0;
    for (let i = 0; i < room.through; i++) {
      const lit = amountAt(terms[l]!.room, i);
      if (MATERIAL_NAMES[room.material[i]!] !== 'backdrop' || lit === 0) continue;
      const { x, y, z, nx, ny, nz } = spotOf(seen, i);
      const probe = {
        id: 'p',
        name: 'p',
        part: 'other',
        side: 'middle',
        surface: 'backdrop',
        body: 'none',
        position: [x, y, z] as [number, number, number],
        normal: [nx, ny, nz] as [number, number, number],
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
        if (amountAt(sharp, i) < 1e-4) none += seen.fragments.share[i]!;
      }
      return none / all;
    };
    expect(shadowed(side('bare'))).toBeGreaterThan(0.3);
    expect(shadowed(side('softbox'))).toBeLessThan(shadowed(side('bare')));
  });
});

/** Without ears, whose plates let light through by shares of their own. */
