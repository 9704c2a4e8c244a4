import { formatStops } from '@fulgent/core/exposure';
import type { Cause, Finding } from '@fulgent/core/planning';
import { channelWord, lowered, percentWords } from './numbers';

export interface FindingWords {
  readonly title: string;
  /** What in this look points to it, with its number. */
  readonly evidence: string;
}

/** What may make a picture wrong, and what points to it. */
export function findingWords(finding: Finding): FindingWords {
  const title = titleOf(finding);
  return { title: 'name' in finding ? `${finding.name}: ${title}` : title, evidence: evidenceOf(finding) };
}

/** What a cure does: alone, or with that of a cause that hides it. */
export function causeHelpWords({ helps, partner }: Pick<Cause, 'helps' | 'partner'>): string {
  if (!partner) return `Takes away ${percentWords(helps)} of it.`;
  return `Together with “${lowered(findingWords(partner).title)}” it takes away ${percentWords(helps)} of it: each hides the other.`;
}

function titleOf(finding: Finding): string {
  switch (finding.kind) {
    case 'leak':
      return 'light leaks past the gel';
    case 'spill':
      return `its light spills on ${finding.place.toLowerCase()}`;
    case 'level-high':
      return 'too bright for its colour';
    case 'level-low':
      return 'under its window';
    case 'fill':
      return 'fills too much';
    case 'gel-pale':
      return 'its gel is pale';
    case 'gel-deep':
      return 'its gel is deep';
    case 'no-anchor':
      return 'nothing neutral is left';
    case 'flare':
      return 'it shines into the lens';
    case 'exposure-high':
      return 'Everything is too bright';
    case 'exposure-low':
      return 'Everything is too dark';
    case 'white-balance':
      return `The white balance is set ${finding.isWarm ? 'warm' : 'cool'}`;
    case 'ambient':
      return 'Ambient light lies over it';
    case 'haze':
      return 'Haze greys everything';
    case 'soft-filter':
      return 'The soft filter veils it';
    case 'room':
      return 'Bounce from the room';
  }
}

function evidenceOf(finding: Finding): string {
  switch (finding.kind) {
    case 'leak':
      return `${percentWords(finding.leak)} passes beside it.`;
    case 'spill':
      return `${percentWords(finding.share)} of the light there; ${finding.spoilt} loses ${percentWords(finding.vividnessLost)} of its colour to it.`;
    case 'level-high':
      return finding.overStops >= 0.05
        ? `${finding.overStops.toFixed(1)} stop over where ${channelWord(finding.channel)} clips.`
        : `At the level where ${channelWord(finding.channel)} clips: 0.0 stop left.`;
    case 'level-low':
      return `${finding.underStops.toFixed(1)} stops too dark for its colour.`;
    case 'fill':
      return `The shadow side is ${formatStops(finding.shadowStops)} from the key side.`;
    case 'gel-pale':
      return `Purity ${finding.purity.toFixed(2)}${finding.thinned === null ? '' : `, strength ${finding.thinned}`}.`;
    case 'gel-deep':
      return `Purity ${finding.purity.toFixed(2)}.`;
    case 'no-anchor':
      return 'The key is gelled: skin and wardrobe take its colour.';
    case 'flare':
      return `A veil of ${formatStops(finding.veilStops)}, ${Math.round(finding.offAxisDeg)}° off the axis.`;
    case 'exposure-high':
      return `${finding.lights} lights clip where they work.`;
    case 'exposure-low':
      return `${finding.lights} lights are under their windows.`;
    case 'white-balance':
      return `The camera is at ${Math.round(finding.whiteK)} K, ${finding.lamp} gives ${finding.lampK} K: ${Math.round(finding.mired)} mired apart.`;
    case 'ambient': {
      const where = finding.leadsAt
        ? `it leads on ${finding.leadsAt.toLowerCase()}`
        : `${formatStops(finding.faceStops)} on the face`;
      return `${Number(finding.lux.toPrecision(2))} lx; ${where}.`;
    }
    case 'haze':
      return `${percentWords(finding.lost)} of the backdrop’s light is lost in it.`;
    case 'soft-filter':
      return `Strength ${finding.strength}.`;
    case 'room': {
      const walls = finding.walls === null ? 'are painted' : `send back ${percentWords(finding.walls)}`;
      return `Walls ${walls}, the ceiling ${percentWords(finding.ceiling)}.`;
    }
  }
}
