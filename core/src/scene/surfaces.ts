import type { Camera } from '../camera/camera';
import { yBar } from '../colour/observer';
import type { Look, ProbeSurface } from '../document/schema';
import { dot, flat, product, scaled, type Spectrum } from '../spectrum/grid';
import { excitation, GLOW } from '../surface/brightener';
import type { Triple } from '../vivid/vividness';
import { reflectancesOf, type Reflectances } from './reflectances';

/** The surfaces of a look as its camera sees them: everything spectral about them done once. */

/** A reflectance in this camera: sensitivities times reflectance over white response (r, g, b), then ybar times reflectance; and the same of its glow. */
export interface Weights {
  readonly own: readonly Spectrum[];
  readonly glow: readonly Spectrum[] | null;
}

/** Figures of a light on a surface. */
export function figuresOn(light: Spectrum, { own, glow }: Weights): readonly number[] {
  const figures = own.map((w) => dot(light, w));
  if (!glow) return figures;
  const u = excitation(light);
  return figures.map((v, c) => v + u * dot(light, glow[c]!));
}

/** A surface, and what white light has on it: balanced values of the white-balance illuminant. */
export interface SeenSurface {
  readonly reflectance: Spectrum;
  readonly white: Triple;
}

/** Reflectances of a look in its camera, each weighed once. */
export interface Surfaces {
  readonly camera: Camera;
  readonly reflectances: Reflectances;
  readonly probe: (surface: ProbeSurface) => SeenSurface;
  /** Of a material, by its place in the table. */
  readonly material: (index: number) => Weights;
  /** Of a surface, once reflected from another before where `before` says so. */
  readonly weights: (surface: ProbeSurface | 'hair-through' | 'white', before?: 'skin' | 'wardrobe') => Weights;
}

export function surfacesOf(look: Look, camera: Camera): Surfaces {
  const reflectances = reflectancesOf(look);
  const known = new Map<string, Weights>();
  const reflectance = (surface: ProbeSurface | 'hair-through' | 'white'): Spectrum =>
    surface === 'white' ? flat(1) : surface === 'hair-through' ? reflectances.of(surface) : reflectances.ofProbe(surface);
  const weighed = (rho: Spectrum): readonly Spectrum[] => [
    ...camera.sensor.map((s, c) => product(s, rho).map((v) => v / camera.whiteResponse[c]!)),
    product(yBar, rho),
  ];
  const glowing = (surface: ProbeSurface | 'hair-through' | 'white'): Spectrum | null => {
    const glow = surface === 'white' || surface === 'hair-through' ? 0 : reflectances.glowOfProbe(surface);
    return glow > 0 ? scaled(GLOW, glow) : null;
  };
  const weights: Surfaces['weights'] = (surface, before) => {
    const key = `${surface} ${before ?? ''}`;
    let found = known.get(key);
    if (!found) {
      const first = (rho: Spectrum) => (before ? product(rho, reflectances.of(before)) : rho);
      const glow = glowing(surface);
      known.set(key, (found = { own: weighed(first(reflectance(surface))), glow: glow && weighed(first(glow)) }));
    }
    return found;
  };
  const material = (index: number): Weights => {
    const key = `material ${index}`;
    let found = known.get(key);
    if (!found) {
      const rho = reflectances.all[index]!;
      const strength = reflectances.glow[index] ?? 0;
      known.set(key, (found = { own: weighed(rho), glow: strength > 0 ? weighed(scaled(GLOW, strength)) : null }));
    }
    return found;
  };
  return {
    camera,
    reflectances,
    material,
    probe: (surface) => {
      const rho = reflectance(surface);
      const [r, g, b] = figuresOn(camera.white, weights(surface)) as [number, number, number];
      return { reflectance: rho, white: [r, g, b] };
    },
    weights,
  };
}
