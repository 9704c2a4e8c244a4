import type { Light, Look, ProbeSurface } from '../document/schema';
import { flareOf, inScatter } from '../transport/air';
import { ownHollow } from '../transport/bounce';
import { emittingKey } from '../transport/emission';
import { reaching } from '../transport/reach';
import { SENDERS } from '../transport/surround';
import { sentBy } from '../transport/surround-light';
import { bring, type Brought } from '../transport/zone-light';
import { cardName } from './reflectances';
import { roomShare, type SetUp } from './set-up';
import { kept } from '../kept';
import { subjectForms } from '../transport/geometry';
import { landedFlux, type LandedFlux } from '../transport/room';

/** What comes to a probe by way of something with a colour, before that: on its surface, and once through strands. */
export interface Sent {
  readonly by: string;
  readonly value: number;
  readonly through: number;
}

/** What one light brings to one probe by geometry alone. */
interface Geometric extends Brought {
  /** Share of the room's light that comes in, and of what its hollow makes of it once more. */
  readonly open: number;
  readonly hollow: number;
  /** Haze in the line of sight and flare over it. */
  readonly air: number;
}

/** What one light does by geometry alone: the flux that it lands on the room, and what it brings to each probe per unit of its intensity. */
interface LightGeometry {
  readonly landed: LandedFlux;
  readonly atProbes: readonly Geometric[];
}

/** The same at full power, before any colour: what grey surfaces send on is in it, what coloured ones do stands apart. */
export type Contribution = Omit<Geometric, 'cards' | 'sent' | 'sentThrough'> & { readonly sent: readonly Sent[] };

/** What lights bring, by what decides it: neither power nor gel does, so a change of those asks for no shadow again. */
const geometries = kept<LightGeometry>(256);

export function geometryOf(look: Look, light: Light, set: SetUp): LightGeometry {
  const { stage, view, places } = set;
  const key = JSON.stringify([
    emittingKey(light),
    [stage.key, set.paints, view.eye, view.forward],
    look.probes.map(({ surface, body, position: at, normal }) => [surface, body, at, normal]),
  ]);
  return geometries(key, () => {
    const reach = reaching(light, stage, set.paints);
    const { veil } = flareOf(reach, stage, view.eye, view.forward);
    return {
      landed: landedFlux(look, light, subjectForms(look)),
      atProbes: places.map((at) => ({
        ...bring(reach, at, view.eye),
        open: roomShare(at),
        hollow: at.on ? at.open * ownHollow(at.on.surface, at.open) : 0,
        air: veil + inScatter(reach, stage, stage.hazePerM, view.eye, at.place),
      })),
    };
  });
}

/** The same at full power. */
export function contributions({ atProbes }: LightGeometry, full: number, set: SetUp): Contribution[] {
  return atProbes.map((one, p) => {
    const dim = full * set.fade[p]!;
    const plain = dim * one.sent[0]!;
    const [r, g, b] = one.direct;
    const coloured = SENDERS.flatMap((by, s): Sent[] =>
      set.paints.greys[s] === null ? [{ by, value: dim * one.sent[sentBy(s)]!, through: dim * one.sentThrough[sentBy(s)]! }] : [],
    );
    return {
      direct: [dim * r + plain, dim * g + plain, dim * b + plain],
      through: dim * (one.through + one.sentThrough[0]!),
      mirrored: dim * one.mirrored,
      fromCloth: dim * one.fromCloth,
      fromSkin: dim * one.fromSkin,
      sent: [...one.cards.map(({ board, value }) => ({ by: cardName(board), value: dim * value, through: 0 })), ...coloured],
      open: one.open * set.fade[p]!,
      hollow: one.hollow * set.fade[p]!,
      air: full * one.air,
    };
  });
}

/** Which of its own kind a probe's hollow takes colour from. */
export const HOLLOW_OF: Partial<Record<ProbeSurface, 'skin' | 'wardrobe'>> = { skin: 'skin', wardrobe: 'wardrobe' };

/** What an even light of the room brings to every probe at an exposure. */
export function ambientContributions(look: Look, exposure: number, set: SetUp): Contribution[] {
  return set.places.map(({ open, on }, p): Contribution => {
    const level = exposure * roomShare(set.places[p]!) * set.fade[p]!;
    const again = on ? exposure * open * set.fade[p]! * ownHollow(on.surface, open) : 0;
    const kind = HOLLOW_OF[look.probes[p]!.surface];
    return {
      direct: [level, level, level],
      through: 0,
      mirrored: 0,
      fromCloth: kind === 'wardrobe' ? again : 0,
      fromSkin: kind === 'skin' ? again : 0,
      open: 0,
      hollow: 0,
      sent: [],
      air: 0,
    };
  });
}
