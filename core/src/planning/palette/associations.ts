import type { Look } from '../../document/schema';

type Association = Look['brief']['associations'][number];

/**
 * What colours are often read as. A starting list of notes: they differ by place and time, the user changes them, and nothing
 * but a remark comes of them. `colour` and `withColour` are words of `colourWord`; an empty second one means any company.
 */
export const ASSOCIATIONS: readonly Association[] = [
  { id: 'blue', colour: 'blue', withColour: '', reads: 'night, cold, distance' },
  { id: 'azure', colour: 'azure', withColour: '', reads: 'screen, moon, calm' },
  { id: 'teal', colour: 'teal', withColour: '', reads: 'water, fluorescent light, unease' },
  { id: 'cyan', colour: 'cyan', withColour: '', reads: 'clean, clinical, modern' },
  { id: 'green', colour: 'green', withColour: '', reads: 'sickness, the strange, old tubes' },
  { id: 'amber', colour: 'amber', withColour: '', reads: 'home, late sun, street light' },
  { id: 'orange', colour: 'orange', withColour: '', reads: 'fire, warmth, sodium light' },
  { id: 'red', colour: 'red', withColour: '', reads: 'danger, heat, desire' },
  { id: 'magenta', colour: 'magenta', withColour: '', reads: 'neon, club, artifice' },
  { id: 'violet', colour: 'violet', withColour: '', reads: 'dream, dusk, stage' },
  { id: 'green-red', colour: 'green', withColour: 'red', reads: 'a winter feast: wanted?' },
  { id: 'azure-amber', colour: 'azure', withColour: 'amber', reads: 'sun and sky; also much used' },
];
