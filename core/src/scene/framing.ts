import type { Look, Point } from '../document/schema';
import { faceSize, lightAxes } from '../transport/emission';
import { viewOf, type View } from '../transport/view';

/** What the camera takes in, and what of the set stands in it. */
export interface Framing {
  /** Width and height of the picture at the subject and at the backdrop, m. */
  readonly atSubjectM: readonly [number, number];
  readonly atBackdropM: readonly [number, number];
  /** The backdrop ends inside the picture. */
  readonly pastBackdrop: boolean;
  /** Names of what stands in the picture: lamps, stands and boards. Lamps that belong in it and windows are left out. */
  readonly things: readonly string[];
}

/** Where a place falls in a picture: -1 to 1 from left to right and from bottom to top; null behind the camera. */
export function inPicture({ eye, right, up, forward, halfWidth, halfHeight }: View, at: Point): readonly [number, number] | null {
  const d = [at[0] - eye[0], at[1] - eye[1], at[2] - eye[2]] as const;
  const dot = (axis: Point) => d[0] * axis[0] + d[1] * axis[1] + d[2] * axis[2];
  const depth = dot(forward);
  return depth > 0.05 ? [dot(right) / depth / halfWidth, dot(up) / depth / halfHeight] : null;
}

const HEAD_HALF_M = 0.045;
const SAMPLES = 9;

export function framing(look: Look): Framing {
  const { camera, backdrop } = look;
  const [w, h] = [camera.sensorWidthMm / camera.focalMm, camera.sensorHeightMm / camera.focalMm];
  const far = camera.distanceM + backdrop.distanceM;
  const view = viewOf(look, Math.round(1000 * (camera.sensorWidthMm / camera.sensorHeightMm)), 1000);
  const shows = (points: readonly Point[]) =>
    points.some((point) => {
      const at = inPicture(view, point);
      return at !== null && Math.abs(at[0]) < 1 && Math.abs(at[1]) < 1;
    });
  const things: string[] = [];
  for (const light of look.lights) {
    if (light.role === 'practical' || light.role === 'window') continue;
    const { right, up } = lightAxes(light);
    const { halfW, halfH } = faceSize(light.modifier);
    const [a, b] = [Math.max(halfW, HEAD_HALF_M), Math.max(halfH, HEAD_HALF_M)];
    const [px, py, pz] = light.position;
    const corner = (u: number, v: number): Point => [
      px + u * a * right[0] + v * b * up[0],
      py + u * a * right[1] + v * b * up[1],
      pz + u * a * right[2] + v * b * up[2],
    ];
    const head = Array.from({ length: SAMPLES * SAMPLES }, (_, i) =>
      corner((2 * (i % SAMPLES)) / (SAMPLES - 1) - 1, (2 * Math.floor(i / SAMPLES)) / (SAMPLES - 1) - 1),
    );
    const stand = Array.from({ length: 4 * SAMPLES }, (_, i): Point => [px, (py * i) / (4 * SAMPLES), pz]);
    if (shows(head)) things.push(light.name);
    else if (shows(stand)) things.push(`the stand of ${light.name}`);
  }
  for (const { name, position, widthM, heightM, yawDeg } of look.boards) {
    const a = (yawDeg * Math.PI) / 180;
    const points = Array.from({ length: SAMPLES * SAMPLES }, (_, i): Point => {
      const u = ((i % SAMPLES) / (SAMPLES - 1) - 0.5) * widthM;
      const v = (Math.floor(i / SAMPLES) / (SAMPLES - 1) - 0.5) * heightM;
      return [position[0] + u * Math.cos(a), position[1] + v, position[2] - u * Math.sin(a)];
    });
    if (shows(points)) things.push(name);
  }
  return {
    atSubjectM: [w * camera.distanceM, h * camera.distanceM],
    atBackdropM: [w * far, h * far],
    pastBackdrop: backdrop.type !== 'wall' && backdrop.type !== 'none' && backdrop.widthM < w * far,
    things,
  };
}
