import { formatStops } from '@fulgent/core/exposure';
import { kelvinToMired } from '@fulgent/core/colour';
import type { ColourFixture, Effect, Look, Member } from '@fulgent/core/document';
import type { TurnRange } from '@fulgent/core/day';
import type { Scopes } from '@fulgent/core/picture';
import type { Evenness, LightReading, Readings } from '@fulgent/core/scene';
import { WAVELENGTHS_NM, type Spectrum } from '@fulgent/core/spectrum';
import { channelWord, percentWords } from './numbers';

/** One plain paragraph on a figure, with the numbers of this look. */
export interface WhatIs {
  readonly title: string;
  readonly text: string;
}

/** Mid-grey is this much of white. */
const GREY = '18 %';

/** The axis of the ladder. */
export function whatIsAxis({ keyStops }: Readings): WhatIs {
  const face = Number.isFinite(keyStops)
    ? `The face meters ${formatStops(keyStops)} here: ${keyStops < 0 ? 'under' : 'over'} what a meter would set.`
    : 'No light falls on the key side of the face here.';
  return {
    title: 'Stops from mid-grey',
    text: `Each row has one axis: how bright this light alone records its own place. 0 is a grey card of ${GREY}, a stop to the right is twice the light. ${face}`,
  };
}

/** A light's vivid window. */
export function whatIsWindow({ name, window, firstClip, stops, isWhite }: LightReading): WhatIs {
  const title = 'Vivid window';
  if (isWhite)
    return {
      title,
      text: `${name} is white at this white balance: it has no colour to lose, only a level. Its ${channelWord(firstClip.channel)} channel clips at ${formatStops(firstClip.stops)}.`,
    };
  if (!window)
    return {
      title,
      text: `${name} has no window: at no level is its colour recorded strongly in what else lights its place. Take other light away, or give it a deeper colour.`,
    };
  const stands = Number.isFinite(stops) ? ` It stands at ${formatStops(stops)}.` : '';
  return {
    title,
    text: `Between the brackets ${name} keeps its colour: from ${formatStops(window.lowStops)}, under which it is too dark or too mixed, to ${formatStops(window.highStops)}, where it pales. At ${formatStops(firstClip.stops)} its ${channelWord(firstClip.channel)} channel has all that it can hold; more light adds only the others, and the hue moves.${stands}`,
  };
}

/** What the gels of a light take. */
export function whatIsLoss({ name, stopsLost, channelStopsLost: [r, g, b] }: LightReading): WhatIs {
  return {
    title: 'Stops that gels take',
    text: `The gels before ${name} let ${percentWords(2 ** -stopsLost)} of its light through: ${stopsLost.toFixed(1)} stops are lost, and its lamp must give them back. By channel it is R ${r.toFixed(1)}, G ${g.toFixed(1)}, B ${b.toFixed(1)}: what is lost least is the colour.`,
  };
}

/** How vivid a light's place is. */
export function whatIsVividness({ name, vividness, dilution }: LightReading): WhatIs {
  const [most] = dilution;
  const why = most
    ? ` ${most.name} is ${percentWords(most.share)} of the light there and costs ${percentWords(Math.max(0, most.vividnessLost))} of it.`
    : '';
  return {
    title: 'Vividness',
    text: `How much of ${name}’s own colour is left once all other light and the camera are done with it: ${percentWords(vividness)} here. 100 % is the light by itself, in the dark.${why}`,
  };
}

/** What another white does. */
export function whatIsWhite({ camera }: Look): WhatIs {
  const mired = Math.round(kelvinToMired(camera.whiteK));
  return {
    title: 'White balance and mired',
    text: `At ${camera.whiteK} K light of that colour records as white. Mired is a million over kelvins: ${mired} here. A gel shifts every lamp by the same mired, not by the same kelvins, which is why warming is counted so: a quarter is about 42, a full one about 159.`,
  };
}

/** The map of colours. */
export function whatIsMap(members: readonly Member[], { camera }: Look): WhatIs {
  const most = [...members].sort((a, b) => b.purity - a.purity)[0];
  const strongest = most
    ? ` ${most.name} is asked for the strongest here, ${Math.round(most.hueDeg)}° round and ${percentWords(most.purity)} of the way out.`
    : '';
  return {
    title: 'Map of colours',
    text: `Every colour that this camera can record as it does at ${camera.whiteK} K: hue goes round, the middle is neutral, and farther out is purer. The filled area is what the kit makes, the dashed line what a file holds.${strongest} A point outside the area cannot be made; a ring away from its point is made as something else.`,
  };
}

/** How even a backdrop is. */
export function whatIsEvenness({ across, spanStops }: Evenness): WhatIs {
  const [first, last] = [across[0], across[across.length - 1]];
  const ends = first && last ? ` From its left end (${formatStops(first.stops)}) to its right (${formatStops(last.stops)})` : '';
  return {
    title: 'Across the backdrop',
    text: `How bright the backdrop is recorded along a line at the height of the face, in stops from mid-grey.${ends} the brightest place is ${spanStops.toFixed(1)} stops over the darkest. Within a third of a stop it looks like one tone; over one stop it is seen as a glow.`,
  };
}

/** How levels of a picture are spread. */
export function whatIsLevels({ r, g, b, ceilingStops, fromStops, stepStops }: Scopes['levels']): WhatIs {
  const past = (list: readonly number[]) =>
    list.reduce((sum, share, i) => (fromStops + i * stepStops >= ceilingStops ? sum + share : sum), 0);
  return {
    title: 'Levels',
    text: `How much of the picture stands at each level, channel by channel; 0 is mid-grey. The file ends at ${formatStops(ceilingStops)}: there stand ${percentWords(past(r))} of it in red, ${percentWords(past(g))} in green and ${percentWords(past(b))} in blue. One channel alone at the end is a colour that begins to pale; all three are white.`,
  };
}

/** Colours of a whole picture on a disc. */
export function whatIsDisc({ reach }: Scopes['disc']): WhatIs {
  return {
    title: 'Colours of the picture',
    text: `Each bright spot is a colour that much of the picture has: hue goes round, chroma outwards up to ${reach.toFixed(2)} (OKLCh), and neutral is the middle. Two lights of a scheme are two arms; skin lies on a short one between red and yellow. Arms that touch the rim are as strong as a file holds.`,
  };
}

/** What a fixture of several whites gives at each. */
export function whatIsOutput({ name, lowK, highK }: Pick<ColourFixture, 'name' | 'lowK' | 'highK'>): WhatIs {
  return {
    title: 'Light by colour temperature',
    text: `${name} mixes white from ${lowK} to ${highK} K of its emitters. In between several of them burn fully and it is brightest; towards the ends one kind works alone, and light is lost. A dial in kelvins is a dial of level, too.`,
  };
}

/** What a film lets through, in daylight. */
export function whatIsTransmission(stopsLost: number, [r, g, b]: readonly number[]): WhatIs {
  const channels = [r!, g!, b!];
  const least = channels.indexOf(Math.min(...channels));
  const most = channels.indexOf(Math.max(...channels));
  const names = ['red', 'green', 'blue'];
  return {
    title: 'Transmission',
    text: `How much of the light of each wavelength comes through, violet at the left, deep red at the right. Of daylight ${percentWords(2 ** -stopsLost)} is left, ${stopsLost.toFixed(1)} stops less: ${channels[least]!.toFixed(1)} of what the camera has as ${names[least]}, ${channels[most]!.toFixed(1)} of what it has as ${names[most]}. A film makes no light: what a lamp lacks it cannot let through, so the same film looks otherwise on another lamp.`,
  };
}

/** What a light is made of. */
export function whatIsSpectrum(name: string, spectrum: Spectrum): WhatIs {
  const most = Math.max(...spectrum);
  const peakNm = WAVELENGTHS_NM[spectrum.indexOf(most)]!;
  const weak = spectrum.filter((value) => value < 0.1 * most).length / spectrum.length;
  const gaps =
    weak > 0.05
      ? ` Over ${percentWords(weak)} of the range it has less than a tenth of that: colours that lie there are dull in its light, whatever the film before it.`
      : ' It has all wavelengths in good measure: any film finds its colour in it.';
  return {
    title: 'Its light',
    text: `The light of ${name} by wavelength, its strongest set to 1. It is strongest at ${peakNm} nm.${gaps}`,
  };
}

/** A camera's curve that was learned. */
export function whatIsTone(headroomStops: number, edgeStops: number): WhatIs {
  return {
    title: 'Tone curve',
    text: `What the camera writes into its file by how much light there was, in stops from mid-grey. Its white, where nothing more can be told, lies ${formatStops(headroomStops)} over mid-grey. Windows and first clips on the ladder go by this curve now; they are sure to ${edgeStops.toFixed(2)} stop.`,
  };
}

/** Brightness from front to back. */
export function whatIsDepth(flat: readonly string[]): WhatIs {
  return {
    title: 'From front to back',
    text: `How bright each place is, the nearest first. The eye tells one plane from the next by a step in brightness or in hue: under 0.7 stop two planes lie flat on each other. ${flat.length ? `Here: ${flat.join(', ')}.` : 'Here every plane stands off the one before it.'}`,
  };
}

/** Whether light adds. */
export function whatIsSum(lights: number): WhatIs {
  return {
    title: 'Do they add up?',
    text: `Light only adds: the picture of all ${lights} lights is the sum of the pictures of each alone, as long as nothing clips. That is why a frame of each light by itself tells which one is off, and why a balance can be found by computing.`,
  };
}

/** The course of a light that does not burn steadily. */
export function whatIsCourse({ rateHz, rangeStops }: Pick<Effect, 'rateHz' | 'rangeStops'>): WhatIs {
  return {
    title: 'Course of the light',
    text: `Level over four turns, its own power at the top. It turns ${rateHz} times a second and falls by ${rangeStops} stops at most: at its lowest ${percentWords(2 ** -rangeStops)} of its light is left. The picture shows its peak, so that nothing clips when it flares.`,
  };
}

/** The face's exposure by how the person stands. */
export function whatIsTurn({ steps, lowDeg, highDeg }: Pick<TurnRange, 'steps' | 'lowDeg' | 'highDeg'>): WhatIs {
  const levels = steps.filter(({ turnDeg, keyStops }) => turnDeg >= lowDeg && turnDeg <= highDeg && Number.isFinite(keyStops));
  const stops = levels.map(({ keyStops }) => keyStops);
  const span = stops.length ? Math.max(...stops) - Math.min(...stops) : 0;
  return {
    title: 'Turning the person',
    text: `Along: how far the person turns from how they stand now, which is the dashed line. Up: what the face on the key's side is recorded at, stops from mid-grey, ${GREY} of white. Over the lighter part, ${Math.round(highDeg - lowDeg)}° wide, every colour that holds now still holds, and the face changes by ${span.toFixed(1)} stops.`,
  };
}
