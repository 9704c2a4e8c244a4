import { beamIntegral } from '../../exposure/beam';
import { METER_CONSTANT_LXS } from '../../exposure/meter';
import type { Light, Look } from '../../document/schema';
import { hangsAtHead } from '../../planning/gel-pieces';
import { fullLux, lookupIn, resolveFilter, resolveSource } from '../../scene/resolve';
import { tungstenSource } from '../../source/source';
import { gelHeat, HOT_W_PER_CM2, WARM_W_PER_CM2, type HeatLevel, type HeatReason } from './heat';

/** What may go wrong with gel on a lamp, with its reasons. It orders caution and never says that anything is safe. */
export interface GelSafety {
  readonly level: HeatLevel;
  readonly absorbedWPerCm2: number;
  readonly reasons: readonly HeatReason[];
  /** Nothing is planned further with this light until somebody has read and taken it on. */
  readonly stops: boolean;
}

/** Seconds between frames where heat and charge are averaged: a quick working pace. */
export const SECONDS_PER_FRAME = 4;
const MODELLING_LM_PER_W = 17;
const MODELLING_K = 2900;
const TOUCHING_CM2 = 30;
/** The mouth of a head: a reflector of 18 cm. */
const HEAD_CM2 = 250;
const TUBE_DEPTH_M = 0.1;

/** Area of gel that the light goes through where it hangs, cm^2: the lamp's face, or the mouth of the head behind a box or umbrella. */
export function gelAreaCm2(light: Pick<Light, 'modifier' | 'mount' | 'fixture'>): number {
  if (light.mount === 'touching') return TOUCHING_CM2;
  const { face } = light.modifier;
  const whole =
    face.kind === 'disc'
      ? Math.PI * face.radiusM ** 2
      : face.kind === 'rectangle'
        ? face.widthM * face.heightM
        : face.lengthM * TUBE_DEPTH_M;
  const area = whole * 1e4;
  return hangsAtHead(light) ? Math.min(area, HEAD_CM2) : Math.max(area, 25);
}

type Held = Pick<Light, 'mount' | 'modifier' | 'fixture' | 'gels'>;

function touchesLamp({ mount, modifier, fixture }: Held): boolean {
  return mount === 'touching' || (modifier.beam.kind === 'bare' && fixture.kind === 'flash' && mount !== 'holder');
}

/** Whether gel is held in a way that nobody should plan past unread. Cheap: no spectrum is looked at. */
function stopsPlanner(light: Held): boolean {
  if (light.gels.length === 0) return false;
  return touchesLamp(light) || (light.modifier.beam.kind === 'bare' && light.fixture.kind === 'flash');
}

/** Cautions about the gels on one light as they are held there; null without gels. */
export function gelSafety(look: Pick<Look, 'spectra'>, light: Light): GelSafety | null {
  if (light.gels.length === 0) return null;
  const { fixture, modifier, mount } = light;
  const lookup = lookupIn(look.spectra);
  const transmittance = resolveFilter({ ...light, leak: 0 }, lookup);
  const source = resolveSource(light, light.powerStops, lookup);
  const bare = modifier.beam.kind === 'bare';
  const inContact = touchesLamp(light);
  const gelArea = gelAreaCm2(light);
  const spread = beamIntegral(modifier.beam);
  const filament = fixture.kind === 'continuous' && fixture.source.kind === 'tungsten';
  const fluxLm =
    fixture.kind === 'flash'
      ? (METER_CONSTANT_LXS * fixture.guideNumberM ** 2 * 2 ** light.powerStops * spread) / 100 / SECONDS_PER_FRAME
      : fullLux(light, lookup) * 2 ** light.powerStops * spread;
  const main = gelHeat({
    source,
    transmittance,
    fluxLm,
    gelAreaCm2: gelArea,
    inContact,
    ...(filament && fixture.source.kind === 'tungsten' ? { filamentK: fixture.source.cctK } : {}),
  });
  const modelling =
    fixture.kind === 'flash' && fixture.modellingW > 0
      ? gelHeat({
          source: tungstenSource(MODELLING_K),
          transmittance,
          fluxLm: fixture.modellingW * MODELLING_LM_PER_W,
          gelAreaCm2: gelArea,
          filamentK: MODELLING_K,
        })
      : null;
  const absorbedWPerCm2 = main.absorbedWPerCm2 + (modelling?.absorbedWPerCm2 ?? 0);
  const reasons = [...main.reasons];
  if (bare && fixture.kind === 'flash') reasons.unshift(fixture.dome ? 'dome-tube' : 'bare-tube');
  if (mount === 'tape' && filament) reasons.push('tape-lets-go');
  if (mount === 'inside') reasons.push('closes-box');
  if (modelling && modelling.absorbedWPerCm2 > main.absorbedWPerCm2) reasons.push('modelling-lamp');
  const level: HeatLevel =
    inContact || absorbedWPerCm2 >= HOT_W_PER_CM2 ? 'hot' : absorbedWPerCm2 >= WARM_W_PER_CM2 ? 'warm' : 'low';
  return { level, absorbedWPerCm2, reasons, stops: stopsPlanner(light) };
}

/** Key under which a taken-on caution is kept in a look; it changes with the way the gel is held. */
export function gelCautionKey(light: Pick<Light, 'id' | 'mount' | 'modifier' | 'fixture'>): string {
  return `gel-heat:${light.id}:${light.fixture.kind}:${light.modifier.beam.kind}:${light.mount}`;
}

/** Lights whose gel stops the planner: held dangerously, and nobody has taken it on. */
export function openGelStops(look: Look): { light: Light; safety: GelSafety }[] {
  const known = new Set(look.acknowledged.map(({ key }) => key));
  return look.lights.flatMap((light) => {
    if (!light.on || !stopsPlanner(light) || known.has(gelCautionKey(light))) return [];
    const safety = gelSafety(look, light);
    return safety ? [{ light, safety }] : [];
  });
}
