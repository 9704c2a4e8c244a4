import type { PersonId } from '../../document/subject';

/** What makes one person another: proportions of face, neck and head, hair, brows and beard. 1 or 0 is the average. Lengths in cm. */
export interface PersonShape {
  readonly neck: number;
  readonly larynx: number;
  /** Width of the shoulders. */
  readonly shoulders: number;
  readonly jaw: number;
  readonly chin: number;
  /** How much narrower the chin is. */
  readonly chinNarrow: number;
  readonly nose: number;
  readonly bridge: number;
  /** How far the tip of the nose is turned up. */
  readonly tip: number;
  readonly lips: number;
  /** How far the eyes are open. */
  readonly eye: number;
  /** How much shorter the lower face is. */
  readonly short: number;
  /** How much higher the hairline lies. */
  readonly hairline: number;
  readonly brow: number;
  readonly cheek: number;
  /** Depth of the lid's crease. */
  readonly lid: number;
  readonly smile: number;
  /** Folds and furrows, 0 young to 1. */
  readonly age: number;
  /** Shadow of a beard, 0 or 1, and how long it is worn. */
  readonly beard: number;
  readonly beardLong: number;
  readonly browThick: number;
  readonly browDense: number;
  readonly browWidth: number;
  readonly lash: number;
  readonly lashDense: number;
  readonly lashWidth: number;
  readonly hair: HairStyle;
}

export interface HairStyle {
  readonly kind: 'long' | 'short' | 'curls' | 'none';
  /** Strands that a picture shows, and the guides they are grown from. */
  readonly strands: number;
  readonly guides: number;
  /** Width of a strand, cm; drawn strands stand for several. */
  readonly width: number;
  /** How much a strand is drawn to its guide. */
  readonly clump: number;
  /** Width at its end, share of the root's. */
  readonly tip: number;
  /** Share of strands that fly. */
  readonly fly: number;
  /** How unevenly it is coloured. */
  readonly mottle: number;
  /** Lighter towards its ends by this share. */
  readonly ends: number;
  /** Share of grey strands. */
  readonly grey: number;
  readonly part: number;
  readonly volume: number;
  /** How much is combed back in front. */
  readonly back: number;
  /** Height at which long hair ends. */
  readonly end: number;
  readonly wave: number;
  readonly bend: number;
  /** Length of short hair at the sides and on top, and how far it stands up there. */
  readonly side: number;
  readonly top: number;
  readonly liftSide: number;
  readonly liftTop: number;
  readonly curl: number;
}

const HAIR: HairStyle = {
  kind: 'short',
  strands: 20000,
  guides: 1300,
  width: 0.03,
  clump: 0.4,
  tip: 0.25,
  fly: 0.01,
  mottle: 0.2,
  ends: 0,
  grey: 0,
  part: 1.6,
  volume: 0.85,
  back: 1.2,
  end: -15.5,
  wave: 0.5,
  bend: 0.8,
  side: 0.55,
  top: 2.6,
  liftSide: 0.3,
  liftTop: 0.75,
  curl: 0.5,
};

const AVERAGE: PersonShape = {
  neck: 1,
  larynx: 0.8,
  shoulders: 1,
  jaw: 1,
  chin: 0.2,
  chinNarrow: 0,
  nose: 1,
  bridge: 0,
  tip: 0.3,
  lips: 1,
  eye: 1.5,
  short: 0.2,
  hairline: 0,
  brow: 0,
  cheek: 0,
  lid: 1,
  smile: 0.1,
  age: 0,
  beard: 0,
  beardLong: 0,
  browThick: 1,
  browDense: 1.6,
  browWidth: 0.5,
  lash: 0.5,
  lashDense: 0.65,
  lashWidth: 0.011,
  hair: HAIR,
};

/** The made-up people of the program. No face is that of a known person. */
export const PEOPLE = {
  long: {
    ...AVERAGE,
    neck: 0.86,
    larynx: 0.35,
    shoulders: 0.86,
    jaw: 0.89,
    chin: 0.1,
    chinNarrow: 0.3,
    nose: 0.9,
    bridge: 0.06,
    tip: 0.35,
    lips: 1.02,
    eye: 1.6,
    short: 0.5,
    hairline: -0.7,
    brow: -0.12,
    cheek: 0.2,
    smile: 0.16,
    browThick: 0.8,
    browDense: 1.25,
    browWidth: 0.42,
    lash: 0.62,
    lashDense: 0.72,
    hair: { ...HAIR, kind: 'long', strands: 26000, guides: 1700, width: 0.042, clump: 0.6, tip: 0.14, mottle: 0.3, ends: 0.5 },
  },
  cropped: {
    ...AVERAGE,
    neck: 1.06,
    larynx: 1.3,
    shoulders: 1.03,
    jaw: 1.03,
    chin: 0.3,
    nose: 1.2,
    bridge: -0.06,
    lips: 1.3,
    short: 0.1,
    hairline: -0.3,
    brow: 0.2,
    cheek: 0.05,
    lid: 0.8,
    beard: 1,
    browThick: 1.3,
    browDense: 2.2,
    browWidth: 0.55,
    lashDense: 0.6,
    hair: { ...HAIR, kind: 'short', strands: 30000, guides: 1300, width: 0.026, clump: 0.36, mottle: 0.12 },
  },
  beard: {
    ...AVERAGE,
    neck: 1.06,
    larynx: 1.1,
    shoulders: 1,
    jaw: 1.05,
    chin: 0.25,
    nose: 1.14,
    bridge: 0.22,
    tip: 0.1,
    lips: 0.78,
    eye: 1.38,
    short: 0,
    hairline: 0.75,
    brow: 0.3,
    cheek: -0.05,
    lid: 1.5,
    smile: 0.06,
    age: 1,
    beard: 1,
    beardLong: 1,
    browThick: 1.35,
    browDense: 1.9,
    lash: 0.42,
    lashDense: 0.5,
    lashWidth: 0.01,
    hair: {
      ...HAIR,
      kind: 'short',
      strands: 24000,
      guides: 1500,
      width: 0.027,
      clump: 0.5,
      mottle: 0.25,
      grey: 0.6,
      side: 1.1,
      top: 3.6,
      liftTop: 0.6,
      curl: 0.9,
    },
  },
  curls: {
    ...AVERAGE,
    neck: 0.9,
    larynx: 0.4,
    shoulders: 0.88,
    jaw: 0.94,
    chin: 0.15,
    chinNarrow: 0.2,
    nose: 1.16,
    bridge: -0.1,
    tip: 0.3,
    lips: 1.32,
    eye: 1.58,
    short: 0.35,
    hairline: -0.4,
    brow: -0.05,
    cheek: 0.3,
    lid: 1.1,
    smile: 0.2,
    browThick: 0.95,
    browDense: 1.7,
    browWidth: 0.45,
    lash: 0.6,
    lashDense: 0.75,
    hair: {
      ...HAIR,
      kind: 'curls',
      strands: 24000,
      guides: 1700,
      width: 0.034,
      clump: 0.55,
      side: 6.5,
      top: 8.5,
      liftSide: 0.75,
      liftTop: 0.8,
      curl: 1.1,
      tip: 0.3,
    },
  },
  bald: {
    ...AVERAGE,
    neck: 1.14,
    larynx: 1,
    shoulders: 1.08,
    jaw: 1.1,
    chin: 0.35,
    nose: 1.25,
    bridge: 0.05,
    tip: 0.15,
    lips: 1.05,
    eye: 1.42,
    short: 0.05,
    brow: 0.25,
    cheek: 0.15,
    lid: 1.3,
    smile: 0.14,
    age: 0.45,
    beard: 1,
    browThick: 1.1,
    browDense: 1.6,
    lash: 0.45,
    lashDense: 0.5,
    hair: { ...HAIR, kind: 'none', strands: 0, guides: 0 },
  },
} as const satisfies Record<PersonId, PersonShape>;
