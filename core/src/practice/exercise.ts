import type { Channel } from '../camera/sensor';
import type { Look } from '../document/schema';
import type { Readings } from '../scene/readings';
import type { Skill } from './skills';

/** A patch of colour and what it is of. */
export interface Patch {
  readonly id: string;
  /** Names of gels; one, or two that are stacked or overlap. */
  readonly names: readonly string[];
  readonly how: 'alone' | 'stacked' | 'overlapped';
  readonly hex: string;
  /** As recorded, OKLCh degrees. */
  readonly hueDeg: number;
  readonly stopsLost: number;
}

export const FAULTS = ['leak', 'spill', 'level', 'white', 'room', 'haze', 'anchor', 'fill'] as const;
export type Fault = (typeof FAULTS)[number];

/** What of the camera or the set is changed in a picture. */
export type Change =
  | { readonly of: 'shutter'; readonly fromS: number; readonly toS: number }
  | { readonly of: 'aperture'; readonly from: number; readonly to: number }
  | { readonly of: 'iso'; readonly from: number; readonly to: number }
  | { readonly of: 'distance'; readonly light: string; readonly times: number };

interface Base<K extends Skill> {
  readonly skill: K;
  /** What it is made again by. */
  readonly code: string;
}

/** Two pictures, one light changed. */
export interface StopsExercise extends Base<'stops'> {
  readonly before: Look;
  readonly after: Look;
  readonly readings: { readonly before: Readings; readonly after: Readings };
  readonly lightId: string;
  /** Hue of the light, OKLCh degrees; null for white. */
  readonly hueDeg: number | null;
  readonly truth: number;
}

/** How far a colour is from its first clip. */
export interface EdgeExercise extends Base<'edge'> {
  readonly look: Look;
  readonly readings: Readings;
  readonly lightId: string;
  readonly hueDeg: number | null;
  readonly truth: number;
  readonly channel: Channel;
}

/** Which light makes what is seen at a place. */
export interface WhoseExercise extends Base<'whose'> {
  readonly look: Look;
  readonly readings: Readings;
  readonly probe: string;
  readonly options: readonly string[];
  readonly truth: string;
  readonly share: number;
}

/** What was done to a picture. */
export interface WrongExercise extends Base<'wrong'> {
  readonly look: Look;
  readonly readings: Readings;
  readonly cured: Look;
  readonly options: readonly Fault[];
  readonly truth: Fault;
  /** The light that it was done to; null where it is none. */
  readonly lightId: string | null;
}

/** What gels take: of one, or which takes the most. */
export interface CostExercise extends Base<'cost'> {
  readonly lamp: string;
  readonly ask: 'how-many' | 'which-most';
  readonly patches: readonly Patch[];
  /** Stops that the asked one takes, or the id of the one that takes the most. */
  readonly truth: number | string;
}

/** A picture to be met by dialling. */
export interface MatchExercise extends Base<'match'> {
  readonly target: Look;
  readonly start: Look;
}

/** At which white a picture was taken. */
export interface WhiteExercise extends Base<'white'> {
  readonly look: Look;
  /** White of the key, or what the look was made for where the key is coloured, K. */
  readonly keyK: number;
  readonly truth: number;
}

interface MakesBase extends Base<'makes'> {
  /** The colour that is asked about, and its hue, OKLCh degrees. */
  readonly hex: string;
  readonly hueDeg: number;
  /** Name of what shines. */
  readonly lamp: string;
}

/** Which gels make a colour. */
export interface WhichMakesExercise extends MakesBase {
  readonly ask: 'which';
  readonly options: readonly Patch[];
  readonly truth: string;
}

/** What the camera records at a place of a fixture's own hue dial. */
export interface DialStep {
  readonly dialDeg: number;
  readonly hex: string;
  /** OKLCh degrees. */
  readonly hueDeg: number;
}

/** Where on the hue dial of a full-colour fixture a colour is. */
export interface DialMakesExercise extends MakesBase {
  readonly ask: 'dial';
  readonly saturation: number;
  /** The whole dial, in even steps from 0. */
  readonly steps: readonly DialStep[];
  /** Degrees on the dial, one of the steps. */
  readonly truth: number;
}

/** What makes a colour. */
export type MakesExercise = WhichMakesExercise | DialMakesExercise;

/** What a change does to flash and to light that lasts. */
export interface ChangeExercise extends Base<'change'> {
  readonly before: Look;
  readonly change: Change;
  readonly readings: Readings;
  readonly options: readonly { readonly id: string; readonly look: Look; readonly readings: Readings }[];
  readonly truth: string;
  /** By so many stops flash and lasting light change. */
  readonly flashStops: number;
  readonly lastingStops: number;
}

export type Exercise =
  | StopsExercise
  | EdgeExercise
  | WhoseExercise
  | WrongExercise
  | CostExercise
  | MatchExercise
  | WhiteExercise
  | MakesExercise
  | ChangeExercise;

/** What somebody answered, by the kind of exercise. */
export type Guess =
  | { readonly kind: 'number'; readonly value: number; readonly channel?: Channel }
  | { readonly kind: 'choice'; readonly id: string }
  /** Powers in stops from full by light, and how many pictures it took. */
  | { readonly kind: 'powers'; readonly powers: Readonly<Record<string, number>>; readonly shots: number };
