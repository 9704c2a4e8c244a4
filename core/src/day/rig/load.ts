import { METER_CONSTANT_LXS } from '../../exposure/meter';
import { fullLux, lookupIn } from '../../scene/resolve';
import type { Light, Look } from '../../document/schema';
import { SECONDS_PER_FRAME } from './gel-safety';

/** Electric load: what each light draws, and what that comes to on each circuit. */

/** What a circuit may carry for hours, as a share of its rating: the usual margin. */
export const CONTINUOUS_SHARE = 0.8;

/** A flash in a reflector of about a steradian gives so many lx s at 1 m for each joule. */
const LUX_SECONDS_PER_J = 27;
/** Filling up again in the time between frames, with the losses of doing so. */
const RECYCLE_S = 1.5;
const RECYCLE_EFFICIENCY = 0.8;
/** lm in the beam for each lx at 1 m, and lm for each W of the plate: rough, for lights whose plate nobody has read. */
const BEAM_SR = 1.4;
const DIODE_LM_PER_W = 75;
const FILAMENT_LM_PER_W = 17;

export interface Draw {
  /** One unit, at full output, W. */
  readonly watts: number;
  /** From its light and not from its plate. */
  readonly estimated: boolean;
}

/** What one unit of a light draws at full output, W: from its plate where that was read, else from its light. */
export function drawOf(look: Pick<Look, 'spectra'>, light: Light): Draw {
  const { rig, fixture, lamp } = light;
  if (rig.drawW !== null) return { watts: rig.drawW, estimated: false };
  if (lamp) return { watts: lamp.fittedW, estimated: false };
  if (fixture.kind === 'flash') {
    const seconds = fixture.recycleS ?? RECYCLE_S;
    return { watts: storedJ(fixture) / seconds / RECYCLE_EFFICIENCY + fixture.modellingW, estimated: true };
  }
  const filament = fixture.kind === 'continuous' && fixture.source.kind === 'tungsten';
  const lumens = fullLux(light, lookupIn(look.spectra)) * BEAM_SR;
  return { watts: lumens / (filament ? FILAMENT_LM_PER_W : DIODE_LM_PER_W), estimated: true };
}

/** What a lamp draws that gives nothing, as a share of full: its electronics. */
const IDLE_SHARE = 0.05;

/**
 * How long one unit of a light burns on its battery at its present power, h; null without a battery's figure. Continuous lights take power with their light; a flash
 * takes the energy of a frame every so often.
 */
export function batteryHours(look: Pick<Look, 'spectra'>, light: Light): number | null {
  const { rig, fixture, powerStops } = light;
  if (!rig.battery || rig.batteryWh === null) return null;
  if (fixture.kind === 'flash') {
    const aFrameW = storedJ(fixture) / RECYCLE_EFFICIENCY / SECONDS_PER_FRAME;
    return rig.batteryWh / (aFrameW * (IDLE_SHARE + 2 ** powerStops) + fixture.modellingW);
  }
  const { watts } = drawOf(look, light);
  return rig.batteryWh / (watts * (IDLE_SHARE + (1 - IDLE_SHARE) * 2 ** powerStops));
}

/** The energy of a full flash: as told, else from its light. */
const storedJ = ({ joules, guideNumberM }: Extract<Light['fixture'], { kind: 'flash' }>): number =>
  joules ?? (METER_CONSTANT_LXS * guideNumberM ** 2) / 100 / LUX_SECONDS_PER_J;

export interface CircuitLoad {
  readonly id: string;
  readonly name: string;
  readonly ratedA: number;
  readonly watts: number;
  /** With each light's power factor, A. */
  readonly amps: number;
  /** Share of what it may carry for hours; over 1 is too much. */
  readonly share: number;
  readonly lightIds: readonly string[];
  readonly estimated: boolean;
}

/** Whether a light hangs on the mains. */
export const isFed = ({ on, role, rig }: Light): boolean => on && role !== 'window' && !rig.battery;

/** The load of every circuit with all lights at full output. Lights without a circuit hang on the first. */
export function circuitLoads(look: Look): CircuitLoad[] {
  const { circuits, volts } = look.day;
  const known = new Set(circuits.map(({ id }) => id));
  return circuits.map(({ id, name, amps: ratedA }, i): CircuitLoad => {
    const fed = look.lights.filter(
      (light) => isFed(light) && (light.rig.circuit === id || (i === 0 && !known.has(light.rig.circuit))),
    );
    let [watts, amps, estimated] = [0, 0, false];
    for (const light of fed) {
      const draw = drawOf(look, light);
      watts += draw.watts * light.pieces;
      amps += (draw.watts * light.pieces) / (volts * light.rig.powerFactor);
      estimated ||= draw.estimated;
    }
    return {
      id,
      name,
      ratedA,
      watts,
      amps,
      share: amps / (ratedA * CONTINUOUS_SHARE),
      lightIds: fed.map(({ id: light }) => light),
      estimated,
    };
  });
}
