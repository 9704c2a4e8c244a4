import { isPerson, overMiddle, tableOf } from '../figure/index';
import type { Look, Point } from '../document/schema';

/** The camera of a picture: where it is, what it looks at, and how much it takes in. */
export interface View {
  readonly width: number;
  readonly height: number;
  readonly eye: Point;
  readonly right: Point;
  readonly up: Point;
  readonly forward: Point;
  /** Half the picture's height and width at a distance of 1. */
  readonly halfHeight: number;
  readonly halfWidth: number;
  /** How far its middle lies over that of the whole picture, at a distance of 1; and the whole picture's height, px. */
  readonly rise: number;
  readonly wholeHeight: number;
}

/** From the height of the camera to the top of a head with its hair, and down to a chin, m. */
const [ABOVE_M, BELOW_M] = [0.21, 0.1];

/**
 * How far under the camera's height the middle of a picture lies, at a distance of 1. A picture that is lower than what the sensor takes in is cut from it
 * so that a head stays whole: from where the whole picture has its middle, or higher.
 */
function dropOf({ camera, subject }: Pick<Look, 'camera' | 'subject'>, halfHeight: number): number {
  const whole = camera.sensorHeightMm / (2 * camera.focalMm);
  const usual = overMiddle(subject) * whole;
  if (!isPerson(subject)) return usual;
  const toTop = halfHeight - ABOVE_M / camera.distanceM;
  const toChin = BELOW_M / camera.distanceM - halfHeight;
  const wished = toTop < toChin ? 0.5 * (toTop + toChin) : Math.max(toChin, Math.min(usual, toTop));
  const room = whole - halfHeight;
  return Math.min(usual + room, Math.max(usual - room, wished));
}

/** The view of a look's camera: level with the face, at its distance, filling the picture with its sensor. */
export function viewOf(look: Pick<Look, 'camera' | 'subject'>, width: number, height: number): View {
  const { focalMm, sensorWidthMm, sensorHeightMm, distanceM } = look.camera;
  // A picture of another shape than the sensor is cut from it.
  const aspect = width / height;
  const sensorAspect = sensorWidthMm / sensorHeightMm;
  const halfHeight = (aspect > sensorAspect ? sensorWidthMm / aspect : sensorHeightMm) / (2 * focalMm);
  const face = look.subject.faceHeightM;
  const y = tableOf(look.subject) ? face + 0.02 : face - 0.02;
  const drop = dropOf(look, halfHeight);
  const length = Math.hypot(1, drop);
  return {
    width,
    height,
    eye: [0, y, distanceM],
    right: [1, 0, 0],
    up: [0, 1 / length, -drop / length],
    forward: [0, -drop / length, -1 / length],
    halfHeight,
    halfWidth: halfHeight * aspect,
    rise: 0,
    wholeHeight: height,
  };
}

/** How far down all that the sensor takes in a picture of a lower shape is cut: 0 at its top, 1 at its bottom, 0.5 where it is not lower. */
export function cutDown(look: Pick<Look, 'camera' | 'subject'>, width: number, height: number): number {
  const [whole, cut] = [viewOf(look, look.camera.sensorWidthMm, look.camera.sensorHeightMm), viewOf(look, width, height)];
  const room = whole.halfHeight - cut.halfHeight;
  const top = ({ forward, halfHeight }: View) => halfHeight - forward[1] / forward[2];
  return room > 1e-9 ? Math.min(1, Math.max(0, (top(whole) - top(cut)) / (2 * room))) : 0.5;
}

/** Some rows of a view, from its top: `to` is the first that is left out. */
export function rowsOf(view: View, from: number, to: number): View {
  const { height, halfHeight, rise } = view;
  return {
    ...view,
    height: to - from,
    halfHeight: (halfHeight * (to - from)) / height,
    rise: rise + (1 - (from + to) / height) * halfHeight,
  };
}

/** The way of the sight through the middle of a pixel, of length 1, into `out`. */
export function sightInto(
  out: Float64Array,
  { width, height, right, up, forward, halfWidth, halfHeight, rise }: View,
  pixel: number,
): void {
  const row = (pixel / width) | 0;
  const u = ((2 * (pixel - row * width + 0.5)) / width - 1) * halfWidth;
  const v = rise + (1 - (2 * (row + 0.5)) / height) * halfHeight;
  const x = forward[0] + u * right[0] + v * up[0];
  const y = forward[1] + u * right[1] + v * up[1];
  const z = forward[2] + u * right[2] + v * up[2];
  const l = Math.sqrt(x * x + y * y + z * z);
  out[0] = x / l;
  out[1] = y / l;
  out[2] = z / l;
}
