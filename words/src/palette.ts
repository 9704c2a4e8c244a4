import { colourWord } from './hues';
import type { SchemeId } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import type { CheckFinding, MotiveProblem, PaletteCheck, MadeColour, MissedColour } from '@fulgent/core/planning';
import { percentWords } from './numbers';

/** What each scheme is called, and what it is for. Angles are of OKLCh as recorded; opposites say which ring they mean. */
export const SCHEME_WORDS: Readonly<Record<SchemeId, { readonly name: string; readonly text: string }>> = {
  own: { name: 'Own', text: 'Every colour as you set it.' },
  opposite: { name: 'Opposite', text: 'Partners of the light-mixing ring: where they overlap they make white.' },
  'opposite-painters': {
    name: 'Opposite, painters’',
    text: 'Partners of the painters’ ring: red and green, blue and orange, yellow and purple. A habit of taste; overlapped they do not make white.',
  },
  neighbours: { name: 'Neighbours', text: 'Three hues 35° apart: calm, with little contrast of colour.' },
  triad: { name: 'Triad', text: 'Three hues 120° apart.' },
  split: { name: 'Split', text: 'One hue against the two that lie beside its opposite.' },
  'one-anchor': { name: 'One and anchor', text: 'One colour, and something neutral that lets the eye see it.' },
  'warm-cool': { name: 'Warm, cool, neutral', text: 'A warm and a cool colour with a neutral between them.' },
  'mix-third': { name: 'Mix to a third', text: 'Two lights whose overlap makes the third colour of the picture.' },
};

export interface CheckWords {
  readonly title: string;
  /** The consequence, then the number. */
  readonly text: string;
}

/** A check of the palette: it asks, and forbids nothing. */
export function checkWords({ finding, holds }: Pick<PaletteCheck, 'finding' | 'holds'>): CheckWords {
  return {
    title: titleOf(finding),
    text: textOf(finding, holds),
  };
}

function titleOf(finding: CheckFinding): string {
  switch (finding.kind) {
    case 'anchor':
      return 'Neutral anchor';
    case 'one-colour':
      return 'One colour';
    case 'no-edge':
      return 'Separation';
    case 'separation':
      return finding.wanted === 0 ? 'Sinks in' : 'Separation';
    case 'skin':
      return 'Skin';
    case 'eye-whites':
      return 'Eye whites';
    case 'cloth-dark':
    case 'cloth-glows':
    case 'cloth-turns':
    case 'cloth-blends':
    case 'cloth':
      return 'Wardrobe';
    case 'alike':
      return 'Alike';
    case 'off-target':
      return 'Off its colour';
    case 'motive':
      return 'Motive';
    case 'purpose':
      return 'Purpose';
    case 'sheets':
      return 'Sheets';
  }
}

type OfKind<Kind extends CheckFinding['kind']> = Extract<CheckFinding, { kind: Kind }>;
type OnPerson = OfKind<'skin' | 'eye-whites' | 'cloth-dark' | 'cloth-glows' | 'cloth-turns' | 'cloth-blends' | 'cloth'>;
type OfMember = OfKind<'alike' | 'off-target' | 'motive' | 'purpose' | 'sheets'>;

function textOf(finding: CheckFinding, holds: boolean): string {
  switch (finding.kind) {
    case 'anchor':
      return anchorWords(finding, holds);
    case 'one-colour':
      return `${percentWords(finding.share)} of all colour lies one way: ${
        holds
          ? 'other hues keep the eye awake.'
          : 'the eye adapts and it fades towards grey. A small patch of the opposite, or a neutral, brings it back.'
      }`;
    case 'no-edge':
      return 'This look has no edge to judge.';
    case 'separation':
      return separationWords(finding, holds);
    case 'alike':
    case 'off-target':
    case 'motive':
    case 'purpose':
    case 'sheets':
      return memberWords(finding, holds);
    default:
      return personWords(finding, holds);
  }
}

function anchorWords({ nearest }: OfKind<'anchor'>, holds: boolean): string {
  if (!nearest) return 'Nothing in the picture is both bright and neutral. On purpose?';
  const then = holds ? 'It holds.' : 'The eye has nowhere to settle: add a white edge, or an opposing accent. On purpose?';
  return `${nearest.name} is the nearest to neutral, chroma ${nearest.chroma.toFixed(2)}. ${then}`;
}

function separationWords({ side, distance, wanted, lightness, chroma, hueDeg }: OfKind<'separation'>, holds: boolean): string {
  const figures = `lightness ${lightness.toFixed(2)}, chroma ${chroma.toFixed(2)}, hue ${Math.round(hueDeg)}°`;
  const edge = `The ${side} edge is ${distance.toFixed(2)} from the backdrop`;
  if (wanted > 0) return `${edge}, ${wanted.toFixed(2)} wanted (${figures}).`;
  return `${edge} (${figures}).${holds ? '' : ' It stands out, though the brief lets it sink.'}`;
}

function personWords(finding: OnPerson, holds: boolean): string {
  switch (finding.kind) {
    case 'skin': {
      const { hueDeg, ownDeg, offDeg, bandDeg, times, strength } = finding;
      const [is, own] = [Math.round(hueDeg), Math.round(ownDeg)];
      if (holds)
        return `Hue ${is}°, its own in white light is ${own}°: believable for this mood${strength === 'pale' ? ', though pale' : ''}.`;
      const way = offDeg > 0 ? 'towards yellow and green' : 'towards pink and blue';
      const strong = strength === 'strong' ? `, ${times.toFixed(1)} times as strong` : '';
      return `Hue ${is}° is ${Math.abs(Math.round(offDeg))}° ${way} from its own ${own}°${strong}; ${bandDeg}° is believable for this mood. Stylised on purpose?`;
    }
    case 'eye-whites': {
      const chroma = `Chroma ${finding.chroma.toFixed(2)} on the key side`;
      if (holds) return `${chroma}, still read as white.`;
      const colour = finding.hueDeg > 15 && finding.hueDeg < 110 ? 'orange' : 'coloured';
      return `${chroma}, over ${finding.limit.toFixed(2)}: they read as ${colour}. A paler gel on the key, or on purpose?`;
    }
    case 'cloth-dark':
      return `Goes ${finding.isBlack ? 'black' : 'dark'} under ${finding.light}: ${formatStops(finding.stops)} stops against white light. Another cloth, or a neutral light on it?`;
    case 'cloth-glows':
      return `Glows under ${finding.light}: ${formatStops(finding.stops)} stops against white light. It may clip first.`;
    case 'cloth-turns':
      return `Its own ${colourWord(finding.own)} is recorded as ${colourWord(finding.is)}, by ${finding.light} most. Another cloth, a white light on it, or on purpose?`;
    case 'cloth-blends':
      return `Blends with the backdrop: ${finding.apart.toFixed(2)} apart. Lift one, or let it sink on purpose.`;
    case 'cloth': {
      const lit = finding.lit.map(({ name, share }) => `${name} ${percentWords(share)}`);
      return lit.length > 0 ? `Takes ${lit.join(' and ')}; keeps its own tone.` : 'Little light reaches it.';
    }
  }
}

function memberWords(finding: OfMember, holds: boolean): string {
  switch (finding.kind) {
    case 'alike':
      return `${finding.first} and ${finding.second} are recorded alike: ${finding.own.toFixed(2)} apart as light, ${finding.recorded.toFixed(2)} as recorded. Lower the one that clips.`;
    case 'off-target': {
      const { light, is, wanted, off } = finding;
      return `${light} makes hue ${Math.round(is.hueDeg)}°, purity ${is.purity.toFixed(2)}; the palette wants ${Math.round(wanted.hueDeg)}°, ${wanted.purity.toFixed(2)} (${off.toFixed(2)} off).`;
    }
    case 'motive':
      return `${finding.light}: ${finding.problems.map(motiveProblemWords).join('; ')}.`;
    case 'purpose': {
      const { colours, open } = finding;
      if (!holds) return `${colours} colours, ${open} without a purpose: what is each for?`;
      return `${colours} ${colours === 1 ? 'colour' : 'colours'}${open > 0 ? `, ${open} without a stated purpose` : ''}.`;
    }
    case 'sheets': {
      const { gel, needed, owned, joined, pieceCm } = finding;
      const large =
        joined > 0 ? ` A piece of ${pieceCm[0]} x ${pieceCm[1]} cm is larger than a sheet: join it, or take a roll.` : '';
      if (owned >= needed) return `${gel}:${large}`;
      return `${needed} ${needed === 1 ? 'sheet' : 'sheets'} of ${gel} ${needed === 1 ? 'is' : 'are'} needed, ${owned} in the kit: get ${needed - owned} more, or choose another.${large}`;
    }
  }
}

/** What disagrees between a light and what it pretends to be, for the middle of a sentence. */
export function motiveProblemWords(problem: MotiveProblem): string {
  switch (problem.kind) {
    case 'hue': {
      const [from, to] = problem.range;
      return `its hue ${Math.round(problem.hueDeg)}° is ${Math.round(problem.outsideDeg)}° outside ${from} to ${to}°`;
    }
    case 'cct':
      return `it is ${Math.round(problem.cctK / 50) * 50} K, and ${problem.range[0]} to ${problem.range[1]} K is believed`;
    case 'too-soft':
      return `it is ${Math.round(problem.acrossDeg)}° across from the subject, and should be hard`;
    case 'too-hard':
      return `it is ${problem.acrossDeg.toFixed(1)}° across from the subject, and should be soft`;
    case 'time':
      return `it is of ${problem.time}, and ${problem.other} is of ${problem.otherTime}`;
    case 'not-high':
      return `it comes from ${Math.round(problem.elevationDeg)}° up, and should come from above`;
    case 'not-low':
      return 'it should come from below';
    case 'steep':
      return `it comes steeply, ${Math.round(problem.elevationDeg)}°`;
  }
}

/** How a light of a palette comes to its colour: 'Deep teal. Hardly to be told from it.' */
export function madeWords({ how, difference, comes }: MadeColour): string {
  if (how === '') return 'Bare, as it is white.';
  if (comes === 'far')
    return `${how}: the nearest that this kit can do, and plainly another colour (${difference.toFixed(2)} off).`;
  return `${how}. ${difference < HARDLY_SEEN ? 'Hardly to be told from it' : 'Near it'} (${difference.toFixed(3)} off).`;
}

/** Distance on the plane that is hardly seen. */
const HARDLY_SEEN = 0.02;

/** Why a colour of a palette is not made, and what to do. */
export function missedColourWords(missed: MissedColour): string {
  switch (missed.kind) {
    case 'no-light':
      return `${missed.member}: no light makes it. Give it one on its page.`;
    case 'locked':
      return `${missed.member} is locked and stays as it is. Unlock it in Balance.`;
    case 'no-means':
      return `${missed.member}: the kit has no gel to spare for it. Take a full-colour fixture, or add gels in Kit.`;
  }
}
