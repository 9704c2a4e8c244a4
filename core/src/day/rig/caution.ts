/** Said with every list of cautions. */
export const SAFETY_DEFERS =
  'These are cautions, and the list is not complete. Nothing here says that a set-up is safe: local codes, the makers’ instructions and licensed practice decide.';

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

export interface Caution {
  /** Under which it is taken on; it changes with what it was said about. */
  readonly key: string;
  readonly kind: CautionKind;
  readonly level: CautionLevel;
  readonly title: string;
  readonly reasons: readonly string[];
  readonly lightIds: readonly string[];
}

/** A caution; `about` is what it was said about, so that it opens again when that changes. */
export function caution(
  kind: CautionKind,
  about: string,
  level: CautionLevel,
  title: string,
  reasons: readonly string[],
  lightIds: readonly string[] = [],
): Caution {
  return { key: `${kind}:${about}`.slice(0, 160), kind, level, title, reasons, lightIds };
}
