import { InputError } from '../errors';

/** What is practised, one skill an exercise. */
export const SKILLS = ['stops', 'edge', 'whose', 'wrong', 'cost', 'match', 'white', 'makes', 'change'] as const;
export type Skill = (typeof SKILLS)[number];

/** In what a guess is off: stops, mired, degrees of hue as recorded (OKLCh), or only right or wrong (0 or 1). */
export const UNIT_OF = {
  stops: 'stops',
  edge: 'stops',
  whose: 'wrong',
  wrong: 'wrong',
  cost: 'stops',
  match: 'stops',
  white: 'mired',
  makes: 'degrees',
  change: 'wrong',
} as const satisfies Readonly<Record<Skill, 'stops' | 'mired' | 'degrees' | 'wrong'>>;
export type ErrorUnit = (typeof UNIT_OF)[Skill];

const LETTERS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';
const CODE_LETTERS = 6;
/** Seeds are from 0 to one less than this. */
export const SEEDS = LETTERS.length ** CODE_LETTERS;

/** A seed of an exercise as a code to share: `stops-4K7M2P`. It has no letters that are taken for figures. */
export function codeOf(skill: Skill, seed: number): string {
  let rest = seed;
  let code = '';
  for (let i = 0; i < CODE_LETTERS; i++) {
    code = LETTERS[rest % LETTERS.length]! + code;
    rest = Math.floor(rest / LETTERS.length);
  }
  return `${skill}-${code}`;
}

/** Reads such a code, in capitals or not. @throws InputError naming `code` for anything else. */
export function readCode(text: string): { readonly skill: Skill; readonly seed: number } {
  const match = /^\s*([a-z]+)\s*-\s*([a-z0-9]+)\s*$/i.exec(text);
  const skill = SKILLS.find((one) => one === match?.[1]?.toLowerCase());
  const letters = [...(match?.[2]?.toUpperCase() ?? '')].map((letter) => LETTERS.indexOf(letter));
  if (!skill || letters.length !== CODE_LETTERS || letters.includes(-1))
    throw new InputError('code', `This is no code of an exercise. One looks like ${codeOf('stops', 123_456_789)}.`);
  return { skill, seed: letters.reduce((seed, digit) => seed * LETTERS.length + digit, 0) };
}
