import { flareOf } from '../transport/air';
import { emittingKey } from '../transport/emission';
import { openCard, openLight, reaching } from '../transport/reach';
import type { Light, Look } from '../document/schema';
import { airTerm } from './air-term';
import { amountsOf, type Amounts } from './amounts';
import { free } from './memory';
import { seenBody, type Body } from './body';
import { cardName, paintsOf, reflectancesOf } from '../scene/reflectances';
import type { Paints } from '../transport/paints';
import { SENDERS } from '../transport/surround';
import { cardOnFragments, lightFragments, type FragmentLight } from './light-on-figure';
import { surroundOn } from './light-of-surround';
import { cardOnStrands, lightStrands } from './light-in-strands';
import { onRoom, roomGloss, seenThroughGlass } from './light-on-room';
import type { Seen } from './seen';
import { faceOf } from './sheen';
import { addGroups, addMesh, type Groups } from './soft-mesh';

/** What one source brings to what is seen, before any colour: illuminance per unit of the lamp's intensity, 1/m^2. Haze on the way to the eye is taken off. */
export interface SourceTerm {
  /** On fragments, at the very place. */
  readonly sharp: Amounts;
  /** Scattered by points of strands. */
  readonly strands: Amounts;
  readonly room: Amounts;
}

/**
 * The same by way of something with a colour, before that: of a card, or of a large surface round the subject. The latter is so soft that it is
 * kept for groups of points of strands, and in the room at the places of its mesh, before haze: where `groups` is not undefined.
 */
export interface SentTerm extends SourceTerm {
  readonly by: string;
  readonly groups?: Groups | null;
  /** Once through points of strands; null where that is not told apart. */
  readonly strandsThrough: Amounts | null;
}

/** Geometry of one light for a whole picture. Multiplied with its spectral triples it is what the light brings. */
export interface LightTerm extends SourceTerm {
  /** On fragments in skin, by their number among those: light of their near and wide surroundings, and by way of skin in hollows. */
  readonly near: Amounts;
  readonly wide: Amounts;
  readonly skin: Amounts;
  /** By way of the figure's own cloth, on fragments. */
  readonly cloth: Amounts;
  /** Mirrored, white whatever the material. */
  readonly gloss: Amounts;
  /** Null where nothing of the room shines. */
  readonly roomGloss: Amounts | null;
  /** Once through points of strands, and mirrored by them. */
  readonly strandsThrough: Amounts;
  readonly strandsMirrored: Amounts;
  /** The light itself seen through glass, on parts of the room that are seen through it. */
  readonly through: Float32Array | null;
  /** By way of everything that sends on coloured light, by its name. */
  readonly sent: readonly SentTerm[];
  /** By pixel: haze lit by it and flare from it, white; null where there is none. */
  readonly air: Float32Array | null;
  /** The lamp and its stand where the camera sees them. */
  readonly body: Body | null;
}

/** What of a light decides its geometry, as a key for caches. */
export function lightKey(light: Pick<Light, 'position' | 'aim' | 'modifier' | 'rollDeg' | 'role'>): string {
  return `${light.role} ${emittingKey(light)}`;
}

/** What of a look, lights and view apart, decides their terms. */
export function settingKey(look: Look): string {
  const { boards, backdrop, room, air } = look;
  return JSON.stringify([boards, backdrop.gloss, room.gloss, air.hazePerM, paintsIn(look)]);
}

const paints = new WeakMap<Look, Paints>();

/** What the large surfaces of a look make of light: kept, as it is asked for at every picture. */
function paintsIn(look: Look): Paints {
  let found = paints.get(look);
  if (!found) paints.set(look, (found = paintsOf(look, reflectancesOf(look))));
  return found;
}

function addInto(out: Float32Array, more: Float32Array): void {
  for (let i = 0; i < out.length; i++) out[i]! += more[i]!;
}

/** Adds light that is soft of itself: it spreads no further in skin. */
function addSoft(onFigure: FragmentLight, { fragments }: Seen, more: Float32Array): void {
  addInto(onFigure.sharp, more);
  fragments.inSkin.forEach((k, i) => {
    if (k < 0) return;
    onFigure.near[k]! += more[i]!;
    onFigure.wide[k]! += more[i]!;
  });
}

/** Points of a lamp's face that cast shadows in a rough picture. */
const ROUGH_POINTS = 3;

/** Computes the geometry of one light over all that a picture shows; roughly, for a picture of the moment. */
export function lightTerm(seen: Seen, light: Light, look: Look, isRough = false): LightTerm {
  const { stage, view, room, strands } = seen;
  const reach = reaching(light, stage, paintsIn(look), isRough ? ROUGH_POINTS : undefined);
  const face = faceOf(light, reach.emission);
  const onFigure = lightFragments(seen, reach, face);
  const none = new Float32Array(0);
  const inHair = strands ? lightStrands(seen, strands, reach, isRough) : { scattered: none, through: none, mirrored: none };
  const lit = onRoom(seen, reach.points, ({ x, y, z, nx, ny, nz }) => openLight(reach, x, y, z, nx, ny, nz));
  const sent: SentTerm[] = [];
  for (const one of reach.cards) {
    const onIt = cardOnFragments(seen, one, reach);
    const onStrands = strands ? cardOnStrands(seen, strands, one, reach) : none;
    const onPlanes = onRoom(seen, one.points, ({ x, y, z, nx, ny, nz }) => openCard(one, reach, x, y, z, nx, ny, nz));
    if (one.tinted)
      sent.push({
        by: cardName(one.board),
        sharp: amountsOf(onIt),
        strands: amountsOf(onStrands),
        strandsThrough: null,
        room: amountsOf(onPlanes),
      });
    else {
      addSoft(onFigure, seen, onIt);
      if (strands) addInto(inHair.scattered, onStrands);
      addInto(lit, onPlanes);
      free(onIt, onStrands, onPlanes);
    }
  }
  const { groups, colours } = surroundOn(seen, reach, isRough);
  for (const { colour, fragments, strands: scattered, strandsThrough, room: onMesh } of colours)
    if (colour > 0)
      sent.push({
        by: SENDERS[colour - 1]!,
        groups,
        sharp: amountsOf(fragments),
        strands: amountsOf(scattered),
        strandsThrough: amountsOf(strandsThrough),
        room: amountsOf(onMesh),
      });
    else {
      addSoft(onFigure, seen, fragments);
      if (groups) {
        addGroups(inHair.scattered, groups, scattered);
        addGroups(inHair.through, groups, strandsThrough);
      }
      addMesh(lit, seen, onMesh);
      free(fragments, scattered, strandsThrough, onMesh);
    }
  const flare = flareOf(reach, stage, view.eye, view.forward);
  const gloss = roomGloss(look, seen, face, lit);
  return {
    sharp: amountsOf(onFigure.sharp),
    near: amountsOf(onFigure.near),
    wide: amountsOf(onFigure.wide),
    cloth: amountsOf(onFigure.cloth),
    skin: amountsOf(onFigure.skin),
    gloss: amountsOf(onFigure.gloss),
    strands: amountsOf(inHair.scattered),
    strandsThrough: amountsOf(inHair.through),
    strandsMirrored: amountsOf(inHair.mirrored),
    room: amountsOf(lit),
    roomGloss: gloss && amountsOf(gloss),
    through: seenThroughGlass(room, face),
    sent,
    air: airTerm(seen, reach, flare),
    body: seenBody(seen, light, face),
  };
}
