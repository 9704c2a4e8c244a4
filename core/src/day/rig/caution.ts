import type { Effect } from '../../document/schema';
import type { HeatReason } from './heat';

export const CAUTION_KINDS = [
  'heat',
  'lamp',
  'overhead',
  'stand',
  'power',
  'wet',
  'haze',
  'flicker',
  'glare',
  'dark',
  'battery',
  'helper',
  'site',
] as const;
export type CautionKind = (typeof CAUTION_KINDS)[number];

/** `stop`: nobody goes on before it is dealt with; `act`: something is to be done; `note`: to be borne in mind. */
export type CautionLevel = 'stop' | 'act' | 'note';

/** What a caution is about. Names are those of lights, boards, circuits and places in the look. */
export type CautionAbout =
  | {
      readonly is: 'gel-heat' | 'diffused-lamp' | 'near-water' | 'not-wet-rated' | 'large-battery' | 'by-hand';
      readonly name: string;
    }
  /** Gels on several lights that get warm alike. */
  | { readonly is: 'gels-warm'; readonly names: readonly string[] }
  | { readonly is: 'over-rating'; readonly name: string; readonly fittedW: number; readonly ratedW: number }
  | { readonly is: 'hangs'; readonly name: string; readonly heightM: number; readonly overSubject: boolean }
  | { readonly is: 'loose-stand' | 'tall-board'; readonly name: string }
  /** It stands or hangs where there is no room for it. */
  | {
      readonly is: 'no-room';
      readonly name: string;
      readonly heightM: number;
      readonly ceilingM: number;
      readonly isOutside: boolean;
    }
  | { readonly is: 'loose-stands'; readonly names: readonly string[] }
  | { readonly is: 'effect'; readonly name: string; readonly type: Effect['type']; readonly rateHz: number }
  | { readonly is: 'near-eyes'; readonly name: string; readonly distanceM: number }
  | { readonly is: 'bright-at-eyes'; readonly name: string; readonly lux: number }
  | {
      readonly is: 'circuit';
      readonly name: string;
      readonly watts: number;
      readonly amps: number;
      readonly ratedA: number;
      readonly estimated: boolean;
    }
  /** All that hangs on the mains at full output, against what the brief says that the sockets give. */
  | { readonly is: 'sockets'; readonly watts: number; readonly givenW: number; readonly estimated: boolean }
  | { readonly is: 'holds-several'; readonly who: string; readonly names: readonly string[] }
  /** Hands that hold lights at once, against helpers. */
  | { readonly is: 'hands'; readonly needed: number; readonly crew: number }
  | { readonly is: 'leads'; readonly count: number; readonly lengthM: number }
  | { readonly is: 'haze' | 'long-exposure' | 'blackout' }
  | { readonly is: 'place'; readonly name: string };

/** Reasons that are said alike whatever the figures. */
export const PLAIN_REASONS = [
  'lamp-over-holder',
  'fitting-changed',
  'diffusion-near-lamp',
  'tape-unrated',
  'magnet-slips',
  'balance-boom',
  'weigh-it',
  'second-hold-carries-all',
  'needs-second-hold',
  'subject-under',
  'people-under',
  'wind',
  'under-ceiling',
  'weigh-stands',
  'board-topples',
  'wet-rated-links',
  'cover-from-wet',
  'mains-and-water',
  'flicker-seizures',
  'flicker-announce',
  'flicker-stop-cue',
  'flicker-mistaken',
  'flash-in-eyes',
  'bright-in-eyes',
  'blue-hurts',
  'battery-charge',
  'nobody-helps',
  'one-pair-of-hands',
  'more-hands',
  'over-sockets',
  'over-circuit',
  'unroll-leads',
  'same-circuit',
  'haze-breathing',
  'haze-alarms',
  'haze-cans',
  'way-out-lit',
  'cloth-flame',
  'site-look-first',
  'safety-parts-stay',
] as const;
export type PlainReason = (typeof PLAIN_REASONS)[number];

/** Why somebody is cautioned, and what to do: words says it. */
export type CautionReason =
  | { readonly why: PlainReason | HeatReason }
  | { readonly why: 'gel-absorbs'; readonly wPerCm2: number }
  | { readonly why: 'topples'; readonly heightM: number }
  | { readonly why: 'weighs'; readonly weightKg: number }
  | { readonly why: 'over-usual-share'; readonly share: number }
  | { readonly why: 'holder-needs'; readonly who: string; readonly heightM: number };

export interface Caution {
  /** Under which it is taken on; it changes with what it was said about. */
  readonly key: string;
  readonly kind: CautionKind;
  readonly level: CautionLevel;
  readonly about: CautionAbout;
  readonly reasons: readonly CautionReason[];
  readonly lightIds: readonly string[];
}

/** Most characters of a caution's key that a look keeps. */
export const LONGEST_KEY = 160;

/** A caution; `state` is what it was said about, so that it opens again when that changes. */
export function caution(
  kind: CautionKind,
  state: string,
  level: CautionLevel,
  about: CautionAbout,
  reasons: readonly (PlainReason | CautionReason)[],
  lightIds: readonly string[] = [],
): Caution {
  const all = reasons.map((reason) => (typeof reason === 'string' ? { why: reason } : reason));
  return { key: `${kind}:${state}`.slice(0, LONGEST_KEY), kind, level, about, reasons: all, lightIds };
}
