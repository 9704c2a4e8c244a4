/** Kinds of surface that figures have: each has its own relief, gloss and materials. */
export const SURFACE = {
  skin: 0,
  eye: 1,
  cloth: 2,
  collar: 3,
  hat: 4,
  lens: 5,
  seat: 6,
  metal: 7,
  matt: 8,
  glass: 9,
  label: 10,
} as const;
export type SurfaceName = keyof typeof SURFACE;

const OF_NET: Readonly<Record<string, SurfaceName>> = {
  cloth: 'cloth',
  skin: 'skin',
  seat: 'seat',
  hat: 'hat',
  cap: 'hat',
  lens: 'lens',
  glass: 'glass',
  label: 'label',
  metal: 'metal',
  matt: 'matt',
};

/** The surface of a net by the name that its bake gave it. */
export function surfaceOfNet(name: string): number {
  return SURFACE[OF_NET[name] ?? 'cloth'];
}
