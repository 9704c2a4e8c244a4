import { spectrumToXy } from '../../colour/observer';
import type { Look, MeterEntry } from '../../document/schema';
import { InputError } from '../../errors';
import { METER_CONSTANT_LXS } from '../../exposure/meter';
import { addFigures, compileScene } from '../../scene/compile';
import { FIGURE, FIGURES } from '../../scene/figures';
import { unitStopsOf } from './unit-stops';

/** What a meter is set to. */
export type MeterSettings = Pick<MeterEntry, 'iso' | 'shutterS'>;

/** What each lit light is planned to bring to a place. */
export type PlannedShares = MeterEntry['planned'];

/**
 * What a meter at a place is planned to receive from each lit light, or from `lightId` alone ('' for all), in lx s at its shutter.
 * @throws InputError for a place or a light that the look does not have, or a light that is off.
 */
export function plannedAt(look: Look, probeId: string, lightId: string, { iso, shutterS }: MeterSettings): PlannedShares {
  // A meter knows of no lens and no filter before it.
  const camera = { ...look.camera, iso, shutterS, ndStops: 0, tStop: null };
  const scene = compileScene({ ...look, camera });
  const probe = look.probes.findIndex(({ id }) => id === probeId);
  if (probe < 0) throw new InputError('probe', `There is no place "${probeId.slice(0, 64)}" in this look.`);
  const lit = scene.lights.filter(({ id, active }) => active && (lightId === '' || id === lightId));
  if (lit.length === 0) {
    const name = look.lights.find(({ id }) => id === lightId)?.name;
    throw new InputError('light', name ? `${name} is off in this look: turn it on first.` : 'No light is on in this look.');
  }
  const own = new Float64Array(FIGURES);
  return lit.map((light) => {
    own.fill(0);
    addFigures(own, light, probe, light.powerStops);
    const [x, y] = spectrumToXy(light.filtered);
    const luxS = (Math.max(0, own[FIGURE.incident]!) * METER_CONSTANT_LXS * camera.aperture ** 2) / iso;
    return { light: light.id, luxS, x, y, unitStops: unitStopsOf(look, light.id) };
  });
}
