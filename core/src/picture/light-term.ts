import { flareOf } from '../transport/air';
import { openCard, openLight, reaching } from '../transport/reach';
import type { Light, Look } from '../look/schema';
import { airTerm } from './air-term';
import { seenBody, type Body } from './body';
import { cardOnFragments, lightFragments } from './light-on-figure';
import { cardOnStrands, lightStrands } from './light-in-strands';
import { onRoom, roomGloss, seenThroughGlass } from './light-on-room';
import type { Seen } from './seen';
import { faceOf } from './sheen';

/** What one source brings to what is seen, before any colour: illuminance per unit of the lamp's intensity, 1/m^2. Haze on the way to the eye is taken off. */
export interface SourceTerm {
  /** On fragments, at the very place. */
  readonly sharp: Float32Array;
  /** Scattered by points of strands. */
  readonly strands: Float32Array;
  readonly room: Float32Array;
}

/** Geometry of one light for a whole picture. Multiplied with its spectral triples it is what the light brings. */
export interface LightTerm extends SourceTerm {
  /** On fragments in skin, by their number among those: light of their near and wide surroundings, and by way of skin in hollows. */
  readonly near: Float32Array;
  readonly wide: Float32Array;
  readonly skin: Float32Array;
  /** By way of the figure's own cloth, on fragments. */
  readonly cloth: Float32Array;
  /** Mirrored, white whatever the material. */
  readonly gloss: Float32Array;
  /** Null where nothing of the room shines. */
  readonly roomGloss: Float32Array | null;
  /** Once through points of strands, and mirrored by them. */
  readonly strandsThrough: Float32Array;
  readonly strandsMirrored: Float32Array;
  /** The light itself seen through glass, on parts of the room that are seen through it. */
  readonly through: Float32Array | null;
  /** By way of each coloured card, by the board's index. */
  readonly cards: readonly (SourceTerm & { readonly board: number })[];
  /** By pixel: haze lit by it and flare from it, white; null where there is none. */
  readonly air: Float32Array | null;
  /** The lamp and its stand where the camera sees them. */
  readonly body: Body | null;
}

/** What of a light decides its geometry, as a key for caches. */
export function lightKey(light: Pick<Light, 'position' | 'aim' | 'modifier' | 'rollDeg' | 'role'>): string {
  const { face, beam, gridDeg, cut, spill } = light.modifier;
  return JSON.stringify([light.position, light.aim, light.rollDeg, light.role, face, beam, gridDeg, cut, spill]);
}

/** What of a look, lights and view apart, decides their terms. */
export function settingKey({ boards, backdrop, room, air }: Look): string {
  return JSON.stringify([boards, backdrop.gloss, room.gloss, air.hazePerM]);
}

function addInto(out: Float32Array, more: Float32Array): void {
  for (let i = 0; i < out.length; i++) out[i]! += more[i]!;
}

/** Computes the geometry of one light over all that a picture shows. */
export function lightTerm(seen: Seen, light: Light, look: Look): LightTerm {
  const { stage, view, room, strands } = seen;
  const reach = reaching(light, stage);
  const face = faceOf(light, reach.emission);
  const onFigure = lightFragments(seen, reach, face);
  const none = new Float32Array(0);
  const inHair = strands ? lightStrands(seen, strands, reach) : { scattered: none, through: none, mirrored: none };
  const { place: rp, normal: rn } = room;
  const lit = onRoom(seen, reach.points, (q) => openLight(reach, rp[q]!, rp[q + 1]!, rp[q + 2]!, rn[q]!, rn[q + 1]!, rn[q + 2]!));
  const cards: (SourceTerm & { board: number })[] = [];
  for (const one of reach.cards) {
    const onIt = cardOnFragments(seen, one, reach);
    const onStrands = strands ? cardOnStrands(seen, strands, one, reach) : none;
    const onPlanes = onRoom(seen, one.points, (q) =>
      openCard(one, reach, rp[q]!, rp[q + 1]!, rp[q + 2]!, rn[q]!, rn[q + 1]!, rn[q + 2]!),
    );
    if (one.tinted) cards.push({ board: one.board, sharp: onIt, strands: onStrands, room: onPlanes });
    else {
      addInto(onFigure.sharp, onIt);
      seen.fragments.inSkin.forEach((k, i) => {
        if (k < 0) return;
        onFigure.near[k]! += onIt[i]!;
        onFigure.wide[k]! += onIt[i]!;
      });
      if (strands) addInto(inHair.scattered, onStrands);
      addInto(lit, onPlanes);
    }
  }
  const flare = flareOf(reach, stage, view.eye, view.forward);
  return {
    sharp: onFigure.sharp,
    near: onFigure.near,
    wide: onFigure.wide,
    cloth: onFigure.cloth,
    skin: onFigure.skin,
    gloss: onFigure.gloss,
    strands: inHair.scattered,
    strandsThrough: inHair.through,
    strandsMirrored: inHair.mirrored,
    room: lit,
    roomGloss: roomGloss(look, seen, face, lit),
    through: seenThroughGlass(room, face),
    cards,
    air: airTerm(seen, reach, flare),
    body: seenBody(seen, light, face),
  };
}
