import * as yup from 'yup';
import { flag, id, LIMITS, name, note, number, object } from '../../document/fields';
import type { Look } from '../../document/schema';
import { meterDifference } from '../meter/difference';
import { FRAME_KINDS, type FrameKind } from './kinds';
import type { FrameReading } from './reading';

/** What is kept of a test frame besides its pixels: one description for the store, the API, archives and the application. */

export const FRAME_VERDICTS = ['', 'kept', 'rejected'] as const;

/** What a picture file says of how it was taken; null where it does not. */
export interface FrameMeta {
  readonly takenAt: string | null;
  readonly aperture: number | null;
  readonly iso: number | null;
  readonly shutterS: number | null;
  readonly focalMm: number | null;
  /** Auto or manual white, as far as the file tells. */
  readonly white: string | null;
  readonly camera: string | null;
  readonly lens: string | null;
}

/** A file that tells nothing. */
export const NO_META: FrameMeta = {
  takenAt: null,
  aperture: null,
  iso: null,
  shutterS: null,
  focalMm: null,
  white: null,
  camera: null,
  lens: null,
};

const place = { probe: id(), x: number(0, 1), y: number(0, 1) };
/** What can be drawn on a frame, and how many points it takes. */
export const DRAWN_KINDS = ['line', 'arrow', 'ring', 'note'] as const;
export type DrawnKind = (typeof DRAWN_KINDS)[number];

/** Points of one line; a finger's path is thinned to fewer. */
export const MOST_POINTS = 200;

/** One thing drawn on a frame. Places are 0 to 1 from its left and its top: a line's path, an arrow's tail and head, two corners of a ring, a note's place. */
const drawn = object({
  kind: yup.string().required().oneOf(DRAWN_KINDS),
  points: yup
    .array(yup.tuple([number(0, 1), number(0, 1)]).required())
    .required()
    .min(1)
    .max(MOST_POINTS),
  text: yup.string().defined().max(LIMITS.nameLength),
});
export type Drawn = yup.InferType<typeof drawn>;

/** What is said of a frame. */
export const frameNotesSchema = object({
  /** Where places are read that were put there by hand; empty to find them. */
  marks: yup.array(object(place)).required().max(LIMITS.probes),
  verdict: yup.string().defined().oneOf(FRAME_VERDICTS),
  words: note(),
  /** By whom. */
  by: yup.string().defined().max(LIMITS.nameLength),
  chosen: flag(),
  /** It was graded before it came here: no evidence. */
  graded: flag(),
  /** The frame that it was graded from, or ''; and what was done to it. */
  gradedFrom: yup.string().defined().max(64),
  gradedHow: note(),
  drawn: yup.array(drawn).required().max(LIMITS.entries),
  /** Taken from a moving picture: what a display signal does to light is not known. */
  video: flag(),
});

export type FrameNotes = yup.InferType<typeof frameNotesSchema>;

/** A frame of which nothing is said yet. */
export const NO_NOTES: FrameNotes = {
  marks: [],
  verdict: '',
  words: '',
  by: '',
  chosen: false,
  graded: false,
  gradedFrom: '',
  gradedHow: '',
  drawn: [],
  video: false,
};

/** Notes as earlier versions wrote them: with what they left out, and without what was measured, which is stored apart now. Nothing is checked here. */
export function upgradeNotes(value: unknown): unknown {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return value;
  const { patches: _measured, ...said } = value as Record<string, unknown>;
  return { ...NO_NOTES, ...said };
}

/** A frame as it is spoken of: without its pixels. */
export interface FrameRecord {
  readonly id: string;
  readonly lookId: string;
  readonly name: string;
  readonly kind: FrameKind;
  /** The light that burned alone or was bracketed, or ''. */
  readonly lightId: string;
  /** Stops from the plan in a bracket. */
  readonly stops: number;
  readonly mime: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly meta: FrameMeta;
  readonly notes: FrameNotes;
  /** What was measured in it; null until that is done. */
  readonly reading: FrameReading | null;
  readonly revision: number;
  /** Epoch milliseconds. */
  readonly createdAt: number;
  readonly updatedAt: number;
}

/** What the caller of an upload says of a frame. */
export const frameLabelSchema = object({
  name: name(),
  kind: yup.string().required().oneOf(FRAME_KINDS),
  light: yup.string().defined().max(64),
  stops: number(-6, 6),
  video: flag(),
});
export type FrameLabel = yup.InferType<typeof frameLabelSchema>;

/** What the log tells of one look: what was done, tried, said and chosen. */
export interface LogEntry {
  readonly lookId: string;
  /** Of the look as it is now, whose picture stands beside it; and the colours of its zones until that is there. */
  readonly revision: number;
  readonly patches: Readonly<Record<string, string>>;
  readonly title: string;
  readonly shootId: string;
  readonly shootTitle: string;
  readonly createdAt: number;
  readonly updatedAt: number;
  readonly frames: readonly FrameRecord[];
  /** With the names that the lights have now. */
  readonly trims: readonly (Look['build']['ledger'][number] & { readonly name: string })[];
  readonly status: Look['brief']['status'];
  readonly statusAt: string;
  readonly versions: readonly Pick<Look['variants'][number], 'name' | 'votes' | 'chosen' | 'lockedAt' | 'note'>[];
  readonly tried: readonly Pick<Look['palette']['tried'][number], 'scheme' | 'verdict'>[];
  readonly ingredients: Look['brief']['ingredients'];
  readonly acknowledged: Look['acknowledged'];
  readonly note: string;
  /** What meters showed: the place and the light by their names now, '' for all lights. */
  readonly meter: readonly {
    readonly id: string;
    readonly at: string;
    readonly place: string;
    readonly light: string;
    readonly aperture: number | null;
    readonly lux: number | null;
    readonly offStops: number;
  }[];
  readonly gels: readonly string[];
  readonly fixtures: readonly string[];
}

/** What a look itself adds to its entry in the log. */
export function logOf(
  look: Look,
): Omit<LogEntry, 'lookId' | 'revision' | 'patches' | 'title' | 'shootId' | 'shootTitle' | 'createdAt' | 'updatedAt' | 'frames'> {
  return {
    trims: look.build.ledger.map((trim) => ({
      ...trim,
      name: look.lights.find(({ id }) => id === trim.light)?.name ?? trim.light,
    })),
    status: look.brief.status,
    statusAt: look.brief.statusAt,
    versions: look.variants.map(({ name: called, votes, chosen, lockedAt, note: said }) => ({
      name: called,
      votes,
      chosen,
      lockedAt,
      note: said,
    })),
    tried: look.palette.tried.map(({ scheme, verdict }) => ({ scheme, verdict })),
    ingredients: look.brief.ingredients,
    acknowledged: look.acknowledged,
    note: look.brief.note,
    meter: look.day.meter.map((entry) => ({
      id: entry.id,
      at: entry.at,
      place: look.probes.find(({ id: probe }) => probe === entry.probe)?.name ?? entry.probe,
      light: entry.light && (look.lights.find(({ id: light }) => light === entry.light)?.name ?? entry.light),
      aperture: entry.aperture,
      lux: entry.lux,
      offStops: meterDifference(entry).offStops,
    })),
    gels: [...new Set(look.lights.flatMap((light) => light.gels.map(({ gel }) => gel)))],
    fixtures: [...new Set(look.lights.map(({ fixture }) => fixture.name))],
  };
}
