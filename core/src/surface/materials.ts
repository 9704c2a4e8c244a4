import { flat, gaussian, risingEdge, sampled, type Spectrum } from '../spectrum/grid';

/** A surface of the stand-in kit. */
export interface Material {
  readonly id: string;
  readonly name: string;
  readonly kind: 'backdrop' | 'cloth' | 'hair';
  readonly reflectance: Spectrum;
  /** How strongly it glows where it has an optical brightener (`brightener.ts`). */
  readonly glow?: number;
}

const neutral = (id: string, name: string, reflectance: number): Material => ({
  id,
  name,
  kind: 'backdrop',
  reflectance: flat(reflectance),
});

const cloth = (id: string, name: string, at: (nm: number) => number): Material => ({
  id,
  name,
  kind: 'cloth',
  reflectance: sampled(at),
});

/** Hair darkens towards blue as melanin absorbs; `base` is what it would be without, `melanin` its density at 550 nm. */
const hair = (id: string, name: string, base: number, melanin: number, exponent: number): Material => ({
  id,
  name,
  kind: 'hair',
  reflectance: sampled((nm) => 0.012 + base * Math.exp(-melanin * (nm / 550) ** -exponent)),
});

export const MATERIALS: readonly Material[] = [
  neutral('paper-white', 'White paper', 0.88),
  { ...neutral('paper-white-bright', 'White paper, brightened', 0.86), glow: 0.14 },
  neutral('paper-pale', 'Pale grey paper', 0.45),
  neutral('paper-grey', 'Grey paper', 0.18),
  neutral('paper-slate', 'Dark grey paper', 0.09),
  neutral('paper-black', 'Black paper', 0.04),
  neutral('velvet-black', 'Black velvet', 0.005),
  cloth('cloth-white', 'White cloth', (nm) => 0.62 + 0.2 * risingEdge(nm, 425, 12)),
  { ...cloth('cloth-white-bright', 'White cloth, brightened', (nm) => 0.62 + 0.2 * risingEdge(nm, 425, 12)), glow: 0.2 },
  cloth('cloth-grey', 'Grey cloth', () => 0.2),
  cloth('cloth-black', 'Black cloth', (nm) => 0.03 + 0.02 * risingEdge(nm, 680, 15)),
  cloth('cloth-cream', 'Cream wool', (nm) => 0.3 + 0.4 * risingEdge(nm, 470, 35)),
  cloth('cloth-red', 'Red cloth', (nm) => 0.04 + 0.5 * risingEdge(nm, 605, 12)),
  cloth('cloth-rust', 'Rust cloth', (nm) => 0.05 + 0.35 * risingEdge(nm, 580, 22)),
  cloth('cloth-mustard', 'Mustard cloth', (nm) => 0.05 + 0.45 * risingEdge(nm, 535, 22)),
  cloth('cloth-green', 'Green cloth', (nm) => 0.04 + 0.22 * gaussian(nm, 530, 80) + 0.12 * risingEdge(nm, 700, 12)),
  cloth('cloth-teal', 'Teal cloth', (nm) => 0.05 + 0.24 * gaussian(nm, 490, 95) + 0.1 * risingEdge(nm, 705, 12)),
  cloth('cloth-navy', 'Navy cloth', (nm) => 0.03 + 0.08 * gaussian(nm, 450, 75) + 0.06 * risingEdge(nm, 690, 15)),
  cloth('cloth-denim', 'Denim', (nm) => 0.08 + 0.16 * gaussian(nm, 445, 110) + 0.06 * risingEdge(nm, 690, 15)),
  cloth('cloth-plum', 'Plum cloth', (nm) => 0.04 + 0.1 * gaussian(nm, 435, 60) + 0.18 * risingEdge(nm, 635, 16)),
  hair('hair-black', 'Black hair', 0.06, 1.4, 1.5),
  hair('hair-dark', 'Dark brown hair', 0.16, 1.5, 2.2),
  hair('hair-brown', 'Brown hair', 0.26, 1.3, 2.4),
  hair('hair-red', 'Red hair', 0.42, 1.4, 3.6),
  hair('hair-fair', 'Fair hair', 0.55, 0.75, 2.6),
  hair('hair-grey', 'Grey hair', 0.34, 0.35, 0.6),
];

const byId = new Map(MATERIALS.map((material) => [material.id, material]));

export function findMaterial(id: string): Material | undefined {
  return byId.get(id);
}

export function materialsOf(kind: Material['kind']): readonly Material[] {
  return MATERIALS.filter((material) => material.kind === kind);
}
