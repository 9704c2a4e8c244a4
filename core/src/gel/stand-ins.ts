import { CLEAR_FILM, greenGel, gelAtStrength, magentaGel, miredGel } from './gel';
import { gaussian, risingEdge, sampled, type Spectrum } from '../spectrum/grid';

/** A gel of the stand-in kit. All are made up: dyes in clear film, after the Beer-Lambert law. */
export interface CatalogueGel {
  readonly id: string;
  readonly name: string;
  readonly kind: 'effect' | 'correction';
  /** Depth of an effect gel; absent for correction gels. */
  readonly depth?: 'pale' | 'mid' | 'deep';
  /** Nominal shift of a correction gel, mired; absent for others. */
  readonly shiftMired?: number;
  readonly transmittance: Spectrum;
}

/** A dye as optical density against wavelength. */
type Dye = (nm: number) => number;

const above =
  (edgeNm: number, slopeNm: number, density: number): Dye =>
  (nm) =>
    density * risingEdge(nm, edgeNm, slopeNm);
const below =
  (edgeNm: number, slopeNm: number, density: number): Dye =>
  (nm) =>
    density * (1 - risingEdge(nm, edgeNm, slopeNm));
const band =
  (peakNm: number, widthNm: number, density: number): Dye =>
  (nm) =>
    density * gaussian(nm, peakNm, widthNm);
/** Dyes of green gels take of what they pass, too: it peaks at a half. */
const grey =
  (density: number): Dye =>
  () =>
    density;
/** Blue and green dyes let the far red through again, as real dyes do. */
const aboveWithRedTail =
  (edgeNm: number, slopeNm: number, density: number, tailNm: number): Dye =>
  (nm) =>
    density * risingEdge(nm, edgeNm, slopeNm) * (1 - 0.9 * risingEdge(nm, tailNm, 9));

/** The hues of the stand-in set round the circle, each as the dyes of its deep gel. */
const HUES: readonly (readonly [id: string, name: string, dyes: readonly Dye[]])[] = [
  ['red', 'red', [below(612, 9, 1.95)]],
  ['vermilion', 'vermilion', [below(592, 10, 1.75)]],
  ['orange', 'orange', [below(566, 12, 1.65)]],
  ['amber', 'amber', [below(542, 14, 1.4)]],
  ['yellow', 'yellow', [below(497, 11, 1.75)]],
  ['lime', 'yellow-green', [below(488, 12, 1.5), above(600, 16, 0.85)]],
  ['green', 'green', [below(488, 10, 1.7), aboveWithRedTail(553, 11, 1.75, 715), grey(0.115)]],
  ['sea', 'sea green', [below(455, 12, 1.1), aboveWithRedTail(562, 11, 1.8, 715), grey(0.238)]],
  ['teal', 'teal', [below(425, 10, 0.5), aboveWithRedTail(567, 13, 1.75, 715), grey(0.261)]],
  ['azure', 'azure', [aboveWithRedTail(535, 13, 1.75, 710)]],
  ['blue', 'blue', [aboveWithRedTail(500, 11, 2.1, 710)]],
  ['violet', 'violet', [aboveWithRedTail(486, 12, 2.0, 648)]],
  ['magenta', 'magenta', [band(540, 110, 2.1)]],
];

const DEPTHS = [
  ['pale', 0.15],
  ['mid', 0.55],
  ['deep', 1],
] as const;

function dyed(dyes: readonly Dye[]): Spectrum {
  return sampled((nm) => CLEAR_FILM * 10 ** -dyes.reduce((density, dye) => density + dye(nm), 0));
}

function effectGels(): CatalogueGel[] {
  const hues = HUES.flatMap(([id, name, dyes]) => {
    const deep = dyed(dyes);
    return DEPTHS.map(([depth, strength]): CatalogueGel => ({
      id: `${id}-${depth}`,
      name: `${depth} ${name}`,
      kind: 'effect',
      depth,
      transmittance: gelAtStrength(deep, strength),
    }));
  });
  const blush: CatalogueGel = {
    id: 'blush-pale',
    name: 'pale blush',
    kind: 'effect',
    depth: 'pale',
    transmittance: dyed([band(515, 120, 0.22), below(440, 15, 0.08)]),
  };
  return [...hues, blush];
}

function correctionGels(): CatalogueGel[] {
  const mired = (id: string, name: string, shiftMired: number): CatalogueGel => ({
    id,
    name,
    kind: 'correction',
    shiftMired,
    transmittance: miredGel(shiftMired),
  });
  const tint = (id: string, name: string, transmittance: Spectrum): CatalogueGel => ({
    id,
    name,
    kind: 'correction',
    transmittance,
  });
  return [
    mired('warm-full', 'full warming', 159),
    mired('warm-half', 'half warming', 81),
    mired('warm-quarter', 'quarter warming', 42),
    mired('warm-eighth', 'eighth warming', 20),
    mired('cool-full', 'full cooling', -137),
    mired('cool-half', 'half cooling', -78),
    mired('cool-quarter', 'quarter cooling', -35),
    mired('cool-eighth', 'eighth cooling', -18),
    tint('magenta-full', 'full minus green', magentaGel(0.3)),
    tint('magenta-half', 'half minus green', magentaGel(0.15)),
    tint('green-full', 'full plus green', greenGel(0.3)),
    tint('green-half', 'half plus green', greenGel(0.15)),
  ];
}

/** The stand-in gels: 40 effect gels round the hue circle at three depths, and 12 correction gels. */
export const GELS: readonly CatalogueGel[] = [...effectGels(), ...correctionGels()];

const byId = new Map(GELS.map((gel) => [gel.id, gel]));

export function findGel(id: string): CatalogueGel | undefined {
  return byId.get(id);
}
