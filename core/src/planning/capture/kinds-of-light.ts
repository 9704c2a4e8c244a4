import { addFigures, compileScene, type Scene } from '../../scene/compile';
import { FIGURE, FIGURES } from '../../scene/figures';
import type { Look } from '../../document/schema';

/** Flash beside continuous light in a look: who lights what, what a change did, and how to move the one against the other. */

export type LightKind = 'flash' | 'continuous' | 'ambient';

/** What each kind of light brings to one place. */
export interface KindsAt {
  readonly probe: string;
  readonly name: string;
  /** Incident light of each kind, stops over the meter; -Infinity for none. */
  readonly stops: Readonly<Record<LightKind, number>>;
  readonly shares: Readonly<Record<LightKind, number>>;
  /** Flash over all other light, stops; null where one of them is missing. */
  readonly flashOverRest: number | null;
}

const kindOf = (look: Look, index: number): LightKind =>
  index < 0 ? 'ambient' : look.lights[index]!.fixture.kind === 'flash' ? 'flash' : 'continuous';

/** Flash, continuous light and ambient at every place of a look. */
export function kindsOfLight(look: Look, scene: Scene = compileScene(look)): KindsAt[] {
  return look.probes.map((probe, p) => {
    const sums: Record<LightKind, number> = { flash: 0, continuous: 0, ambient: 0 };
    for (const light of scene.lights) {
      if (!light.active) continue;
      const own = new Float64Array(FIGURES);
      addFigures(own, light, p, light.powerStops);
      sums[kindOf(look, light.index)] += own[FIGURE.incident]!;
    }
    const total = sums.flash + sums.continuous + sums.ambient;
    const rest = sums.continuous + sums.ambient;
    const each = (f: (value: number) => number) => ({
      flash: f(sums.flash),
      continuous: f(sums.continuous),
      ambient: f(sums.ambient),
    });
    return {
      probe: probe.id,
      name: probe.name,
      stops: each((value) => Math.log2(value)),
      shares: each((value) => (total > 0 ? value / total : 0)),
      flashOverRest: sums.flash > 0 && rest > 0 ? Math.log2(sums.flash / rest) : null,
    };
  });
}

/** A light whose colour another kind of light drowns, and by how much the ratio would have to move. */
export interface Drowned {
  readonly lightId: string;
  readonly name: string;
  /** Flash over this light at its place, stops. */
  readonly flashOver: number;
}

/** Coloured continuous lights with flash over them at the place where they work, worst first. */
export function drownedLights(look: Look, scene: Scene = compileScene(look)): Drowned[] {
  return scene.lights
    .flatMap((light): Drowned[] => {
      if (!light.active || kindOf(look, light.index) !== 'continuous') return [];
      const own = new Float64Array(FIGURES);
      addFigures(own, light, light.zone, light.powerStops);
      const flash = scene.lights.reduce((sum, other) => {
        if (!other.active || kindOf(look, other.index) !== 'flash') return sum;
        const its = new Float64Array(FIGURES);
        addFigures(its, other, light.zone, other.powerStops);
        return sum + its[FIGURE.incident]!;
      }, 0);
      if (!(flash > own[FIGURE.incident]!) || !(own[FIGURE.incident]! > 0)) return [];
      return [{ lightId: light.id, name: light.name, flashOver: Math.log2(flash / own[FIGURE.incident]!) }];
    })
    .sort((a, b) => b.flashOver - a.flashOver);
}
