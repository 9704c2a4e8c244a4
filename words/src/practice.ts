import type { Bias, Change, ErrorUnit, Exercise, Fault, Judged, Patch, Skill } from '@fulgent/core/practice';
import { formatShutter, formatStops } from '@fulgent/core/exposure';
import type { Look } from '@fulgent/core/document';
import { kelvinToMired } from '@fulgent/core/colour';
import { lowered, percentWords } from './numbers';

/** What each skill is called, and what is asked in it. */
export const SKILL_WORDS: Readonly<Record<Skill, { readonly name: string; readonly text: string }>> = {
  stops: { name: 'How many stops?', text: 'Two pictures, one light changed' },
  edge: { name: 'How far to the edge?', text: 'Stops until the first channel clips' },
  whose: { name: 'Whose light is it?', text: 'A place in the picture, and its plan' },
  wrong: { name: 'What is wrong?', text: 'One fault, to be named' },
  cost: { name: 'What does it cost?', text: 'Stops that gels take' },
  match: { name: 'Match this picture', text: 'All dials alike; as few shots as you can' },
  white: { name: 'Which white?', text: 'The camera’s white, from its picture' },
  makes: { name: 'What makes this colour?', text: 'A gel, a stack, two lights, or where on a dial' },
  change: { name: 'Flash or continuous?', text: 'What a change does to each' },
};

export const FAULT_NAMES_PRACTICE: Readonly<Record<Fault, string>> = {
  leak: 'White light leaks past a gel',
  spill: 'A light from behind spills on everything',
  level: 'One light is far too strong',
  white: 'The white balance is off',
  room: 'A pale room sends light back',
  haze: 'There is haze in the air',
  anchor: 'Nothing neutral is left: all is coloured',
  fill: 'A fill flattens the face',
};

const fNumber = (value: number) => `f/${Number(value.toPrecision(2))}`;
const nameOf = (look: Look, id: string | null) => look.lights.find((light) => light.id === id)?.name ?? 'A light';
const stops = (value: number) => `${Math.abs(value).toFixed(1)} ${Math.abs(value).toFixed(1) === '1.0' ? 'stop' : 'stops'}`;

/** A patch in words: `amber deep over teal mid, stacked`. */
export function patchWords({ names, how }: Patch): string {
  const [first, second] = names.map(lowered);
  if (how === 'alone' || !second) return first!;
  return how === 'stacked' ? `${first} and ${second} in one holder` : `${first} and ${second} from two lights`;
}

function changeWordsOf(change: Change): string {
  switch (change.of) {
    case 'shutter':
      return `The shutter goes from ${formatShutter(change.fromS)} to ${formatShutter(change.toS)}.`;
    case 'aperture':
      return `The aperture goes from ${fNumber(change.from)} to ${fNumber(change.to)}.`;
    case 'iso':
      return `ISO goes from ${change.from} to ${change.to}.`;
    case 'distance':
      return `The flash (${change.light}) goes back to ${change.times} times its distance.`;
  }
}

/** What an exercise asks. */
export function exerciseQuestion(exercise: Exercise): string {
  switch (exercise.skill) {
    case 'stops':
      return `${nameOf(exercise.before, exercise.lightId)} was changed. By how many stops, and which way?`;
    case 'edge':
      return `How many stops can ${nameOf(exercise.look, exercise.lightId)} still rise until its first channel clips, and which is it?`;
    case 'whose':
      return `Which light makes most of what is seen on the ${lowered(
        exercise.look.probes.find(({ id }) => id === exercise.probe)?.name ?? 'place',
      )}?`;
    case 'wrong':
      return 'One thing was done to this picture. Which?';
    case 'cost':
      return exercise.ask === 'which-most'
        ? `Which of these gels takes the most of this lamp’s light (${lowered(exercise.lamp)})?`
        : `How many stops does ${exercise.patches[0]!.how === 'stacked' ? 'this stack' : 'this gel'} take of this lamp’s light (${lowered(exercise.lamp)})?`;
    case 'match':
      return 'Dial the lights until your picture is this one.';
    case 'white':
      return `The key is white light of ${exercise.keyK} K. At which white balance was this taken?`;
    case 'makes':
      return exercise.ask === 'dial'
        ? `Where on its hue dial does the ${lowered(exercise.lamp)} make this colour${exercise.saturation < 1 ? `, at ${percentWords(exercise.saturation)} of saturation` : ''}?`
        : `Which makes this colour on this lamp (${lowered(exercise.lamp)})?`;
    case 'change':
      return `The key flashes, the colours burn on. ${changeWordsOf(exercise.change)} Which is the picture then?`;
  }
}

/** The truth in one sentence, with this picture's numbers. */
export function exerciseWhy(exercise: Exercise): string {
  switch (exercise.skill) {
    case 'stops':
      return `It is ${stops(exercise.truth)} ${exercise.truth > 0 ? 'more' : 'less'}: ${(2 ** Math.abs(exercise.truth)).toFixed(1)} times ${exercise.truth > 0 ? 'the light' : 'less light'}.`;
    case 'edge':
      return `${exercise.channel} clips first, ${stops(exercise.truth)} above where it stands; from there on its colour pales.`;
    case 'whose':
      return `${nameOf(exercise.look, exercise.truth)} is ${percentWords(exercise.share)} of the light there.`;
    case 'wrong':
      return wrongWhy(exercise.truth, exercise.look, exercise.lightId);
    case 'cost': {
      const list = exercise.patches.map((patch) => `${patchWords(patch)} ${patch.stopsLost.toFixed(1)}`).join(', ');
      return exercise.ask === 'which-most'
        ? `Stops taken: ${list}. Deep blues and greens take the most: they pass where the eye sees little.`
        : `It takes ${stops(exercise.patches[0]!.stopsLost)}: ${percentWords(2 ** -exercise.patches[0]!.stopsLost)} of the light comes through.`;
    }
    case 'match':
      return `It was ${exercise.target.lights.map(({ name, powerStops }) => `${name} ${formatStops(powerStops)}`).join(', ')}, in stops from full.`;
    case 'white': {
      const mired = Math.round(kelvinToMired(exercise.truth) - kelvinToMired(exercise.keyK));
      const way =
        mired < 0
          ? 'takes bluer light for white, and the key records warm'
          : 'takes warmer light for white, and the key records cool';
      return `${exercise.truth} K, ${Math.abs(mired)} mired from the key: the camera ${way}.`;
    }
    case 'makes':
      if (exercise.ask === 'dial')
        return `It is ${exercise.truth}° on this dial. The camera records it at ${Math.round(exercise.hueDeg)}° of its own hue circle: a dial says what is asked of the emitters, not what is seen.`;
      return `It is ${patchWords(exercise.options.find(({ id }) => id === exercise.truth)!)}. Gels in one holder take away, lights that overlap add.`;
    case 'change':
      return `Flash changes by ${formatStops(exercise.flashStops)}, lasting light by ${formatStops(exercise.lastingStops)} stops${
        exercise.change.of === 'shutter' ? ': a flash is over long before the shutter closes' : ''
      }.`;
  }
}

function wrongWhy(fault: Fault, look: Look, lightId: string | null): string {
  const name = nameOf(look, lightId);
  switch (fault) {
    case 'leak':
      return `A third of ${name} passes beside its gel, white: the colour pales and the level rises.`;
    case 'spill':
      return `${name} has lost its modifier: it lights face and backdrop as well as its own place.`;
    case 'level':
      return `${name} is 2.3 stops over its level.`;
    case 'white':
      return `The camera is at ${look.camera.whiteK} K: everything is shifted alike, the white clothes too.`;
    case 'room':
      return 'Near white walls every light comes back from all sides: shadows fill and colours wash out.';
    case 'haze':
      return 'Haze takes light on its way and lays a veil over all, most over what is far and dark.';
    case 'anchor':
      return `${name} is gelled like the rest: without anything white the eye takes the colour for white.`;
    case 'fill':
      return 'A fill over the key lights the shadow side: the face goes flat and the rims pale.';
  }
}

/** A guess beside the truth: `0.7 stop too much`, `right`. */
export function judgedWords({ error, signed, right }: Judged, unit: ErrorUnit): string {
  if (unit === 'wrong') return right ? 'Right.' : 'Not that.';
  if (unit === 'degrees') {
    if (signed === null) return right ? 'Right.' : `Not that: ${Math.round(error)}° of hue away.`;
    return error < 0.5 ? 'Exactly.' : `${Math.round(error)}° of hue off${right ? ', near enough' : ''}.`;
  }
  if (unit === 'mired') return error < 0.5 ? 'Exactly.' : `${Math.round(error)} mired off${right ? ', near enough' : ''}.`;
  if (error < 0.05) return 'Exactly.';
  const way = signed === null ? 'off' : signed > 0 ? 'too much' : 'too little';
  return `${stops(error)} ${way}${right ? ', near enough' : ''}.`;
}

/** A leaning, as advice: `You judge blue 0.7 stop too bright.` */
export function biasWords({ skill, about, signed }: Bias): string {
  const what = about || 'light';
  if (skill === 'white') return `You take the white ${Math.abs(Math.round(signed))} mired too ${signed > 0 ? 'warm' : 'cool'}.`;
  if (skill === 'edge') return `You place the edge of ${what} ${stops(signed)} too ${signed > 0 ? 'far off' : 'near'}.`;
  if (skill === 'cost') return `You think that gels take ${stops(signed)} ${signed > 0 ? 'more' : 'less'} than they do.`;
  if (skill === 'makes')
    return `You dial ${what} ${Math.abs(Math.round(signed))}° of hue too far ${signed > 0 ? 'on' : 'back'}, from red over green to blue.`;
  return `You judge ${what} ${stops(signed)} too ${signed > 0 ? 'bright' : 'dark'}.`;
}

/** An error with its unit. */
export function errorWords(error: number, unit: ErrorUnit): string {
  if (unit === 'wrong') return `${Math.round(100 * (1 - error))} % right`;
  if (unit === 'degrees') return `${Math.round(error)}° of hue`;
  return unit === 'mired' ? `${Math.round(error)} mired` : `${error.toFixed(1)} stop`;
}

/** What an exercise shows, in figures for who cannot see it; null where it is for the eye alone. The answer itself is not among them. */
export function inFigures(exercise: Exercise, levels: readonly string[] | null): readonly string[] | null {
  switch (exercise.skill) {
    case 'stops':
    case 'edge':
    case 'whose':
    case 'wrong':
    case 'change':
      return levels;
    case 'cost':
      return exercise.patches.map(patchWords);
    case 'match':
    case 'white':
    case 'makes':
      return null;
  }
}
