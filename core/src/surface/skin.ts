import { requireNumber } from '../errors';
import { risingEdge, sampled, type Spectrum } from '../spectrum/grid';

/**
 * Molar extinction of oxygenated haemoglobin, cm^-1 / (mol / l), against nm: the widely used compilation of published
 * measurements, thinned to where it bends.
 */
const HAEMOGLOBIN: readonly (readonly [nm: number, extinction: number])[] = [
  [380, 109564], [390, 167748], [400, 266232], [410, 466840], [414, 524280], [420, 480360], [430, 246072], [440, 102580],
  [450, 62816], [460, 44480], [470, 33209], [480, 26629], [490, 23684], [500, 20933], [510, 20035], [520, 24202],
  [530, 39957], [540, 53236], [550, 43016], [560, 32613], [570, 44496], [576, 55540], [580, 50104], [590, 14401],
  [600, 3200], [610, 1506], [620, 942], [630, 610], [640, 442], [650, 368], [660, 320], [670, 294], [680, 278],
  [690, 276], [700, 290], [720, 348], [740, 446], [760, 586], [780, 710],
];

/** Grams of haemoglobin in a litre of whole blood and in a mole. */
const BLOOD_G_PER_L = 150;
const HAEMOGLOBIN_G_PER_MOL = 64_500;
/** Share of blood in the dermis. */
const BLOOD_SHARE = 0.035;
/** How much more or less blood, and of a yellow pigment (carotene, about 480 nm), a cool or warm undertone has. */
const UNDERTONE_BLOOD = 0.35;
const UNDERTONE_YELLOW = 0.16;
/**
 * What olive skin has beside that: less blood near the surface, more of it without its oxygen, which takes red, and more of the yellow pigment. The greatest
 * share of blood without oxygen, and molar extinction of that, cm^-1 / (mol / l), where it differs most: the same compilation.
 */
const OLIVE_BLOOD = 0.2;
const OLIVE_YELLOW = 0.1;
const OLIVE_SPENT = 0.7;
const SPENT_BLOOD: readonly (readonly [nm: number, extinction: number])[] = [
  [590, 28324], [600, 14677], [610, 9444], [620, 6510], [630, 5149], [640, 4345], [650, 3750], [660, 3227], [680, 2408],
  [700, 1794], [720, 1325], [740, 1116], [760, 1549], [780, 1075],
];
/** Steepness of melanin's absorption with wavelength as it acts in living skin. */
const MELANIN_EXPONENT = 1.7;
/** Optical density (natural log, twice through at 550 nm) of the epidermis at both ends of the scale. */
const LIGHTEST_MELANIN = 0.06;
const MELANIN_RANGE = 2.34;
/** Surface reflection that a polariser would take away, and what the surface lets in and out. */
const SURFACE_REFLECTION = 0.02;
const SURFACE_TRANSMISSION = 0.96;

function between(table: readonly (readonly [nm: number, value: number])[], nm: number): number {
  let j = 0;
  while (j < table.length - 2 && table[j + 1]![0] <= nm) j++;
  const [n0, e0] = table[j]!;
  const [n1, e1] = table[j + 1]!;
  return e0 + ((e1 - e0) * (nm - n0)) / (n1 - n0);
}

/** Extinction of blood with so much of it without oxygen. Under 590 nm both kinds take about as much. */
function haemoglobin(nm: number, spent: number): number {
  const fresh = between(HAEMOGLOBIN, nm);
  return nm < 590 || spent === 0 ? fresh : (1 - spent) * fresh + spent * between(SPENT_BLOOD, nm);
}

/** Diffuse reflectance of the dermis: absorption of blood and tissue against scattering, after Kubelka and Munk. */
const dermis = (undertone: number, olive: number): Spectrum => sampled((nm) => {
  const share = BLOOD_SHARE * (1 - UNDERTONE_BLOOD * undertone) * (1 - OLIVE_BLOOD * olive);
  const blood = (Math.LN10 * haemoglobin(nm, OLIVE_SPENT * olive) * BLOOD_G_PER_L * share) / HAEMOGLOBIN_G_PER_MOL;
  const tissue = 0.9 + 1.2 * Math.exp(-(nm - 400) / 70);
  const scattering = 24 * (nm / 500) ** -1.2;
  const q = (blood + tissue) / scattering;
  return 1 + q - Math.sqrt(q * q + 2 * q);
});

const DERMIS = dermis(0, 0);

/**
 * Spectral reflectance of skin by two chromophores, melanin over blood. `depth` runs from 0, very light, to 1, dark; `undertone` from -1,
 * cool with more blood near the surface, to 1, warm with less of it and more yellow; `olive` from 0 to 1, greener than either.
 * @throws InputError outside these.
 */
export function skinReflectance(depth: number, undertone = 0, olive = 0): Spectrum {
  requireNumber('skinDepth', depth, 0, 1);
  requireNumber('undertone', undertone, -1, 1);
  requireNumber('olive', olive, 0, 1);
  const under = undertone === 0 && olive === 0 ? DERMIS : dermis(undertone, olive);
  const yellow = Math.max(0, undertone) * UNDERTONE_YELLOW + olive * OLIVE_YELLOW;
  const melanin = LIGHTEST_MELANIN + MELANIN_RANGE * depth;
  return sampled((nm) => Math.exp(-melanin * (nm / 550) ** -MELANIN_EXPONENT - yellow * Math.exp(-(((nm - 470) / 45) ** 2)))).map(
    (epidermis, i) => SURFACE_REFLECTION + SURFACE_TRANSMISSION * epidermis * under[i]!,
  );
}

/** The white of the eye: pale, a little warm from the vessels under it. Made up. */
export const EYE_WHITE: Spectrum = sampled((nm) => 0.5 + 0.1 * risingEdge(nm, 590, 30) + 0.04 * risingEdge(nm, 470, 25));

/** Six presets, one in each band of the individual typology angle. */
export const SKIN_PRESETS = [
  { id: 'very-light', name: 'Very light', depth: 0.02 },
  { id: 'light', name: 'Light', depth: 0.1 },
  { id: 'intermediate', name: 'Intermediate', depth: 0.19 },
  { id: 'tan', name: 'Tan', depth: 0.3 },
  { id: 'brown', name: 'Brown', depth: 0.52 },
  { id: 'dark', name: 'Dark', depth: 0.92 },
] as const;

export type SkinBand = (typeof SKIN_PRESETS)[number]['id'];

/** The band of a typology angle in degrees: over 55 very light, 41, 28, 10, -30, and dark below. */
export function skinBandOf(angleDeg: number): SkinBand {
  if (angleDeg > 55) return 'very-light';
  if (angleDeg > 41) return 'light';
  if (angleDeg > 28) return 'intermediate';
  if (angleDeg > 10) return 'tan';
  if (angleDeg > -30) return 'brown';
  return 'dark';
}
