import type { Skill } from '@fulgent/core/practice';

/** What is touched on the page of a lesson. */
export const TOUCHES = [
  'rim-power',
  'gel',
  'rim-distance',
  'white',
  'shutter',
  'warmth',
  'backdrop',
  'two-lights',
  'haze',
  'follower',
] as const;
export type Touch = (typeof TOUCHES)[number];

/** A short path: one page with a live picture to touch, then a few exercises. */
export interface Lesson {
  readonly id: string;
  readonly title: string;
  readonly text: string;
  readonly touch: Touch;
  /** What to see while touching. */
  readonly see: string;
  readonly skills: readonly Skill[];
}

export const LESSONS: readonly Lesson[] = [
  {
    id: 'clipping',
    title: 'Where colour ends',
    text: 'A colour is strong until one channel has all it can hold. From there more light adds only the other channels, and the colour turns pale and another hue.',
    touch: 'rim-power',
    see: 'Raise the coloured edge in steps: first it grows stronger, then it pales.',
    skills: ['edge', 'stops', 'edge'],
  },
  {
    id: 'gel-loss',
    title: 'What gels take',
    text: 'A gel makes no light: it takes away all but its colour. Deep blue and green take three stops and more, pale amber half a stop.',
    touch: 'gel',
    see: 'Change the gel and see the edge darken: the lamp has to give back what the gel takes.',
    skills: ['cost', 'makes', 'cost'],
  },
  {
    id: 'spill',
    title: 'Spill and distance',
    text: 'Twice as far is a quarter of the light. Near light falls off fast and spares what lies behind; far light reaches everything alike.',
    touch: 'rim-distance',
    see: 'Carry the coloured light away and see it reach the backdrop and the face.',
    skills: ['whose', 'wrong', 'stops'],
  },
  {
    id: 'white',
    title: 'White balance is part of the look',
    text: 'The white of the camera moves every light by the same mired. A cool setting makes tungsten deeper orange, a warm one makes daylight blue.',
    touch: 'white',
    see: 'Turn the white and watch the clothes, the one thing that has no colour of its own.',
    skills: ['white', 'white', 'wrong'],
  },
  {
    id: 'flash',
    title: 'Flash with light that lasts',
    text: 'A flash is over in a thousandth of a second: the shutter does nothing to it. What burns on grows with every moment the shutter is open.',
    touch: 'shutter',
    see: 'Lengthen the shutter: the colours rise, the flashed face stays.',
    skills: ['change', 'change', 'stops'],
  },
  {
    id: 'skin',
    title: 'Skin and warmth',
    text: 'Skin is judged before anything else. A quarter of warming on the key looks like health, a full one like sickness or fire.',
    touch: 'warmth',
    see: 'Put more warming before the key and decide where it stops to be skin.',
    skills: ['white', 'wrong', 'makes'],
  },
  {
    id: 'backdrop',
    title: 'The tone of a backdrop',
    text: 'A dark backdrop swallows spill and takes much light to be coloured; a white one takes little, and every other light on it washes the colour out.',
    touch: 'backdrop',
    see: 'Change the paper under the same light: see what the colour does.',
    skills: ['whose', 'edge', 'wrong'],
  },
  {
    id: 'mixing',
    title: 'Two lights that mix',
    text: 'Two gels in one holder take from each other and may leave nothing. Two lights add: red and green make yellow.',
    touch: 'two-lights',
    see: 'Bring the second colour up over the first and see the third between them.',
    skills: ['makes', 'whose', 'makes'],
  },
  {
    id: 'haze',
    title: 'Haze',
    text: 'Haze shows the way of light, and lays a veil over everything behind it. It takes contrast first from what is dark and far.',
    touch: 'haze',
    see: 'Add haze in small steps: the beam comes long before the picture is lost.',
    skills: ['wrong', 'wrong', 'stops'],
  },
  {
    id: 'matching',
    title: 'Matching fixtures',
    text: 'One gel is another colour on another lamp, and one number on a hue dial another colour on another fixture. Match what the camera records: hue first, then saturation, then level, and leave the better light alone.',
    touch: 'follower',
    see: 'One edge is a gelled lamp, the other a colour panel: turn the panel’s hue until both edges are one colour.',
    skills: ['makes', 'makes', 'match'],
  },
];
