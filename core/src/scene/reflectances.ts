import { inField } from '../errors';
import type { Board, Look, ProbeSurface } from '../document/schema';
import { liquidSteps, MATERIAL, MATERIAL_NAMES, MATERIALS, type MaterialName, type MaterialSources } from '../figure/materials';
import { yBar } from '../colour/observer';
import { dot, flat, product, type Spectrum } from '../spectrum/grid';
import type { Paints } from '../transport/paints';
import { GLASS_PASSES, liquidTransmittance } from '../surface/liquid';
import { skinReflectance } from '../surface/skin';
import { SENDERS, type Sender } from '../transport/surround';
import { glowOf, lookupIn, resolveSurface, type SpectrumLookup } from './resolve';

/** Reflectance of the walls: their paint, or a neutral. @throws InputError in `room.paint`. */
export function wallReflectance({ room }: Pick<Look, 'room'>, lookup: SpectrumLookup): Spectrum {
  const { paint } = room;
  return paint === null ? flat(room.walls) : inField('room.paint', () => resolveSurface(paint, lookup));
}

/** Colour of a card, 1 where it has none of its own. @throws InputError in `boards[i].tint`. */
export function tintOf({ tint }: Board, index: number, lookup: SpectrumLookup): Spectrum {
  return tint === null ? flat(1) : inField(`boards[${index}].tint`, () => resolveSurface(tint, lookup));
}

/** What the large surfaces round a look's subject make of light. */
export function paintsOf({ room }: Pick<Look, 'room'>, { of }: Pick<Reflectances, 'of'>): Paints {
  const greys: Record<Sender, number | null> = {
    backdrop: null,
    wall: room.paint ? null : room.walls,
    floor: room.floor,
    ceiling: room.ceiling,
    table: null,
  };
  const mean = (spectrum: Spectrum) => dot(spectrum, yBar) / dot(flat(1), yBar);
  return { greys: SENDERS.map((name) => greys[name]), means: SENDERS.map((name) => greys[name] ?? mean(of(name))) };
}

/** Name of a coloured card among what sends on coloured light. */
export const cardName = (board: number): string => `card ${board}`;

/** Everything of a look that sends on coloured light, by name: coloured cards, and the surround where it is not grey. @throws InputError in `boards[i].tint`. */
export function sendersOf(look: Look, reflectances: Pick<Reflectances, 'of'>): ReadonlyMap<string, Spectrum> {
  const lookup = lookupIn(look.spectra);
  const out = new Map<string, Spectrum>();
  look.boards.forEach((board, i) => {
    if (board.tint && (board.finish === 'white' || board.finish === 'silver')) out.set(cardName(i), tintOf(board, i, lookup));
  });
  paintsOf(look, reflectances).greys.forEach((grey, s) => {
    if (grey === null) out.set(SENDERS[s]!, reflectances.of(SENDERS[s]!));
  });
  return out;
}

/** Way through a full bottle, cm: what its liquid is judged at as a surface. */
const THROUGH_CM = 2.4;
/** A bottle's liquid as if it were a surface: light from behind, once through. */
export function liquidAsSurface({ subject }: Pick<Look, 'subject'>): Spectrum {
  return liquidTransmittance(subject.liquid.tint, subject.liquid.strength, THROUGH_CM).map((value) => value * GLASS_PASSES);
}

/** The material of each kind of zone. */
const OF_PROBE: Readonly<Record<ProbeSurface, MaterialName | 'liquid'>> = {
  skin: 'skin',
  hair: 'hair',
  wardrobe: 'wardrobe',
  backdrop: 'backdrop',
  'eye-white': 'sclera',
  label: 'label',
  liquid: 'liquid',
  table: 'table',
  metal: 'metal',
  matt: 'matt',
};

export interface Reflectances {
  /** By place in the table, liquids after them. */
  readonly all: readonly Spectrum[];
  readonly of: (name: MaterialName) => Spectrum;
  readonly ofProbe: (surface: ProbeSurface) => Spectrum;
  /** Strength of the optical brightener of each material, by place in the table; 0 for most. */
  readonly glow: readonly number[];
  readonly glowOfProbe: (surface: ProbeSurface) => number;
}

/** Skin of a look's person. */
export const skinOf = ({ skinDepth, undertone, olive }: Look['subject']): Spectrum =>
  skinReflectance(skinDepth, undertone, olive);

/** Reflectances of all materials in a look. @throws InputError in the field of what cannot be resolved. */
export function reflectancesOf(look: Look): Reflectances {
  const lookup = lookupIn(look.spectra);
  const { subject } = look;
  const surface = (field: string, ref: Look['subject']['hair']) => inField(field, () => resolveSurface(ref, lookup));
  const sources: MaterialSources = {
    look,
    skin: skinOf(subject),
    hair: surface('subject.hair', subject.hair),
    wardrobe: surface('subject.wardrobe', subject.wardrobe),
    backdrop: surface('backdrop.surface', look.backdrop.surface),
    walls: wallReflectance(look, lookup),
    label: surface('subject.label', subject.label),
  };
  const all: Spectrum[] = MATERIAL_NAMES.map((name) => MATERIALS[name].reflectance(sources));
  if (subject.form === 'bottle') liquidSteps(subject).forEach((passes) => all.push(product(sources.backdrop, passes)));
  const of = (name: MaterialName) => all[MATERIAL[name]]!;
  const glows: Partial<Record<MaterialName, number>> = {
    wardrobe: glowOf(subject.wardrobe),
    table: glowOf(subject.wardrobe),
    label: glowOf(subject.label),
    backdrop: glowOf(look.backdrop.surface),
    wall: look.room.paint ? glowOf(look.room.paint) : 0,
  };
  const glow = MATERIAL_NAMES.map((name) => glows[name] ?? 0);
  return {
    all,
    of,
    glow,
    glowOfProbe: (name) => {
      const material = OF_PROBE[name];
      return material === 'liquid' ? 0 : glow[MATERIAL[material]]!;
    },
    ofProbe: (name) => {
      const material = OF_PROBE[name];
      return material === 'liquid' ? liquidAsSurface(look) : of(material);
    },
  };
}
