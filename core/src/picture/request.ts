import type { Channel } from '../camera/sensor';
import type { MaterialName } from '../figure/materials';
import type { Adaptation } from '../vivid/adaptation';
import type { Look, Point } from '../document/schema';
import type { Burnt } from './burnt';
import type { Space } from './develop';

/** How fine a picture is: a quarter, a half, or all of its pixels in each direction. */
export type Fineness = 0 | 1 | 2;
const SCALES = [0.25, 0.5, 1] as const;
/** A picture whose longer side has fewer pixels than this shows nobody: a small one is never made so coarse. */
const LEAST_PX = 96;

export interface Marks {
  readonly clipped: boolean;
  readonly dark: boolean;
  readonly gamut?: boolean;
}

/** Rows of a picture from its top: `to` is the first that is left out. */
export type Rows = readonly [from: number, to: number];

export interface PictureRequest {
  readonly look: Look;
  /** Pixels of the finest picture. */
  readonly width: number;
  readonly height: number;
  readonly fineness: Fineness;
  /** Only these of its rows. */
  readonly rows?: Rows | undefined;
  /** Only this light, by id. */
  readonly only?: string | undefined;
  /** Hatches what has lost a channel, dots what is too dark to show a colour, and strikes out lines of what the file cannot hold. */
  readonly marks?: Marks | undefined;
  /** Colours of the screen that it is for; those of the file by default. */
  readonly space?: Space | undefined;
  /** Adds what is for the eye and not for measuring: the grain of the camera's ISO, and the spread of what burns. */
  readonly forEye?: boolean | undefined;
  /** Shows it as an eye sees it that has got used to this colour. */
  readonly adaptation?: Adaptation | undefined;
}

export interface Picture {
  readonly width: number;
  readonly height: number;
  /** RGBA, 8 bits. */
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
  /** Time that each part of the work took, ms; 0 where it was at hand. */
  readonly ms: { readonly surfaces: number; readonly lights: number; readonly relight: number; readonly total: number };
  /** Skin and hair that have lost a channel: of a finest picture of all lights, else null. */
  readonly burnt: readonly Burnt[] | null;
  /** Lights whose geometry had to be computed. */
  readonly newTerms: number;
}

/** What is recorded at one place of a picture. */
export interface PointReading {
  readonly material: MaterialName | 'liquid';
  readonly hex: string;
  /** Luminance, then r, g, b after white balance, stops from mid-grey. */
  readonly stops: number;
  readonly channelStops: readonly [number, number, number];
  readonly clipped: readonly Channel[];
  /** Where the colour lies outside of what the file can hold, and how far it is recorded from what it is, OKLab. */
  readonly outside: { readonly of: 'srgb' | 'p3'; readonly distance: number } | null;
  /** Each light's part in the luminance, largest first; light by way of the room stands apart. */
  readonly shares: readonly { readonly id: string; readonly share: number }[];
  /** Place in the room, m. */
  readonly place: Point;
}

/** Size of a request's picture at its fineness, px. */
export function sizeOf({ width, height, fineness }: PictureRequest): { readonly width: number; readonly height: number } {
  const scale = Math.max(SCALES[fineness], Math.min(1, LEAST_PX / Math.max(width, height)));
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
}

/** Whether the light at this place of the list takes part in a request. */
export function takesPart({ look, only }: PictureRequest, i: number): boolean {
  const light = look.lights[i]!;
  return only === undefined ? light.on && !light.muted : light.id === only;
}
