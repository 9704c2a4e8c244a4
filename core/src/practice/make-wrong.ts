import type { Light, Look } from '../document/schema';
import { makeLight, usualPlace } from '../planning/light-sets';
import { fixtureOf, modifierOf } from '../catalogue/kit';
import { meanDifference, seenDifference } from './draw';
import { FAULTS, type Fault, type WrongExercise } from './exercise';
import type { Making } from './generate';
import { withPower } from './make-light';

/** A fault is seen where it changes a place by so much, and two faults are told apart where they differ by so much on average over all places, OKLab. */
const [PLAIN, APART] = [0.07, 0.03];
const OPTIONS = 4;

interface Planted {
  readonly look: Look;
  readonly lightId: string | null;
}

const changed = (look: Look, light: Light, change: Partial<Light>): Planted => ({
  look: { ...look, lights: look.lights.map((one) => (one.id === light.id ? { ...one, ...change } : one)) },
  lightId: light.id,
});

/** A look with a fault in it; null where it has nothing that the fault could be of. */
function plant(fault: Fault, base: Look, { one }: Making['lots']): Planted | null {
  const gelled = base.lights.filter(({ gels, on }) => on && gels.length > 0);
  const key = base.lights.find(({ role }) => role === 'key');
  const set = (look: Partial<Look>): Planted => ({ look: { ...base, ...look }, lightId: null });
  switch (fault) {
    case 'leak':
      return gelled.length ? changed(base, one(gelled), { leak: 0.35 }) : null;
    case 'spill': {
      const narrow = base.lights.filter(({ role }) => role === 'rim' || role === 'background');
      if (narrow.length === 0) return null;
      const light = one(narrow);
      const bare = { ...modifierOf('bare'), lossStops: light.modifier.lossStops };
      return changed(base, light, { modifier: bare, powerStops: Math.min(0, light.powerStops + 1) });
    }
    case 'level': {
      const low = base.lights.filter(({ on, powerStops }) => on && powerStops <= -2.3);
      if (low.length === 0) return null;
      const light = one(low);
      return { look: withPower(base, light.id, light.powerStops + 2.3), lightId: light.id };
    }
    case 'white':
      return set({ camera: { ...base.camera, whiteK: base.camera.whiteK < 4500 ? 8000 : 3200 } });
    case 'room':
      return set({ room: { ...base.room, widthM: 4, depthM: 5.5, heightM: 2.6, walls: 0.85, ceiling: 0.9, floor: 0.6 } });
    case 'haze':
      return set({ air: { ...base.air, hazePerM: 0.16 } });
    case 'anchor':
      return key && gelled.length
        ? changed(base, key, {
            gels: [{ gel: one(gelled).gels[0]!.gel, strength: 1 }],
            powerStops: Math.min(0, key.powerStops + 2),
          })
        : null;
    case 'fill': {
      if (!key) return null;
      const { modifier, ...place } = usualPlace(
        'fill',
        key.position[0] < 0 ? 'right' : 'left',
        base.subject.faceHeightM,
        base.backdrop.distanceM,
      );
      const fill = makeLight({
        id: 'practice-fill',
        name: 'Fill',
        role: 'fill',
        fixture: fixtureOf('flash-400'),
        modifier: modifierOf(modifier),
        ...place,
        powerStops: Math.min(0, key.powerStops + 0.7),
      });
      return { look: { ...base, lights: [...base.lights, fill] }, lightId: fill.id };
    }
  }
}

/** A planted fault to be named, among others that would look otherwise. */
export function wrongExercise({ lots, code, base, read }: Making): WrongExercise | null {
  if (base.lights.length < 2) return null;
  const sound = read(base);
  const drawn = lots
    .shuffled(FAULTS)
    .flatMap((fault) => {
      const planted = plant(fault, base, lots);
      return planted ? [{ fault, ...planted, readings: read(planted.look) }] : [];
    })
    .filter(({ readings }) => seenDifference(sound, readings) >= PLAIN);
  const [truth, ...rest] = drawn;
  if (!truth) return null;
  const apart = rest.filter(({ readings }) => meanDifference(truth.readings, readings) >= APART).slice(0, OPTIONS - 1);
  if (apart.length < OPTIONS - 1) return null;
  return {
    skill: 'wrong',
    code,
    look: truth.look,
    readings: truth.readings,
    cured: base,
    options: lots.shuffled([truth.fault, ...apart.map(({ fault }) => fault)]),
    truth: truth.fault,
    lightId: truth.lightId,
  };
}
