// Test frames as a set makes them: looks drawn with one light off, and with what comes between a plan and a frame.
import sharp from 'sharp';
import { demoLooks, nightOvenLooks, nocturneLooks } from '../../core/src/demo';
import type { FramePixels } from '../../core/src/day';
import type { Look } from '../../core/src/document';
import { random } from '../../core/src/figure/numeric';
import { PERSON_IDS } from '../../core/src/document/subject';
import { makeStudio, type Studio } from '../../core/src/picture/index';

/** What comes between: each alone in some frames, all of them in others. */
export const DISTURBANCES = ['file', 'soft', 'corners', 'person', 'framing', 'exposure'] as const;
export type Disturbance = (typeof DISTURBANCES)[number];

export interface Trial {
  readonly look: Look;
  readonly name: string;
  readonly planted: { readonly id: string; readonly stops: number } | null;
  readonly disturbed: readonly Disturbance[];
  readonly frame: FramePixels;
}

const LONGER_PX = 480;

/** Looks that no frame was ever tried on by hand: demo looks with powers, places and turns of their own. */
export function trialLooks(count: number, seed: number): Look[] {
  const next = random(seed);
  const all = [...demoLooks(), ...nightOvenLooks(), ...nocturneLooks()].filter((look) => look.lights.length > 1);
  return Array.from({ length: count }, (_, k) => {
    const look = all[k % all.length]!;
    if (k < all.length) return { ...look, lights: look.lights.map((light) => ({ ...light, ttl: false })) };
    return {
      ...look,
      subject: { ...look.subject, headTurnDeg: Math.round(look.subject.headTurnDeg + 30 * (next() - 0.5)) },
      lights: look.lights.map((light) => ({
        ...light,
        ttl: false,
        powerStops: Math.min(0, Math.max(light.fixture.minStops, light.powerStops + 1.6 * (next() - 0.5))),
        position: light.position.map((v, i) => v + (i === 1 ? 0.2 : 0.4) * (next() - 0.5)) as [number, number, number],
      })),
    };
  });
}

function disturbedLook(look: Look, disturbed: readonly Disturbance[], next: () => number): Look {
  let out = look;
  if (disturbed.includes('person')) {
    const others = PERSON_IDS.filter((id) => id !== look.subject.person);
    out = { ...out, subject: { ...out.subject, person: others[Math.floor(next() * others.length)]! } };
  }
  if (disturbed.includes('framing'))
    out = { ...out, camera: { ...out.camera, focalMm: out.camera.focalMm * (0.94 + 0.12 * next()) } };
  return out;
}

/** A frame of a look as the camera hands it over. */
async function shot(studio: Studio, look: Look, disturbed: readonly Disturbance[], next: () => number): Promise<FramePixels> {
  const aspect = look.camera.sensorWidthMm / look.camera.sensorHeightMm;
  const [width, height] = aspect >= 1 ? [LONGER_PX, Math.round(LONGER_PX / aspect)] : [Math.round(LONGER_PX * aspect), LONGER_PX];
  const ndStops = look.camera.ndStops + (disturbed.includes('exposure') ? 1 / 3 : 0);
  const { rgba } = studio.picture({ look: { ...look, camera: { ...look.camera, ndStops } }, width, height, fineness: 2 });
  const bytes = Uint8ClampedArray.from(rgba);
  const [dx, dy] = disturbed.includes('framing') ? [0.06 * (next() - 0.5), 0.06 * (next() - 0.5)] : [0, 0];
  if (dx || dy) {
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const from = (at: number, by: number, most: number) => Math.min(most - 1, Math.max(0, Math.round(at + by * most)));
        const [p, q] = [4 * (y * width + x), 4 * (from(y, dy, height) * width + from(x, dx, width))];
        for (let c = 0; c < 3; c++) bytes[p + c] = rgba[q + c]!;
      }
  }
  for (let p = 0; p < bytes.length; p++) {
    if (p % 4 === 3 || bytes[p]! >= 255) continue;
    const [x, y] = [(p / 4) % width, Math.floor(p / 4 / width)];
    const r2 = 2 * ((x / width - 0.5) ** 2 + (y / height - 0.5) ** 2);
    // A third of a stop in the corners, of linear light: about so much of the file's values.
    const corners = disturbed.includes('corners') ? 1 - 0.1 * r2 : 1;
    bytes[p] = bytes[p]! * corners + 1.5 * (next() + next() - 1);
  }
  let picture = sharp(Buffer.from(bytes.buffer), { raw: { width, height, channels: 4 } }).removeAlpha();
  if (disturbed.includes('soft')) picture = sharp(await picture.blur(1.2).png().toBuffer());
  const quality = disturbed.includes('file') ? 72 : 95;
  const { data, info } = await sharp(await picture.jpeg({ quality }).toBuffer())
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { rgba: data, width: info.width, height: info.height };
}

/** Ten frames of a look: four untouched, three with a light a stop off, three with half a stop; each disturbed in another way. */
export async function* trialsOf(look: Look, seed: number): AsyncGenerator<Trial> {
  const next = random(seed);
  const all = [...DISTURBANCES];
  const one = () => all[Math.floor(next() * all.length)]!;
  const burning = look.lights.filter(({ on, muted }) => on && !muted);
  const plans: (readonly [readonly Disturbance[], number])[] = [
    [[], 0],
    [['file', 'soft', 'corners', 'exposure'], 0],
    [[one()], 0],
    [all, 0],
    [[], 1],
    [[one()], -1],
    [all, next() < 0.5 ? 1 : -1],
    [[], -0.5],
    [[one()], 0.5],
    [['file', 'soft', 'corners', 'exposure'], next() < 0.5 ? 0.5 : -0.5],
  ];
  const studio = makeStudio();
  for (const [disturbed, stops] of plans) {
    const light = burning[Math.floor(next() * burning.length)]!;
    const planted = stops === 0 ? null : { id: light.id, stops };
    const real: Look = {
      ...look,
      lights: look.lights.map((lamp) =>
        lamp.id === planted?.id ? { ...lamp, unit: { ...lamp.unit, outputStops: lamp.unit.outputStops + stops } } : lamp,
      ),
    };
    yield {
      look,
      name: look.title,
      planted,
      disturbed,
      frame: await shot(studio, disturbedLook(real, disturbed, next), disturbed, next),
    };
  }
}
