import * as yup from 'yup';
import { CURVES } from '../camera/camera';
import { GAMUTS } from '../camera/gamut';
import { WHITE_SHIFT } from '../camera/learned';
import { MOST_KNOTS } from '../camera/tone';
import { id, kindIs, name, number, object, oneOf } from './fields';

export const CAMERA_MODES = ['stills', 'cinema'] as const;
export type CameraMode = (typeof CAMERA_MODES)[number];

export const DIFFUSIONS = [0, 0.125, 0.25, 0.5, 1] as const;

/** What a camera's own pictures taught: see `camera/learned.ts`. */
const learnedSchema = yup
  .object({
    tone: yup
      .object({
        stops: yup.array(number(-20, 20)).required().max(MOST_KNOTS),
        values: yup.array(number(0, 1)).required().max(MOST_KNOTS),
      })
      .noUnknown()
      .nullable()
      .defined(),
    toneStops: number(0, 2),
    matrix: yup.array(number(-10, 10)).length(9).nullable().defined(),
    matrixStops: number(0, 2),
    whiteMired: number(-WHITE_SHIFT.mired, WHITE_SHIFT.mired),
    whiteDuv: number(-WHITE_SHIFT.duv, WHITE_SHIFT.duv),
  })
  .noUnknown()
  .nullable()
  .defined();

export const cameraSchema = object({
  name: name(),
  sensor: oneOf('kind', {
    standIn: object({ kind: kindIs('standIn'), shiftNm: number(-15, 15) }),
    spectrum: object({ kind: kindIs('spectrum'), id: id() }),
  }),
  headroomStops: number(0, 10),
  curve: yup.string().required().oneOf(CURVES),
  whiteK: number(1600, 25_000),
  tintDuv: number(-0.03, 0.03),
  aperture: number(0.5, 128),
  tStop: yup.number().nullable().defined().min(0.5).max(128),
  iso: number(1, 1_000_000),
  shutterS: number(0.00001, 3600),
  ndStops: number(0, 20),
  syncS: number(0.0001, 1),
  /** Decides how the shutter is spoken of: as a time, or as an angle of a frame. */
  mode: yup.string().required().oneOf(CAMERA_MODES),
  fps: number(1, 1000),
  /** Frequency of the mains where it is used, for flicker. */
  mainsHz: yup.number<50 | 60>().required().oneOf([50, 60]),
  /** Longest exposure that can be held still, s: by hand, or up to the time of a tripod. */
  longestS: number(0.0005, 3600),
  focalMm: number(4, 2000),
  sensorWidthMm: number(3, 120),
  sensorHeightMm: number(2, 120),
  /** Pixels across the picture. */
  imageWidthPx: number(100, 40_000),
  /** From the camera to the subject, where it is focused, m. */
  distanceM: number(0.1, 500),
  /** A soft filter before the lens, by strength: 0 none, then 1/8, 1/4, 1/2, 1. */
  diffusion: yup.number<0 | 0.125 | 0.25 | 0.5 | 1>().required().oneOf(DIFFUSIONS),
  /** Thread before the lens and that of the filter, mm; null where nobody said. */
  lensThreadMm: yup.number().nullable().defined().min(10).max(200),
  filterThreadMm: yup.number().nullable().defined().min(10).max(200),
  /** Share of a frame's light that its lens spreads over all of it: 0.005 clean and modern, 0.01 older, more with filters. */
  glare: number(0, 0.1),
  /** What becomes of colours that the file cannot hold: their channels are cut off, or they go towards grey with their hue kept. */
  gamut: yup.string().required().oneOf(GAMUTS),
  /** What was learned of it from its own pictures; null for nothing. */
  learned: learnedSchema,
});
