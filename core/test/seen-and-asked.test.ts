import { modifierOf, fixtureOf } from '../src/catalogue';
import { demoLooks } from '../src/demo';
import type { Cluster, Look } from '../src/document';
import { againstReference, apertureTrades } from '../src/planning';
import { inGlasses, readDrag } from '../src/planning/search';
import { frameTriples } from '../src/picture/triples';
import { finishInto } from '../src/picture/finish';
import { pathOnSensor } from '../src/scene/motion';
import { viewOf } from '../src/transport';
import { drawn } from './picture-support';
import { withLights } from './support';

const [poster] = demoLooks() as [Look];

describe('dark glasses', () => {
  const dark: Look = { ...poster, subject: { ...poster.subject, sunglasses: true, headTurnDeg: 0, turnDeg: 0 } };
  const face = poster.subject.faceHeightM;
  const keyAt = (position: [number, number, number]): Look =>
    withLights(dark, (light) =>
      light.id === 'key' ? { position, aim: [0, face, 0], modifier: modifierOf('softbox'), fixture: fixtureOf('flash-400') } : {},
    );

  it('mirror a box beside the lens, and nothing that stands behind the head', () => {
    const { eye } = viewOf(dark, 3, 2);
    const beside = inGlasses(keyAt([eye[0]! - 0.5, eye[1]!, eye[2]! - 0.2]));
    expect(beside.find(({ lightId }) => lightId === 'key')!.lenses).toEqual(['left', 'right']);
    for (const { lightId } of beside) expect(['rim-left', 'rim-right', 'backdrop']).not.toContain(lightId);
    // High overhead it leaves them.
    expect(inGlasses(keyAt([0, face + 2.2, 0.25])).map(({ lightId }) => lightId)).not.toContain('key');
  });

  it('are asked only where somebody wears them', () => expect(inGlasses(poster)).toEqual([]));
});

describe('a reference', () => {
  const colour = (hueDeg: number, chroma: number, lightness = 0.6, share = 0.3): Cluster => ({
    hueDeg,
    chroma,
    lightness,
    share,
  });

  it('has its colours met within its tolerance, whatever their share, a shade darker or not', () => {
    const clusters = [colour(60, 0.14), colour(200, 0.1)];
    const found = [colour(62, 0.15, 0.5, 0.1), colour(230, 0.12), colour(100, 0.02)];
    const [amber, teal] = againstReference({ clusters, tolerance: 0.06 }, found);
    expect(amber).toMatchObject({ isMet: true, found: found[0] });
    expect(amber!.distance).toBeCloseTo(
      Math.hypot(
        0.45 * 0.1,
        0.14 * Math.cos(Math.PI / 3) - 0.15 * Math.cos((62 * Math.PI) / 180),
        0.14 * Math.sin(Math.PI / 3) - 0.15 * Math.sin((62 * Math.PI) / 180),
      ),
      9,
    );
    expect(teal).toMatchObject({ isMet: false, found: found[1] });
    expect(againstReference({ clusters, tolerance: 0.2 }, found).every(({ isMet }) => isMet)).toBe(true);
    expect(againstReference({ clusters, tolerance: 0.2 }, [])[0]).toEqual({
      target: clusters[0],
      found: null,
      distance: Infinity,
      isMet: false,
    });
  });
});

describe('zooming while the shutter is open', () => {
  const zoom = (zoomToMm: number | null): Look => ({
    ...poster,
    camera: { ...poster.camera, focalMm: 50, shutterS: 0.5 },
    ambient: { ...poster.ambient, lux: 400 },
    motion: { ...poster.motion, of: 'zoom', speedMS: 0, zoomToMm },
  });

  it('is told by where the zoom ends: what the edge of the picture travels', () => {
    expect(pathOnSensor(zoom(100)).share).toBeCloseTo(0.5, 12);
    expect(pathOnSensor(zoom(25)).share).toBeCloseTo(1, 12);
    expect(pathOnSensor(zoom(null)).share).toBe(0);
    expect(readDrag(zoom(100)).coveredShare).toBe(1);
  });

  it('leaves the middle of the picture and moves its edge, in and out', () => {
    const sums = (look: Look) => {
      const { seen, terms, raw } = drawn(look, 48, 36);
      const out = Float32Array.from(raw);
      finishInto(out, Float32Array.from(raw), seen, terms, frameTriples(look), look);
      return { still: raw, out };
    };
    for (const to of [70, 38]) {
      const { still, out } = sums(zoom(to));
      expect(out.every(Number.isFinite)).toBe(true);
      const middle = 3 * (18 * 48 + 24);
      expect(Math.abs(Math.log2(out[middle]! / still[middle]!))).toBeLessThan(0.5);
      const total = (values: ArrayLike<number>) => Array.from(values).reduce((sum, value) => sum + value, 0);
      expect(out.some((value, i) => Math.abs(value - still[i]!) > 0.02)).toBe(true);
      expect(Math.abs(Math.log2(total(out) / total(still)))).toBeLessThan(0.6);
    }
  });
});

describe('somebody who is to vanish behind', () => {
  it('is blurred by how far behind the subject they stand: nearer is sharper, wider is softer', () => {
    const at = (behindM: number) => apertureTrades(poster, behindM);
    expect(at(0.5)[0]!.blurBehind).toBeLessThan(at(3)[0]!.blurBehind);
    const blurs = at(1).map(({ blurBehind }) => blurBehind);
    for (let i = 1; i < blurs.length; i++) expect(blurs[i]!).toBeLessThan(blurs[i - 1]!);
    expect(apertureTrades(poster)).toEqual(at(poster.backdrop.distanceM));
  });
});
