import { isPerson } from '../figure/index';
import type { Look, Point } from '../document/schema';

/** How wide a crop of the eyes is, m, and its width over its height. */
export const EYES_M = 0.16;
export const EYES_ASPECT = 2.8;
/** Width over height of the picture that the crop is cut from: a head stays whole in a picture, and its eyes lie high in one that is near. */
export const NEAR_ASPECT = 0.76;

/** Where the eyes of a person are over the middle of the face, m. */
const OVER_FACE_M = 0.026;
const BEFORE_FACE_M = 0.03;

/** The middle between the eyes in the room; null for a subject without any, or whose glasses hide them. */
export function eyesAt({ subject }: Pick<Look, 'subject'>): Point | null {
  if (!isPerson(subject) || subject.sunglasses) return null;
  const turn = ((subject.turnDeg + subject.headTurnDeg) * Math.PI) / 180;
  return [BEFORE_FACE_M * Math.sin(turn), subject.faceHeightM + OVER_FACE_M, BEFORE_FACE_M * Math.cos(turn)];
}

/** The look through a lens so long that a picture of `NEAR_ASPECT` is `EYES_M` across at the face, every light as it was. */
export function throughLongLens(look: Look): Look {
  const { sensorWidthMm, sensorHeightMm, distanceM } = look.camera;
  return {
    ...look,
    camera: { ...look.camera, focalMm: (Math.min(sensorWidthMm, sensorHeightMm * NEAR_ASPECT) * distanceM) / EYES_M },
  };
}
