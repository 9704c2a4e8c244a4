import { formatShutter, formatStops } from '@fulgent/core/exposure';
import type { Change } from '@fulgent/core/planning';
import { lowered } from './numbers';

export interface ProposalWords {
  /** What to do, as an order with its figures. */
  readonly text: string;
  /** What else it does, where that is not plain; else ''. */
  readonly cost: string;
}

const STRENGTHS = {
  full: (name: string) => `Take the gel on ${name} at full strength.`,
  double: (name: string) => `Double the gel on ${name}.`,
};

/** A change of a look: what to do, and what else that does. */
export function proposalWords(change: Change): ProposalWords {
  switch (change.kind) {
    case 'power':
      return {
        text: `${change.byStops < 0 ? 'Lower' : 'Raise'} ${change.name} ${formatStops(change.byStops)}, to ${change.to}.`,
        cost: change.unlocks ? 'It is locked: this unlocks it.' : '',
      };
    case 'unlock':
      return { text: `Unlock ${change.name}.`, cost: 'Balance may move its power.' };
    case 'distance':
    case 'turn':
    case 'aim':
    case 'grid':
    case 'modifier':
    case 'flag':
    case 'lens-flag':
      return standWords(change);
    case 'gel':
    case 'strength':
    case 'ungel':
    case 'neutral':
    case 'seal':
    case 'density':
    case 'diffusion':
      return gelWords(change);
    case 'second-hold':
    case 'weigh':
    case 'battery':
    case 'stand':
    case 'holder':
    case 'lamp':
    case 'rate':
    case 'circuit':
      return rigWords(change);
    default:
      return wholeWords(change);
  }
}

type OfKind<Kind extends Change['kind']> = Extract<Change, { kind: Kind }>;
type AtStand = OfKind<'distance' | 'turn' | 'aim' | 'grid' | 'modifier' | 'flag' | 'lens-flag'>;
type AtGel = OfKind<'gel' | 'strength' | 'ungel' | 'neutral' | 'seal' | 'density' | 'diffusion'>;
type AtRig = OfKind<'second-hold' | 'weigh' | 'battery' | 'stand' | 'holder' | 'lamp' | 'rate' | 'circuit'>;
type OfWhole = Exclude<Change, AtStand | AtGel | AtRig | OfKind<'power' | 'unlock'>>;

/** What is moved or put up. */
function standWords(change: AtStand): ProposalWords {
  switch (change.kind) {
    case 'distance': {
      const isNearer = change.toM < change.fromM;
      const power = change.power === null ? '' : `, power ${change.power}`;
      return {
        text: `${isNearer ? 'Bring' : 'Move'} ${change.name} from ${change.fromM.toFixed(1)} m to ${change.toM.toFixed(1)} m${power}.`,
        cost: isNearer ? 'Softer, and it falls off faster.' : 'Harder, and more of it on room and backdrop.',
      };
    }
    case 'turn':
      return { text: `Turn ${change.name} ${change.deg}° away.`, cost: 'Less of it where it works: power makes up for that.' };
    case 'aim':
      return { text: `Aim ${change.name} at ${change.place}.`, cost: '' };
    case 'grid':
      return {
        text: `Put the ${Math.round(change.gridDeg)}° grid on ${change.name}.`,
        cost: `It takes ${change.lossStops.toFixed(1)} stop on the axis.`,
      };
    case 'modifier':
      return {
        text: `Change ${change.name} from ${lowered(change.from)} to ${lowered(change.to)}.`,
        cost: 'About as soft; it reaches less.',
      };
    case 'flag': {
      const [widthCm, heightCm] = [Math.round(100 * change.widthM), Math.round(100 * change.heightM)];
      return { text: `Set a ${widthCm} x ${heightCm} cm flag beside ${change.name}.`, cost: 'One more stand.' };
    }
    case 'lens-flag':
      return { text: 'Set a flag beside the lens.', cost: 'Look through the lens: it must not be seen.' };
  }
}

/** What is put before a lamp or taken from it. */
function gelWords(change: AtGel): ProposalWords {
  switch (change.kind) {
    case 'gel':
      return {
        text: `Take ${change.gel} on ${change.name}: ${Math.abs(change.byStops).toFixed(1)} stops ${change.byStops >= 0 ? 'more' : 'less'} light.`,
        cost: change.byStops >= 0 ? 'A paler colour.' : 'A deeper colour.',
      };
    case 'strength':
      return {
        text: STRENGTHS[change.to](change.name),
        cost: 'It lets less light through.',
      };
    case 'ungel':
      return { text: `Take the gel off ${change.name}.`, cost: 'What it lights is seen in white light.' };
    case 'neutral':
      return { text: `Set ${change.name} to white.`, cost: 'What it lights is seen in white light.' };
    case 'seal':
      return { text: `Seal the gel on ${change.name}.`, cost: 'Leave the air that a hot lamp needs.' };
    case 'density':
      return {
        text: `Put ${change.stops.toFixed(1)} stops of neutral density on ${change.name}.`,
        cost: 'Nothing else moves. Density near a hot lamp must be made for heat.',
      };
    case 'diffusion':
      return {
        text: `Diffuse ${change.name} by ${change.stops.toFixed(1)} stops.`,
        cost: 'Softer and wider: more spill where it should not be.',
      };
  }
}

/** How lights are held and fed. */
function rigWords(change: AtRig): ProposalWords {
  switch (change.kind) {
    case 'second-hold':
      return { text: `Give ${change.name} a second, independent hold.`, cost: 'A rated line, short, to something fixed.' };
    case 'weigh':
      return { text: `Weigh down: ${change.name}.`, cost: 'A weight on each, a leg under the load.' };
    case 'battery':
      return { text: `Feed ${change.name} from a battery.`, cost: 'Cover it all the same, without closing its vents.' };
    case 'stand':
      return { text: `Put ${change.name} on a stand.`, cost: 'One more stand, weighed down.' };
    case 'holder':
      return { text: `Hold the gel of ${change.name} in its holder.`, cost: 'Air between gel and lamp.' };
    case 'lamp':
      return { text: `Fit ${change.watts} W in ${change.name}.`, cost: 'It gives less light.' };
    case 'rate':
      return { text: `Slow ${change.name} to ${change.hz} Hz.`, cost: 'Announce it all the same, with a cue that stops it.' };
    case 'circuit':
      return { text: `Move ${change.name} to ${change.circuit}.`, cost: 'Find out what else hangs on it.' };
  }
}

const aperture = (mark: 'f' | 'T', value: number) => (mark === 'T' ? `T${Number(value.toFixed(1))}` : `f/${value}`);

/** What moves all lights at once: the camera, ambient, air, room. */
function wholeWords(change: OfWhole): ProposalWords {
  switch (change.kind) {
    case 'iso':
      return {
        text: `${change.to > change.from ? 'Raise' : 'Lower'} ISO from ${change.from} to ${change.to}.`,
        cost: 'All lights and ambient move with it.',
      };
    case 'aperture': {
      const isSmaller = change.to > change.from;
      return {
        text: `${isSmaller ? 'Stop down' : 'Open up'} from ${aperture(change.mark, change.from)} to ${aperture(change.mark, change.to)}.`,
        cost: `All lights and ambient move with it; ${isSmaller ? 'more' : 'less'} is sharp.`,
      };
    }
    case 'shutter':
      return {
        text: `Set the shutter from ${formatShutter(change.fromS)} to ${formatShutter(change.toS)}.`,
        cost: `Continuous light and ambient ${change.toS > change.fromS ? 'rise' : 'fall'}${change.withFlash ? ', flash stays' : ''}.`,
      };
    case 'nd':
      return { text: `Change ND from ${change.from} to ${change.to} stops.`, cost: 'Dims everything equally; depth stays.' };
    case 'white':
      return { text: `Set the white balance to ${change.whiteK} K.`, cost: 'Every colour moves with it.' };
    case 'filter':
      return { text: 'Take the soft filter off.', cost: 'Highlights no longer glow.' };
    case 'ambient':
      return {
        text: `Black out the ambient by ${change.byStops.toFixed(1)} stops.`,
        cost: 'Keep exits, vents and alarms clear.',
      };
    case 'haze':
      return { text: 'Clear the air.', cost: 'Beams are no longer seen.' };
    case 'room':
      return { text: 'Hang black cloth on walls and ceiling.', cost: 'Keep cloth off hot lamps, and exits clear.' };
  }
}
