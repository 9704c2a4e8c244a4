import { demoLooks, nocturneLooks } from '../src/demo';
import type { Look } from '../src/document';
import { burntParts, SKIN_MAY_BURN } from '../src/picture/burnt';
import { balance } from '../src/planning/search';
import { mayBurn, skinWatch } from '../src/planning/balance/skin-watch';
import { objectiveOf } from '../src/planning/balance/balance';
import { addAllFigures } from '../src/scene/compile';
import { cameraOf } from '../src/scene';
import { FIGURES } from '../src/scene/figures';
import { headroomStops } from '../src/vivid/clip';
import { drawn } from './picture-support';
import { shaken } from './shaken-looks';
import { withLights } from './support';

const brighter = (look: Look, times: number): Look => ({ ...look, camera: { ...look.camera, iso: look.camera.iso * times } });
const [piste] = demoLooks() as [Look];

const inPicture = (look: Look): number => {
  const { seen, raw } = drawn(look, 72, 86);
  return burntParts(Float32Array.from(raw), seen, cameraOf(look)).find(({ part }) => part === 'skin')?.share ?? 0;
};

function watched(look: Look): number {
  const scene = skinWatch(look)!;
  const places = scene.look.probes.length;
  const totals = new Float64Array(places * FIGURES);
  for (const light of scene.lights) if (light.active) addAllFigures(totals, light, light.powerStops);
  const burnt = Array.from({ length: places }, (_, p) => p * FIGURES).filter(
    (at) => headroomStops(scene.camera, totals[at]!, totals[at + 1]!, totals[at + 2]!) < 0,
  );
  return burnt.length / places;
}

describe('skin that is watched while powers are balanced', () => {
  it.each([
    ['as it ships', piste],
    ['two stops more', brighter(piste, 4)],
    ...[3, 9, 15].flatMap((seed) => [
      [`shaken ${seed}`, shaken(seed)] as [string, Look],
      [`shaken ${seed}, two stops more`, brighter(shaken(seed), 4)] as [string, Look],
    ]),
  ] as [string, Look][])('burns where the picture burns: %s', (_name, look) => {
    const [seen, shown] = [watched(look), inPicture(look)];
    // Where little burns, which is what Balance decides by, it is known best.
    expect(Math.abs(seen - shown)).toBeLessThan(Math.min(0.16, 0.03 + 0.25 * shown));
  });

  it('is kept from burning, or what burns it is named, and the picture bears it out', () => {
    for (const seed of [9, 21, 22, 24]) {
      const look = brighter(shaken(seed), 3);
      const { look: balanced, limits } = balance(look, { thorough: false });
      const burnt = limits.find(({ kind }) => kind === 'burnt');
      const share = inPicture(balanced);
      if (!burnt) expect(share).toBeLessThan(0.06);
      else expect(share).toBeGreaterThan(0.01);
      const places = skinWatch(balanced)!.look.probes.length;
      expect(burnt !== undefined).toBe(watched(balanced) * places > mayBurn(places)[1] + 0.5);
    }
  });

  it('is left as it may be by a balance of a poster whose rim wants more', () => {
    const dimmed = withLights(piste, ({ id, powerStops }) => (id === 'rim-right' ? { powerStops: powerStops - 0.6 } : {}));
    const { look: balanced, limits } = balance(dimmed);
    expect(limits.filter(({ kind }) => kind === 'burnt')).toEqual([]);
    expect(inPicture(balanced)).toBeLessThan(SKIN_MAY_BURN);
    expect(inPicture(balanced)).toBeGreaterThan(0);
  });

  it('a light that is locked where it burns the face is the limit', () => {
    const look = withLights(brighter(piste, 4), ({ id }) => (id === 'key' ? { locked: true, powerStops: 0 } : {}));
    const { limits } = balance(look, { thorough: false });
    expect(limits.find(({ kind }) => kind === 'burnt')).toMatchObject({ lightId: 'key' });
    expect(objectiveOf(look)).toBeGreaterThan(objectiveOf(piste));
  });

  it('a bottle has no skin', () => {
    expect(skinWatch(nocturneLooks()[0]!)).toBeNull();
  });
});
