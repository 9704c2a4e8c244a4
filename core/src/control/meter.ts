import { cctDuv } from '../colour/cct';
import { luminousSum, spectrumToXy } from '../colour/observer';
import { InputError } from '../errors';
import { addFigures, compileScene } from '../scene/compile';
import { FIGURE, FIGURES } from '../scene/figures';
import type { Look } from '../document/schema';

/** What a light and colour meter reads at a place, its dome towards where the place faces. */
export interface MeterReading {
  readonly probe: string;
  /** Incident light, stops over what the camera's settings ask for; -Infinity in the dark. */
  readonly stopsOverMeter: number;
  /** The f-number at which it would be right at the camera's ISO and shutter; null in the dark. */
  readonly aperture: number | null;
  readonly x: number;
  readonly y: number;
  /** Null where the light is too far from white to have one. */
  readonly cctK: number | null;
  readonly duv: number | null;
}

const FARTHEST_DUV = 0.05;

/** Reads the light of a look at one of its probes. @throws InputError for a probe that it does not have. */
export function meterAt(look: Look, probeId: string): MeterReading {
  const scene = compileScene(look);
  const probe = look.probes.findIndex(({ id }) => id === probeId);
  if (probe < 0) throw new InputError('probe', `There is no place "${probeId.slice(0, 64)}" in this look.`);
  let incident = 0;
  const spectrum = new Float64Array(scene.lights[0]?.filtered.length ?? 0);
  for (const light of scene.lights) {
    if (!light.active) continue;
    const own = new Float64Array(FIGURES);
    addFigures(own, light, probe, light.powerStops);
    const luminous = luminousSum(light.filtered);
    if (!(own[FIGURE.incident]! > 0) || !(luminous > 0)) continue;
    incident += own[FIGURE.incident]!;
    for (let i = 0; i < spectrum.length; i++) spectrum[i]! += (own[FIGURE.incident]! / luminous) * light.filtered[i]!;
  }
  if (!(incident > 0)) return { probe: probeId, stopsOverMeter: -Infinity, aperture: null, x: 0, y: 0, cctK: null, duv: null };
  const stops = Math.log2(incident);
  const [x, y] = spectrumToXy(spectrum);
  const { cctK, duv } = cctDuv([x, y]);
  const near = cctK !== null && duv !== null && Math.abs(duv) <= FARTHEST_DUV;
  return {
    probe: probeId,
    stopsOverMeter: stops,
    aperture: look.camera.aperture * 2 ** (stops / 2),
    x,
    y,
    cctK: near ? cctK : null,
    duv: near ? duv : null,
  };
}
