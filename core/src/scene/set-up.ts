import type { Look, Point } from '../document/schema';
import type { Spectrum } from '../spectrum/grid';
import type { Paints } from '../transport/paints';
import { stageOf, type Stage } from '../transport/stage';
import { viewOf, type View } from '../transport/view';
import { placed, STRAND_ROOM, type Placed } from '../transport/zone-light';
import { frameSamples } from './frame-light';
import { paintsOf, sendersOf, wallReflectance, type Reflectances } from './reflectances';
import type { SpectrumLookup } from './resolve';

/** Share of the room's light that comes to a place, of hair what its strands let to each other. */
export const roomShare = ({ open, on }: Placed): number => open * (on?.strands.length ? STRAND_ROOM : 1);

/** What all lights of a look share: the subject and boards, the camera's view, each probe on its surface, and what haze takes on the way to it. */
export interface SetUp {
  readonly stage: Stage;
  readonly view: View;
  readonly places: readonly Placed[];
  readonly fade: readonly number[];
  readonly samples: ReturnType<typeof frameSamples>;
  readonly walls: Spectrum;
  /** Colours of what sends on light, by name. */
  readonly senders: ReadonlyMap<string, Spectrum>;
  readonly paints: Paints;
}

export function setOf(look: Look, reflectances: Reflectances, lookup: SpectrumLookup): SetUp {
  const stage = stageOf(look);
  const view = viewOf(look, 3, 2);
  const places = look.probes.map((probe) => placed(stage, probe));
  const away = (from: Point, to: Point) => Math.hypot(from[0] - to[0], from[1] - to[1], from[2] - to[2]);
  return {
    stage,
    view,
    places,
    fade: places.map(({ place }) => Math.exp(-look.air.hazePerM * away(view.eye, place))),
    samples: frameSamples(look, stage, view),
    walls: wallReflectance(look, lookup),
    senders: sendersOf(look, reflectances),
    paints: paintsOf(look, reflectances),
  };
}
