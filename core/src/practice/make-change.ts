import type { Look } from '../document/schema';
import { fixtureOf } from '../catalogue/kit';
import { balance } from '../planning/balance/balance';
import { throwM } from '../transport/room';
import { seenDifference } from './draw';
import type { Change, ChangeExercise } from './exercise';
import type { Making } from './generate';
import { SEEN } from './make-light';

/** The camera before: slow enough that light that lasts has its part beside flash, and slower and quicker are both on its dial. */
const CAMERA = { shutterS: 1 / 50, syncS: 1 / 200, aperture: 4, iso: 200 };
const OPTION_IDS = ['a', 'b', 'c', 'd'] as const;

/** A look of flash and light that lasts: what colours it burns on, the key flashes. */
function mixed(base: Look): Look {
  const look: Look = {
    ...base,
    camera: { ...base.camera, ...CAMERA },
    lights: base.lights.map((light) =>
      light.role === 'key' ? light : { ...light, fixture: fixtureOf('led-spot'), setting: null, powerStops: -2 },
    ),
  };
  return balance(look, { thorough: false }).look;
}

/** Flash and lasting light brought up or down by so many stops, by the camera alone: a shutter that lasts, and an ISO that takes back. */
function moved(look: Look, flashStops: number, lastingStops: number): Look {
  const { camera } = look;
  const iso = camera.iso * 2 ** flashStops;
  const shutterS = camera.shutterS * 2 ** (lastingStops - flashStops);
  return { ...look, camera: { ...camera, iso, shutterS } };
}

interface Drawn {
  readonly change: Change;
  readonly look: Look;
  readonly flashStops: number;
  readonly lastingStops: number;
}

function drawnChange(look: Look, { one }: Making['lots']): Drawn {
  const { camera, lights } = look;
  const of = one(['shutter', 'aperture', 'iso', 'distance'] as const);
  if (of === 'shutter') {
    const toS = 1 / one([13, 20, 100]);
    const stops = Math.log2(toS / camera.shutterS);
    return {
      change: { of, fromS: camera.shutterS, toS },
      look: { ...look, camera: { ...camera, shutterS: toS } },
      flashStops: 0,
      lastingStops: stops,
    };
  }
  if (of === 'distance') {
    const key = lights.find(({ role }) => role === 'key')!;
    const times = one([1.41, 2]);
    const stops = -2 * Math.log2(times);
    const far = (k: 0 | 1 | 2) => key.aim[k] + (key.position[k] - key.aim[k]) * times;
    return {
      change: { of, light: `${key.name}, ${throwM(key).toFixed(1)} m`, times },
      look: { ...look, lights: lights.map((light) => (light === key ? { ...key, position: [far(0), far(1), far(2)] } : light)) },
      flashStops: stops,
      lastingStops: 0,
    };
  }
  if (of === 'iso') {
    const to = one([64, 640]);
    const stops = Math.log2(to / camera.iso);
    return {
      change: { of, from: camera.iso, to },
      look: { ...look, camera: { ...camera, iso: to } },
      flashStops: stops,
      lastingStops: stops,
    };
  }
  const to = one([2.2, 7.1]);
  const stops = 2 * Math.log2(camera.aperture / to);
  return {
    change: { of, from: camera.aperture, to },
    look: { ...look, camera: { ...camera, aperture: to } },
    flashStops: stops,
    lastingStops: stops,
  };
}

/** What a change of camera or distance does to flash and to light that lasts: the right picture of four. */
export function changeExercise({ lots, code, base, read }: Making): ChangeExercise | null {
  if (!base.lights.some(({ role }) => role === 'key') || base.lights.length < 2) return null;
  const before = mixed(base);
  const drawn = drawnChange(before, lots);
  const size =
    Math.max(Math.abs(drawn.flashStops), Math.abs(drawn.lastingStops)) * Math.sign(drawn.flashStops + drawn.lastingStops);
  // What people take for it: the one alone, the other alone, both, or none.
  const others = [
    [size, 0],
    [0, size],
    [size, size],
    [0, 0],
  ].filter(([flash, lasting]) => Math.abs(flash! - drawn.flashStops) > 0.3 || Math.abs(lasting! - drawn.lastingStops) > 0.3);
  const looks = [
    drawn.look,
    ...others.slice(0, OPTION_IDS.length - 1).map(([flash, lasting]) => moved(before, flash!, lasting!)),
  ];
  const readings = looks.map(read);
  for (let i = 0; i < looks.length; i++)
    for (let j = 0; j < i; j++) if (seenDifference(readings[i]!, readings[j]!) < 2 * SEEN) return null;
  const order = lots.shuffled(looks);
  return {
    skill: 'change',
    code,
    before,
    readings: read(before),
    change: drawn.change,
    options: order.map((look, i) => ({ id: OPTION_IDS[i]!, look, readings: read(look) })),
    truth: OPTION_IDS[order.indexOf(drawn.look)]!,
    flashStops: drawn.flashStops,
    lastingStops: drawn.lastingStops,
  };
}
