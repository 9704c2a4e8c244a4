import { linearOutputInto, recordInto } from '../camera/camera';
import { responses } from '../camera/sensor';
import { turnBetweenDeg } from '../colour/hue';
import { chromaOf, hueDegOf, oklabDistance, oklabOf, type Oklab } from '../colour/oklab';
import { hexOfLinear } from '../colour/rgb';
import { flashShutterShare, MID_GREY } from '../exposure/meter';
import { formatStops } from '../exposure/stops';
import { channelStopsLost, luminousTransmittance, stopsLost } from '../gel/gel';
import { clippedChannels, headroomOf } from '../vivid/clip';
import { ownColour, recordedPurity, type Triple } from '../vivid/vividness';
import { placeInWindow, vividWindow, zoneFirstClip, zoneVividness, type Zone } from '../vivid/window';
import type { Problem } from './parse';
import type { AmbientRow, Dilution, LightReading, ProbeReading, Readings, Share, Strip } from './readings';
import { lookupIn, resolveFilter, resolveSource } from './resolve';
import { edgeStopsOf } from './camera';
import { AMBIENT_ID } from './ambient';
import { addFigures, compileScene, totalFigures, type Scene } from './compile';
import { FIGURES } from './figures';
import type { Look } from '../document/schema';
import { meteredIndex, silhouette } from '../document/zones';
import { verdictOf } from './verdict';
import { swatchHex } from './swatch';
import { sceneZone, zoneLights } from './zone';

const [Y, E] = [3, 4];
const STRIP_FROM_STOPS = -6;
const STRIP_TO_STOPS = 4;
const STRIP_STEP_STOPS = 0.125;

/** Everything that a look records and why: probes, and a ladder row for each light. Input as `parseLook` returns it. */
export function evaluate(look: Look): Readings {
  return readScene(compileScene(look));
}

/** The readings of a compiled scene. */
export function readScene(scene: Scene): Readings {
  const { look, camera } = scene;
  return {
    keyStops: keyStopsOf(scene),
    exposure: {
      whiteBalanceCostStops: camera.whiteBalanceCostStops,
      whiteClipStops: Math.log2(camera.whiteClip / MID_GREY),
      flashShutterLossStops: -Math.log2(flashShutterShare(look.camera)),
    },
    separation: separationOf(scene),
    probes: look.probes.map((_, p) => readProbe(scene, p)),
    lights: look.lights.map((_, l) => readLight(scene, l)),
    ambient: readAmbientRow(scene),
    notes: notesOf(look),
  };
}

/** Incident stops over the meter on the key side of the face (`meteredIndex`). */
export function keyStopsOf(scene: Scene, powers?: ArrayLike<number>): number {
  return Math.log2(totalFigures(scene, meteredIndex(scene.look.probes), powers)[E]!);
}

/** Least OKLab difference of the subject's edges from the backdrop beside them; 0 in looks without an edge or a backdrop. */
export function separationOf(scene: Scene, powers?: ArrayLike<number>): number {
  const differences = silhouette(scene.look.probes).map(([edge, behind]) =>
    oklabDistance(recordedLab(scene, edge, powers), recordedLab(scene, behind, powers)),
  );
  return differences.length ? Math.min(...differences) : 0;
}

const rgb = new Float64Array(3);

function recordedLab(scene: Scene, probe: number, powers?: ArrayLike<number>): Oklab {
  const total = totalFigures(scene, probe, powers);
  recordInto(rgb, scene.camera, total[0]!, total[1]!, total[2]!);
  return oklabOf(rgb[0]!, rgb[1]!, rgb[2]!);
}

function readProbe(scene: Scene, p: number): ProbeReading {
  const { camera, look } = scene;
  const probe = look.probes[p]!;
  const total = totalFigures(scene, p);
  const [r, g, b] = [total[0]!, total[1]!, total[2]!];
  recordInto(rgb, camera, r, g, b);
  const recorded = [rgb[0]!, rgb[1]!, rgb[2]!] as const;
  linearOutputInto(rgb, camera, r, g, b);
  const unclipped = [rgb[0]!, rgb[1]!, rgb[2]!] as const;
  const lab = oklabOf(...recorded);
  const named = scene.lights.flatMap((light, l) => (light.active && light.zone === p ? [l] : []));
  const colourLights = named.length ? named : scene.lights.flatMap((light, l) => (light.active ? [l] : []));
  return {
    id: probe.id,
    name: probe.name,
    part: probe.part,
    side: probe.side,
    surface: probe.surface,
    at: scene.probes[p]!.at,
    hex: hexOfLinear(...recorded),
    recorded,
    unclipped,
    stops: Math.log2(total[Y]! / MID_GREY),
    channelStops: [stopsFromGrey(r), stopsFromGrey(g), stopsFromGrey(b)],
    lightness: lab.L,
    chroma: chromaOf(lab),
    hueDeg: hueDegOf(lab),
    vividness: colourLights.length ? presentVividness(scene, p, colourLights) : 0,
    headroom: headroomOf(camera, r, g, b),
    clipped: clippedChannels(camera, r, g, b),
    shares: sharesAt(scene, p, total[E]!),
    colourLights: colourLights.map((l) => scene.lights[l]!.id),
  };
}

function stopsFromGrey(value: number): number {
  return Math.log2(Math.max(0, value) / MID_GREY);
}

function presentVividness(scene: Scene, probe: number, lights: readonly number[]): number {
  const zone = sceneZone(scene, probe, lights);
  return zone.stops === -Infinity ? 0 : zoneVividness(zone)(zone.stops);
}

function sharesAt(scene: Scene, probe: number, incident: number): Share[] {
  if (!(incident > 0)) return [];
  return scene.lights
    .filter((light) => light.active)
    .map((light) => {
      const own = new Float64Array(FIGURES);
      addFigures(own, light, probe, light.powerStops);
      return { lightId: light.id, name: light.name, share: own[E]! / incident };
    })
    .sort((a, b) => b.share - a.share);
}

/** The light that others are held against: the first key that burns; -1 without one. */
export function keyLightIndex({ lights, look }: Scene): number {
  return lights.findIndex((light, l) => light.active && look.lights[l]?.role === 'key');
}

/** Incident light of one source at a place of its own, stops over the meter; -Infinity where it does not reach it. */
export function incidentStopsAt({ lights }: Scene, l: number, powerStops: number): number {
  const own = new Float64Array(FIGURES);
  addFigures(own, lights[l]!, lights[l]!.zone, powerStops);
  return Math.log2(own[E]!);
}

function toKeyStopsOf(scene: Scene, l: number): number | null {
  const key = keyLightIndex(scene);
  if (key < 0 || key === l || !scene.lights[l]!.active) return null;
  const [own, its] = [l, key].map((one) => incidentStopsAt(scene, one, scene.lights[one]!.powerStops)) as [number, number];
  return Number.isFinite(own) && Number.isFinite(its) ? own - its : null;
}

function readLight(scene: Scene, l: number): LightReading {
  const { camera, look } = scene;
  const light = scene.lights[l]!;
  const lights = zoneLights(scene, l);
  const zone = sceneZone(scene, light.zone, lights);
  const own = new Float64Array(FIGURES);
  addFigures(own, light, light.zone, light.powerStops);
  const stops = own[Y]! > 1e-12 ? Math.log2(own[Y]! / MID_GREY) : -Infinity;
  // With several colour lights the zone sweeps their sum; the row's axis is this light's own part of it.
  const shift = stops === -Infinity || zone.stops === -Infinity ? 0 : stops - zone.stops;
  const found = vividWindow(zone);
  const window = found.window && {
    ...found.window,
    lowStops: found.window.lowStops + shift,
    highStops: found.window.highStops + shift,
  };
  const clip = zoneFirstClip(zone);
  const colour = ownColour(camera, zone.unit, zone.white);
  const { isWhite } = light;
  const lamp = look.lights[l]!;
  const { fixture } = lamp;
  const filter = resolveFilter(lamp, lookupIn(look.spectra));
  const bare = resolveSource(lamp, light.powerStops, lookupIn(look.spectra));
  const reading: Omit<LightReading, 'verdict'> = {
    id: light.id,
    name: light.name,
    active: light.active,
    probe: look.probes[light.zone]!.id,
    stops,
    toKeyStops: toKeyStopsOf(scene, l),
    reach: { lowStops: stops - light.powerStops + fixture.minStops, highStops: stops - light.powerStops },
    window,
    place: window && !isWhite && stops !== -Infinity ? placeInWindow(window, stops) : null,
    best: found.best && { ...found.best, stops: found.best.stops + shift },
    spoiler: found.window || isWhite ? null : spoilerOf(scene, zone.probe, lights, zone),
    firstClip: { ...clip, stops: clip.stops + shift },
    edgeStops: edgeStopsOf(look),
    purity: colour.purity,
    isWhite,
    vividness: zone.stops === -Infinity ? 0 : zoneVividness(zone)(zone.stops),
    aboveClip: isWhite ? null : aboveClipOf(zone),
    strip: stripOf(zone, lights.length === 1 ? zone : sceneZone(scene, light.zone, [l]), shift, window),
    dilution: isWhite || !light.active ? [] : dilutionOf(scene, zone.probe, lights, zone),
    stopsLost: stopsLost(luminousTransmittance(bare, filter)),
    channelStopsLost: channelStopsLost(bare, filter, camera.sensor),
    hex: swatchHex(camera, responses(camera.sensor, light.filtered)),
  };
  return { ...reading, verdict: verdictOf(reading, look.probes[light.zone]!.name) };
}

function readAmbientRow(scene: Scene): AmbientRow {
  const { look, camera } = scene;
  const l = scene.lights.length - 1;
  const light = scene.lights[l]!;
  const probe = meteredIndex(look.probes);
  const zone = sceneZone(scene, probe, [l]);
  const leads = look.probes
    .map((one, p) => ({
      id: one.id,
      total: totalFigures(scene, p)[Y]!,
      first: sharesAt(scene, p, totalFigures(scene, p)[E]!)[0],
    }))
    .filter(({ first }) => first?.lightId === AMBIENT_ID)
    .sort((a, b) => b.total - a.total)[0];
  return {
    active: light.active,
    probe: look.probes[probe]!.id,
    stops: zone.stops,
    strip: stripOf(zone, zone, 0, null),
    hex: swatchHex(camera, responses(camera.sensor, light.filtered)),
    leadsAt: leads?.id ?? null,
  };
}

/** Which standing light, taken away, would raise the best vividness of an empty window most. */
function spoilerOf(scene: Scene, probe: number, lights: readonly number[], zone: Zone): LightReading['spoiler'] {
  let worst: LightReading['spoiler'] = null;
  const before = vividWindow(zone).best?.vividness ?? 0;
  for (const [other, base] of basesWithout(scene, probe, lights, zone)) {
    const best = vividWindow({ ...zone, base }).best?.vividness ?? 0;
    if (best > (worst?.vividness ?? before)) {
      const { id, name } = scene.lights[other]!;
      worst = { lightId: id, name, vividness: best };
    }
  }
  return worst;
}

/** The standing light of a zone with each other active light taken away in turn. */
function basesWithout(scene: Scene, probe: number, lights: readonly number[], zone: Zone): [other: number, base: Triple][] {
  return scene.lights.flatMap((light, other): [number, Triple][] => {
    if (!light.active || lights.includes(other)) return [];
    const its = new Float64Array(FIGURES);
    addFigures(its, light, probe, light.powerStops);
    const left = (c: 0 | 1 | 2) => Math.max(0, zone.base[c] - its[c]!);
    return [[other, [left(0), left(1), left(2)]]];
  });
}

function dilutionOf(scene: Scene, probe: number, lights: readonly number[], zone: Zone & { stops: number }): Dilution[] {
  if (zone.stops === -Infinity) return [];
  const incident = totalFigures(scene, probe)[E]!;
  const shares = new Map(sharesAt(scene, probe, incident).map(({ lightId, share }) => [lightId, share]));
  const present = zoneVividness(zone)(zone.stops);
  return basesWithout(scene, probe, lights, zone)
    .map(([other, base]) => {
      const { id, name } = scene.lights[other]!;
      return {
        lightId: id,
        name,
        share: shares.get(id) ?? 0,
        vividnessLost: zoneVividness({ ...zone, base })(zone.stops) - present,
      };
    })
    .filter(({ share, vividnessLost }) => share >= 0.001 || vividnessLost >= 0.001)
    .sort((a, b) => b.vividnessLost - a.vividnessLost || b.share - a.share);
}

/** What is left of a light's colour one stop over its own first clip, nothing else lit. */
function aboveClipOf(zone: Zone): LightReading['aboveClip'] {
  const alone: Zone = { ...zone, base: [0, 0, 0] };
  const stops = zoneFirstClip(alone).stops + 1;
  const unit = zone.unitAt?.(stops) ?? zone.unit;
  const colour = ownColour(zone.camera, unit, zone.white);
  const hueAt = (x: number, clipped: boolean) => {
    if (clipped) recordInto(rgb, zone.camera, x * unit[0], x * unit[1], x * unit[2]);
    else linearOutputInto(rgb, zone.camera, x * unit[0], x * unit[1], x * unit[2]);
    return hueDegOf(oklabOf(rgb[0]!, rgb[1]!, rgb[2]!));
  };
  const x = 2 ** stops;
  return {
    purityKept: Math.min(1, recordedPurity(zone.camera, colour, x * unit[0], x * unit[1], x * unit[2]) / colour.purity),
    hueDriftDeg: turnBetweenDeg(hueAt(x, false), hueAt(x, true)),
  };
}

function stripOf(zone: Zone, ownZone: Zone, shift: number, window: LightReading['window']): Strip {
  const fromStops = Math.min(STRIP_FROM_STOPS, window && !window.lowOpen ? Math.floor(window.lowStops) : STRIP_FROM_STOPS);
  const toStops = Math.max(STRIP_TO_STOPS, window ? Math.ceil(window.highStops) : STRIP_TO_STOPS);
  const count = Math.round((toStops - fromStops) / STRIP_STEP_STOPS) + 1;
  const colours: string[] = [];
  const vividness: number[] = [];
  const inPlace = zoneVividness(zone);
  for (let i = 0; i < count; i++) {
    const stops = fromStops + i * STRIP_STEP_STOPS;
    vividness.push(inPlace(stops - shift));
    // The strip shows the light by itself; what other light does is in the window, the wall and the vividness.
    const unit = ownZone.unitAt?.(stops) ?? ownZone.unit;
    const x = 2 ** stops;
    recordInto(rgb, zone.camera, x * unit[0], x * unit[1], x * unit[2]);
    colours.push(hexOfLinear(rgb[0]!, rgb[1]!, rgb[2]!));
  }
  return { fromStops, stepStops: STRIP_STEP_STOPS, colours, vividness };
}

function notesOf(look: Look): Problem[] {
  const notes: Problem[] = [];
  const loss = -Math.log2(flashShutterShare(look.camera));
  if (loss > 0 && look.lights.some((light) => light.on && light.fixture.kind === 'flash')) {
    notes.push({
      field: 'camera.shutterS',
      message: `The shutter is faster than flash sync: flash loses about ${formatStops(loss).slice(1)} stops in high-speed sync. Slow it to 1/${Math.round(1 / look.camera.syncS)} or longer.`,
    });
  }
  return notes;
}
