import { yBar } from '../colour/observer';
import type { Look } from '../document/schema';
import { dot, product, type Spectrum } from '../spectrum/grid';
import { HOLLOW_OF, type Contribution } from './contributions';
import { FIGURE, FIGURES } from './figures';
import type { SetUp } from './set-up';
import { spreadShare } from './soft-filter';
import { figuresOn, type Surfaces, type Weights } from './surfaces';

/** What one light brings to every probe of a look, probes x FIGURES. */
export function figuresOf(
  look: Look,
  spectrum: Spectrum,
  at: readonly Contribution[],
  wash: Spectrum,
  surfaces: Surfaces,
  { senders }: Pick<SetUp, 'senders'>,
  veil: readonly number[],
): Float64Array {
  const washed = product(spectrum, wash);
  const known = new Map<string, readonly number[]>();
  const terms = (key: string, light: () => Spectrum, weights: () => Weights) => {
    let found = known.get(key);
    if (!found) {
      const own = light();
      known.set(key, (found = figuresOn(own, weights())));
    }
    return found;
  };
  const sentOn = new Map<string, Spectrum>();
  const coloured = (name: string) => {
    let found = sentOn.get(name);
    if (!found) sentOn.set(name, (found = product(spectrum, senders.get(name)!)));
    return found;
  };
  const kept = 1 - spreadShare(look.camera);
  const luminous = dot(spectrum, yBar);
  const washLuminous = dot(washed, yBar);
  const out = new Float64Array(look.probes.length * FIGURES);
  look.probes.forEach(({ surface }, p) => {
    const { direct, through, mirrored, fromCloth, fromSkin, open, hollow, sent, air } = at[p]!;
    const own = terms(
      surface,
      () => spectrum,
      () => surfaces.weights(surface),
    );
    for (let c = 0; c < 3; c++) out[p * FIGURES + c]! += direct[c]! * own[c]!;
    out[p * FIGURES + FIGURE.luminance]! += direct[1]! * own[FIGURE.luminance]!;
    const add = (times: number, figures: () => readonly number[]) => {
      if (times === 0) return;
      const own = figures();
      for (let c = FIGURE.r; c <= FIGURE.luminance; c++) out[p * FIGURES + c]! += times * own[c]!;
    };
    const by =
      (light: Spectrum, name: string, ...of: Parameters<Surfaces['weights']>) =>
      () =>
        terms(
          `${name} ${of.join(' ')}`,
          () => light,
          () => surfaces.weights(...of),
        );
    const kind = HOLLOW_OF[surface];
    add(open, by(washed, 'wash', surface));
    if (kind) add(hollow, by(washed, 'wash', surface, kind));
    add(through, by(spectrum, 'light', 'hair-through'));
    add(mirrored + air, by(spectrum, 'light', 'white'));
    add(fromCloth, by(spectrum, 'light', surface, 'wardrobe'));
    add(fromSkin, by(spectrum, 'light', surface, 'skin'));
    let incident = (direct[1]! + through + mirrored) * luminous + open * washLuminous;
    for (const { by: name, value, through: once } of sent) {
      if (value === 0 && once === 0) continue;
      const own = coloured(name);
      add(value, by(own, name, surface));
      add(once, by(own, name, 'hair-through'));
      incident += (value + once) * dot(own, yBar);
    }
    for (let c = FIGURE.r; c <= FIGURE.luminance; c++) {
      const i = p * FIGURES + c;
      out[i] = kept * out[i]! + veil[c]!;
    }
    out[p * FIGURES + FIGURE.incident] = incident;
  });
  return out;
}
