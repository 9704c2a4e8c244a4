import { linearOutputInto } from '../../camera/camera';
import { turnBetweenDeg } from '../../colour/hue';
import { chromaOf, hueDegOf, oklabDistance, oklabOf, type Oklab } from '../../colour/oklab';
import { luminousSum } from '../../colour/observer';
import { readScene } from '../../scene/evaluate';
import { meteredIndex, silhouette, zoneIndex, zoneOf, type ZonePart, type ZoneSide } from '../../document/zones';
import type { ProbeReading } from '../../scene/readings';
import { compileScene, type Scene } from '../../scene/compile';
import type { Look, Mood } from '../../document/schema';
import { product } from '../../spectrum/grid';
import { skinOf } from '../../scene/reflectances';
import { balancedTriple } from '../../vivid/alone';
import type { Adaptation } from '../../vivid/adaptation';
import { linearSigma } from '../../vivid/vividness';
import type { KitEntry } from '../../catalogue/kit-schema';
import type { Found, PaletteCheck, Seen } from './check';
import { SKIN_HUE_DEG } from './skin-band';
import { alike, motives, offTarget, purposes, sheetChecks } from './member-checks';

export interface PaletteReport {
  readonly checks: readonly PaletteCheck[];
  /** Share of the picture that is near neutral and bright enough to see. */
  readonly neutralShare: number;
  /** What the eye gets used to in this picture: `adaptedLinear` shows colours as it then sees them. */
  readonly adaptation: Adaptation;
}

/** Share of the picture that a probe stands for where the palette says nothing. */
const AREAS: Readonly<Record<ZonePart, number>> = {
  front: 0.08,
  edge: 0.04,
  clothing: 0.2,
  table: 0.2,
  backdrop: 0.18,
  other: 0.05,
};
/** Some sides of a part show more of it, or less. */
const SIDE_AREAS: Readonly<Partial<Record<`${ZonePart} ${ZoneSide}`, number>>> = {
  'front key': 0.1,
  'front shadow': 0.06,
  'backdrop middle': 0.2,
};

const NEUTRAL_CHROMA = 0.04;
const ANCHOR_LIGHTNESS = 0.35;
const EYE_ID = 'palette-eye-white';
/** How far the white of the eye may stray in chroma before it is asked about. */
const EYE_CHROMA: Readonly<Record<Mood, number>> = { dark: 0.13, neutral: 0.07, bright: 0.05 };
/** One hue holds so much of all chroma that the eye adapts to it. */
const ONE_HUE = 0.9;
const THIN_SEPARATION = 0.1;
/** Cloth this much darker or brighter under a light than under white is worth a word, stops. */
const GOES_DARK_STOPS = 0.9;
const GLOWS_STOPS = 0.8;

/** Looks over a palette in its look, and the sheets it takes of a kit; without a kit nothing is missing. */
export function paletteChecks(look: Look, kit: readonly KitEntry[] = []): PaletteReport {
  const face = look.probes[meteredIndex(look.probes)]!;
  const scene = compileScene({
    ...look,
    probes: [...look.probes, { ...face, id: EYE_ID, name: 'White of the eye', surface: 'eye-white' }],
  });
  const readings = readScene(scene);
  const probes = readings.probes.filter(({ id }) => id !== EYE_ID);
  const eye = readings.probes.find(({ id }) => id === EYE_ID)!;
  const seen = { look, scene, readings, probes };
  const found: Omit<PaletteCheck, 'accepted'>[] = [
    anchor(seen),
    adaptation(seen),
    separation(seen),
    ...(face.surface === 'skin' ? [skin(seen, face.id), eyeWhite(look.brief.mood, eye)] : []),
    ...wardrobe(seen),
    ...alike(seen),
    ...offTarget(seen),
    ...motives(seen),
    purposes(look),
    ...sheetChecks(look, kit),
  ];
  const accepted = new Set(look.palette.accepted);
  return {
    checks: found.map((check) => ({ ...check, accepted: accepted.has(check.id) })),
    neutralShare: weighted(look, probes, ({ chroma, lightness }) =>
      chroma < NEUTRAL_CHROMA && lightness > ANCHOR_LIGHTNESS ? 1 : 0,
    ),
    adaptation: adaptationOf(look, probes),
  };
}

function areaOf(look: Look, { id, part, side }: ProbeReading): number {
  const member = look.palette.members.find((one) => one.part === id);
  return member?.share ?? SIDE_AREAS[`${part} ${side}`] ?? AREAS[part];
}

function weighted(look: Look, probes: readonly ProbeReading[], of: (probe: ProbeReading) => number): number {
  const areas = probes.map((probe) => areaOf(look, probe));
  const total = areas.reduce((sum, area) => sum + area, 0) || 1;
  return probes.reduce((sum, probe, i) => sum + areas[i]! * of(probe), 0) / total;
}

const labOf = ({ recorded }: ProbeReading): Oklab => oklabOf(...recorded);

/** Purity of the light on a place, on a neutral surface as the camera sees it. */
function lightPurity({ scene, probes }: Seen, { id, channelStops }: ProbeReading): number {
  const { white } = scene.probes[probes.findIndex((one) => one.id === id)]!;
  const [r, g, b] = channelStops.map((stops, c) => 2 ** stops / white[c]!) as [number, number, number];
  const { a, b: yellow } = linearSigma(scene.camera, r, g, b);
  return Math.hypot(a, yellow);
}

/** Skin in light of up to this purity is in white light, or in what is made a little warmer for it. */
const SKIN_IN_WHITE = 0.07;

/** Share of the light on a place that is white, or a white made a little warmer. A colour that was washed out is no anchor. */
function whiteShare({ scene }: Seen, { shares }: ProbeReading): number {
  const isWhitish = (lightId: string) => {
    const light = scene.lights.find(({ id }) => id === lightId);
    if (!light) return false;
    const { a, b } = linearSigma(scene.camera, ...balancedTriple(scene.camera, light.filtered));
    return light.isWhite || Math.hypot(a, b) <= SKIN_IN_WHITE;
  };
  return shares.reduce((sum, { lightId, share }) => sum + (isWhitish(lightId) ? share : 0), 0);
}

/** From this share of white light on a place can be a neutral anchor. */
const MOSTLY_WHITE = 0.5;

function anchor(seen: Seen): Found {
  // Skin in white light counts: its own colour is what the eye takes for neutral.
  const from = (probe: ProbeReading) =>
    probe.surface === 'skin' ? lightPurity(seen, probe) / SKIN_IN_WHITE : probe.chroma / NEUTRAL_CHROMA;
  const best = seen.probes
    .filter((probe) => probe.lightness > ANCHOR_LIGHTNESS && whiteShare(seen, probe) >= MOSTLY_WHITE)
    .map((probe) => ({ probe, from: from(probe) }))
    .sort((a, b) => a.from - b.from)[0];
  return {
    id: 'anchor',
    finding: { kind: 'anchor', nearest: best ? { name: best.probe.name, chroma: best.probe.chroma } : null },
    holds: best !== undefined && best.from < 1,
  };
}

function adaptation({ look, probes }: Seen): Found {
  const [a, b, all] = [
    weighted(look, probes, (probe) => labOf(probe).a),
    weighted(look, probes, (probe) => labOf(probe).b),
    weighted(look, probes, ({ chroma }) => chroma),
  ];
  const one = all > 0.03 ? Math.hypot(a, b) / all : 0;
  const holds = one < ONE_HUE;
  return {
    id: 'adaptation',
    finding: { kind: 'one-colour', share: one },
    holds,
  };
}

/** What the eye gets used to: the mean of the picture. */
function adaptationOf(look: Look, probes: readonly ProbeReading[]): Adaptation {
  return {
    L: weighted(look, probes, ({ lightness }) => lightness),
    a: weighted(look, probes, (probe) => labOf(probe).a),
    b: weighted(look, probes, (probe) => labOf(probe).b),
  };
}

function separation({ look, readings }: Seen): Found {
  const sides = silhouette(look.probes).map(([edge, behind]) => {
    const [e, f] = [labOf(readings.probes[edge]!), labOf(readings.probes[behind]!)];
    const hue =
      Math.min(e.L, f.L) > 0.1 && Math.min(chromaOf(e), chromaOf(f)) > 0.02
        ? Math.abs(turnBetweenDeg(hueDegOf(e), hueDegOf(f)))
        : 0;
    return {
      edge,
      distance: oklabDistance(e, f),
      lightness: Math.abs(e.L - f.L),
      chroma: Math.abs(chromaOf(e) - chromaOf(f)),
      hue,
    };
  });
  const worst = [...sides].sort((a, b) => a.distance - b.distance)[0];
  if (!worst) return { id: 'separation', finding: { kind: 'no-edge' }, holds: true };
  const wanted = look.brief.separation;
  const { edge, distance, lightness, chroma, hue } = worst;
  const { side } = look.probes[edge]!;
  const holds = wanted === 0 ? distance < THIN_SEPARATION : distance >= wanted;
  return {
    id: 'separation',
    finding: { kind: 'separation', side, distance, wanted, lightness, chroma, hueDeg: hue },
    holds,
  };
}

function skin({ look, scene, readings }: Seen, faceId: string): Found {
  const face = readings.probes.find(({ id }) => id === faceId)!;
  const own = whiteLab(scene, skinOf(look.subject));
  const [hue, chroma] = [hueDegOf(own), chromaOf(own) / own.L];
  const off = turnBetweenDeg(hue, face.hueDeg);
  const band = SKIN_HUE_DEG[look.brief.mood];
  const strength = face.lightness > 0 ? face.chroma / face.lightness : 0;
  const pale = strength < 0.4 * chroma;
  const strong = strength > 2.6 * chroma;
  const holds = face.lightness < 0.2 || (Math.abs(off) <= band && !strong);
  return {
    id: 'skin',
    finding: {
      kind: 'skin',
      hueDeg: face.hueDeg,
      ownDeg: hue,
      offDeg: off,
      bandDeg: band,
      times: strength / chroma,
      strength: pale ? 'pale' : strong ? 'strong' : 'usual',
    },
    holds,
  };
}

/** Cloth has a colour of its own from this chroma to lightness on; and turns into another from so many degrees on, where it is bright enough to see. */
const [CLOTH_COLOURED, CLOTH_TURNS_DEG, CLOTH_SEEN] = [0.09, 35, 0.25];

/** Whether coloured cloth is recorded as another colour than its own in white light, and by which light most. */
function turnOf(scene: Scene, reading: ProbeReading, reflectance: Float64Array): Found | null {
  const own = whiteLab(scene, reflectance);
  if (chromaOf(own) / own.L < CLOTH_COLOURED || reading.lightness < CLOTH_SEEN) return null;
  const turn = Math.abs(turnBetweenDeg(hueDegOf(own), reading.hueDeg));
  const isGrey = reading.chroma < NEUTRAL_CHROMA;
  if (turn < CLOTH_TURNS_DEG && !isGrey) return null;
  const most = reading.shares.find(({ lightId }) => lightId !== 'ambient');
  if (!most) return null;
  return {
    id: `wardrobe:${most.lightId}:turns`,
    finding: {
      kind: 'cloth-turns',
      light: most.name,
      is: { chroma: reading.chroma, hueDeg: reading.hueDeg, lightness: reading.lightness },
      own: { chroma: chromaOf(own), hueDeg: hueDegOf(own), lightness: own.L },
    },
    holds: false,
  };
}

const rgb = new Float64Array(3);

/** OKLab of a surface under the camera's white, at mid level. */
function whiteLab({ camera }: Scene, reflectance: Float64Array): Oklab {
  const [r, g, b] = balancedTriple(camera, product(camera.white, reflectance));
  linearOutputInto(rgb, camera, r, g, b);
  return oklabOf(rgb[0]!, rgb[1]!, rgb[2]!);
}

function eyeWhite(mood: Mood, eye: ProbeReading): Found {
  const limit = EYE_CHROMA[mood];
  const holds = eye.chroma <= limit || eye.lightness < 0.2;
  return {
    id: 'eyes',
    finding: { kind: 'eye-whites', chroma: eye.chroma, limit, hueDeg: eye.hueDeg },
    holds,
  };
}

function wardrobe({ look, scene, readings }: Seen): Found[] {
  const at = zoneIndex(look.probes, 'clothing');
  if (at < 0) return [];
  const { reflectance } = scene.probes[at]!;
  const ratio = (light: Float64Array) => luminousSum(product(light, reflectance)) / luminousSum(light);
  const white = ratio(scene.camera.white);
  const reading = readings.probes[at]!;
  const behind = zoneOf(readings.probes, 'backdrop', 'middle');
  const found: Found[] = [];
  for (const { lightId, share } of reading.shares) {
    const light = scene.lights.find(({ id }) => id === lightId)!;
    if (share < 0.15 || light.index < 0) continue;
    const under = ratio(light.filtered);
    const change = Math.log2(under / white);
    if (change < -GOES_DARK_STOPS) {
      found.push({
        id: `wardrobe:${lightId}:black`,
        finding: { kind: 'cloth-dark', light: light.name, stops: change, isBlack: reading.lightness < 0.25 },
        holds: false,
      });
    } else if (change > GLOWS_STOPS) {
      found.push({
        id: `wardrobe:${lightId}:glow`,
        finding: { kind: 'cloth-glows', light: light.name, stops: change },
        holds: false,
      });
    }
  }
  const turned = found.length ? null : turnOf(scene, reading, reflectance);
  if (turned) found.push(turned);
  const apart = behind ? oklabDistance(labOf(reading), labOf(behind)) : Infinity;
  if (apart < 0.07) {
    found.push({
      id: 'wardrobe:blends',
      finding: { kind: 'cloth-blends', apart },
      holds: false,
    });
  }
  const lit = reading.shares
    .filter(({ share, lightId }) => share >= 0.05 && lightId !== 'ambient')
    .slice(0, 2)
    .map(({ name, share }) => ({ name, share }));
  return found.length ? found : [{ id: 'wardrobe', finding: { kind: 'cloth', lit }, holds: true }];
}
