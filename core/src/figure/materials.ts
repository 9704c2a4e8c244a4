import type { Look } from '../document/schema';
import { flat, gaussian, product, sampled, scaled, type Spectrum } from '../spectrum/grid';
import { GLASS_PASSES, liquidTransmittance } from '../surface/liquid';
import { EYE_WHITE } from '../surface/skin';
import { SURFACE } from './surfaces';

/**
 * The one table of materials: what of a look each takes its reflectance from, and how it mirrors. Nothing else knows an index; figures of
 * the scene and pixels of the picture take theirs from here.
 */
interface Material {
  readonly reflectance: (of: MaterialSources) => Spectrum;
  /** Roughness of its own sheen, and how much it mirrors straight on, where it is a plain surface. */
  readonly sheen?: readonly [roughness: number, reflectance: number];
  /** Light that it throws on its own kind is coloured by this material. */
  readonly own?: 'skin' | 'wardrobe';
  /** A plane of the room, not of the subject. */
  readonly room?: true;
}

/** Spectra of a look that materials are made from, each resolved once. */
export interface MaterialSources {
  readonly look: Look;
  readonly skin: Spectrum;
  readonly hair: Spectrum;
  readonly wardrobe: Spectrum;
  readonly backdrop: Spectrum;
  readonly walls: Spectrum;
  readonly label: Spectrum;
}

/** A change of colour by three bands: what is left of red, green and blue. */
function bands(r: number, g: number, b: number): Spectrum {
  return sampled((nm) => {
    const [wr, wg, wb] = [gaussian(nm, 630, 110), gaussian(nm, 540, 90), gaussian(nm, 450, 90)];
    return (r * wr + g * wg + b * wb) / (wr + wg + wb);
  });
}

const power = (spectrum: Spectrum, e: number, times = 1): Spectrum => spectrum.map((v) => Math.min(0.95, times * v ** e));
const times = (spectrum: Spectrum, r: number, g: number, b: number) => product(spectrum, bands(r, g, b));
const between = (a: Spectrum, b: Spectrum, t: number): Spectrum => a.map((v, i) => v + t * (b[i]! - v));

export const MATERIALS = {
  skin: { reflectance: ({ skin }) => skin, own: 'skin' },
  blush: { reflectance: ({ skin }) => times(skin, 0.93, 0.66, 0.66), own: 'skin' },
  lips: { reflectance: ({ skin }) => times(skin, 0.76, 0.5, 0.6), own: 'skin' },
  shade: { reflectance: ({ skin }) => times(skin, 0.55, 0.5, 0.52), own: 'skin' },
  stubble: { reflectance: ({ skin, hair }) => between(scaled(skin, 0.5), hair, 0.55), own: 'skin' },
  root: { reflectance: ({ skin, hair }) => between(scaled(skin, 0.35), hair, 0.5), own: 'skin' },
  sclera: { reflectance: () => scaled(EYE_WHITE, 0.7) },
  iris: {
    reflectance: ({ skin }) => sampled((nm) => 0.035 + 0.07 * gaussian(nm, 620, 150)).map((v, i) => v * (0.5 + 0.9 * skin[i]!)),
  },
  pupil: { reflectance: () => flat(0.004) },
  wet: { reflectance: ({ skin }) => times(between(skin, flat(0.5), 0.4), 0.95, 0.6, 0.58), own: 'skin' },
  hair: { reflectance: ({ hair }) => hair, sheen: [0.34, 0.05] },
  'hair-through': { reflectance: ({ hair }) => power(hair, 0.5, 1.55) },
  brow: { reflectance: ({ hair }) => scaled(hair, 0.8) },
  down: { reflectance: ({ skin }) => power(skin, 0.7) },
  'down-through': { reflectance: ({ skin }) => power(skin, 0.3) },
  wardrobe: { reflectance: ({ wardrobe }) => wardrobe, own: 'wardrobe' },
  accent: { reflectance: () => sampled((nm) => 0.6 + 0.1 * gaussian(nm, 640, 200)), own: 'wardrobe' },
  hat: { reflectance: () => sampled((nm) => 0.05 + 0.02 * gaussian(nm, 620, 200)), sheen: [0.8, 0.006] },
  cap: { reflectance: () => sampled((nm) => 0.66 + 0.08 * gaussian(nm, 620, 200)), sheen: [0.9, 0.004] },
  lens: { reflectance: () => flat(0.012), sheen: [0.04, 0.05] },
  seat: { reflectance: () => sampled((nm) => 0.1 + 0.08 * gaussian(nm, 640, 120)), sheen: [0.4, 0.03] },
  metal: { reflectance: () => sampled((nm) => 0.24 + 0.03 * gaussian(nm, 620, 200)), sheen: [0.13, 0.55] },
  matt: { reflectance: () => flat(0.035), sheen: [0.55, 0.04] },
  label: { reflectance: ({ label }) => label, sheen: [0.6, 0.01] },
  ink: { reflectance: () => flat(0.03), sheen: [0.5, 0.02] },
  glass: { reflectance: () => flat(0.004), sheen: [0.03, 0.045] },
  backdrop: { reflectance: ({ backdrop }) => backdrop, room: true },
  floor: { reflectance: ({ look }) => flat(look.room.floor), room: true },
  wall: { reflectance: ({ walls }) => walls, room: true },
  ceiling: { reflectance: ({ look }) => flat(look.room.ceiling), room: true },
  table: { reflectance: ({ wardrobe }) => wardrobe, sheen: [0.22, 0.03], room: true },
  flag: { reflectance: () => flat(0.03), room: true },
  card: { reflectance: () => flat(0.8), room: true },
  /** The body of a lamp, its stand. */
  lamp: { reflectance: () => flat(0.035), room: true },
} as const satisfies Record<string, Material>;

export type MaterialName = keyof typeof MATERIALS;
export const MATERIAL_NAMES = Object.keys(MATERIALS) as MaterialName[];

/** Place of each material in a table of figures; what is seen through a liquid follows them, by its thickness. */
export const MATERIAL = Object.fromEntries(MATERIAL_NAMES.map((name, i) => [name, i])) as Readonly<Record<MaterialName, number>>;

/** Steps of the thickness of a liquid, and the way through of one step, cm. */
export const LIQUID_STEPS = 16;
export const LIQUID_STEP_CM = 0.6;
export const LIQUID = MATERIAL_NAMES.length;
export const MATERIAL_COUNT = LIQUID + LIQUID_STEPS;

/** The name of a material by its place; what is seen through the bottle is 'liquid'. */
export function materialName(index: number): MaterialName | 'liquid' {
  return MATERIAL_NAMES[index] ?? 'liquid';
}

/** Whether a material is one of the room's planes. */
export function isRoom(index: number): boolean {
  const name = MATERIAL_NAMES[index];
  return name !== undefined && 'room' in MATERIALS[name];
}

/** How a material mirrors: [1, 0] is not at all. */
export function sheenOf(name: MaterialName): readonly [roughness: number, reflectance: number] {
  const material: Material = MATERIALS[name];
  return material.sheen ?? [1, 0];
}

/** Up to six materials that a kind of surface is mixed from. */
export const SURFACE_MATERIALS: readonly (readonly MaterialName[])[] = (() => {
  const of: Record<keyof typeof SURFACE, readonly MaterialName[]> = {
    skin: ['skin', 'blush', 'lips', 'shade', 'stubble', 'root'],
    eye: ['sclera', 'iris', 'pupil', 'wet'],
    cloth: ['wardrobe', 'accent', 'ink'],
    collar: ['wardrobe', 'accent', 'ink'],
    hat: ['hat', 'cap'],
    lens: ['lens'],
    seat: ['seat'],
    metal: ['metal'],
    matt: ['matt'],
    glass: ['glass'],
    label: ['label', 'ink'],
  };
  return Object.keys(SURFACE).map((name) => of[name as keyof typeof SURFACE]);
})();

/** What light loses in a bottle, by its step of thickness: liquid, and the two faces of the glass. */
export function liquidSteps({ liquid }: Look['subject']): Spectrum[] {
  return Array.from({ length: LIQUID_STEPS }, (_, k) =>
    scaled(liquidTransmittance(liquid.tint, liquid.strength, k * LIQUID_STEP_CM), GLASS_PASSES),
  );
}
