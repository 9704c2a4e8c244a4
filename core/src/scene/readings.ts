import type { Channel } from '../camera/sensor';
import type { FirstClip, Headroom } from '../vivid/clip';
import type { VividWindow } from '../vivid/window';
import type { Problem } from './parse';
import type { Point, ProbeSurface } from '../document/schema';
import type { ZonePart, ZoneSide } from '../document/zones';

/** What is recorded at one probe. Stops are from mid-grey; -Infinity (null in JSON) where there is no light. */
export interface ProbeReading {
  readonly id: string;
  readonly name: string;
  readonly part: ZonePart;
  readonly side: ZoneSide;
  readonly surface: ProbeSurface;
  /** Where it lies on its surface, m in the room. */
  readonly at: Point;
  /** Recorded colour: 8-bit sRGB and recorded linear 0..1. */
  readonly hex: string;
  readonly recorded: readonly [number, number, number];
  /** Linear output before any clip or curve; may be negative or over 1. */
  readonly unclipped: readonly [number, number, number];
  readonly stops: number;
  /** Balanced sensor values r, g, b, stops from mid-grey. */
  readonly channelStops: readonly [number, number, number];
  readonly lightness: number;
  readonly chroma: number;
  readonly hueDeg: number;
  readonly vividness: number;
  readonly headroom: Headroom;
  readonly clipped: readonly Channel[];
  /** Share of every active light in the luminous exposure, largest first; sums to 1. */
  readonly shares: readonly Share[];
  /** Ids of the lights whose colour this place is to show; all active ones where none names it. */
  readonly colourLights: readonly string[];
}

export interface Share {
  readonly lightId: string;
  readonly name: string;
  readonly share: number;
}

/** How another light weakens this one in its zone. Vividness lost does not add up over lights. */
export interface Dilution extends Share {
  readonly vividnessLost: number;
}

/** The colours that would be recorded along the axis, from black through the light's colour to pale. */
export interface Strip {
  readonly fromStops: number;
  readonly stepStops: number;
  readonly colours: readonly string[];
  /** Vividness of the zone in its present surroundings at the same places. */
  readonly vividness: readonly number[];
}

/** One row of the ladder. All stops are on the light's own axis: its own reflected light at its probe, from mid-grey. */
export interface LightReading {
  readonly id: string;
  readonly name: string;
  readonly active: boolean;
  readonly probe: string;
  /** Where it stands; -Infinity (null in JSON) when it does not reach its probe. */
  readonly stops: number;
  /** What it gives at its place over what the key gives at the key's, incident light; null for the key itself, without a key, or where one of them gives nothing. */
  readonly toKeyStops: number | null;
  /** What its power range can reach on this axis. */
  readonly reach: { readonly lowStops: number; readonly highStops: number };
  readonly window: VividWindow | null;
  /** Place in the window: 0 deep, 1 brilliant, beyond them outside; null where the window is empty or the light is white. */
  readonly place: number | null;
  readonly best: { readonly stops: number; readonly vividness: number } | null;
  /** Where the window is empty: the light whose removal would raise the best vividness most. */
  readonly spoiler: { readonly lightId: string; readonly name: string; readonly vividness: number } | null;
  /** First clip of the zone's total as this light rises. */
  readonly firstClip: FirstClip;
  /** How far window and clip may lie to either side, stops, as the camera's sensor is known. */
  readonly edgeStops: number;
  /** Own purity P0, and whether it is low enough to count as white. */
  readonly purity: number;
  readonly isWhite: boolean;
  readonly vividness: number;
  /** One stop over its own first clip, alone: what is left of the purity, and how far the hue has moved; null for white. */
  readonly aboveClip: { readonly purityKept: number; readonly hueDriftDeg: number } | null;
  readonly strip: Strip;
  /** Others' part in the zone, largest first; empty for a white light. */
  readonly dilution: readonly Dilution[];
  /** Stops that the gels take: luminance on this source, and each channel. */
  readonly stopsLost: number;
  readonly channelStopsLost: readonly [number, number, number];
  /** Colour of the filtered light on white, at a largest channel of 0.8, for swatches and curves. */
  readonly hex: string;
  readonly verdict: Verdict;
}

/** How one light stands, with the figures that say so. What a person reads of it is made by `words`. */
export type Verdict =
  /** Off, muted, or another is soloed. */
  | { readonly kind: 'silent' }
  /** None of it falls on the place that it is for. */
  | { readonly kind: 'unreached'; readonly place: string }
  /** Other light already clips that place. */
  | { readonly kind: 'crowded'; readonly place: string }
  | { readonly kind: 'clipped'; readonly channel: Channel; readonly overStops: number }
  | { readonly kind: 'diluted'; readonly by: Diluted }
  | { readonly kind: 'dark'; readonly isWhite: boolean; readonly underStops: number }
  /** In its window: how far up, 0 to 1, and what is left to the clip. `atEdge`: over its window by less than is worth a word, right under the clip. */
  | {
      readonly kind: 'vivid';
      readonly upWindow: number;
      readonly atEdge: boolean;
      readonly channel: Channel;
      readonly toClipStops: number;
    }
  | { readonly kind: 'white'; readonly toClipStops: number };

/** Why a colour is diluted. */
export type Diluted =
  /** At no level is it vivid: its best (null where nothing is left under the clip), and the light without which it would be. */
  | {
      readonly why: 'no-window';
      readonly best: number | null;
      readonly spoiler: { readonly name: string; readonly vividness: number } | null;
    }
  | { readonly why: 'other-light'; readonly name: string; readonly underStops: number }
  | { readonly why: 'too-bright'; readonly overStops: number };

export type VerdictKind = Verdict['kind'];

/** Ambient light as a row of the ladder: where it stands on the key side of the face, nothing else lit. */
export interface AmbientRow {
  /** False where there is none, or where another light is soloed. */
  readonly active: boolean;
  readonly probe: string;
  /** Recorded, from mid-grey; -Infinity (null in JSON) without ambient. */
  readonly stops: number;
  readonly strip: Strip;
  readonly hex: string;
  /** The brightest place where ambient is more of the light than anything else; null where there is none. */
  readonly leadsAt: string | null;
}

export interface Readings {
  /** Incident level on the key side of the face, stops over the meter. */
  readonly keyStops: number;
  readonly exposure: {
    readonly whiteBalanceCostStops: number;
    /** Headroom of white over mid-grey at this white balance, stops. */
    readonly whiteClipStops: number;
    /** Flash lost to a shutter faster than sync, stops. */
    readonly flashShutterLossStops: number;
  };
  /** Least OKLab difference of the subject's edges from the backdrop beside them. */
  readonly separation: number;
  readonly probes: readonly ProbeReading[];
  readonly lights: readonly LightReading[];
  readonly ambient: AmbientRow;
  /** Things to know that are not errors. */
  readonly notes: readonly Problem[];
}
