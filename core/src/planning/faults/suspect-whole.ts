import { cctDuv, kelvinToMired } from '../../colour/cct';
import { spectrumToXy } from '../../colour/observer';
import { ambientLux } from '../../scene/ambient';
import { lookupIn, resolveSource } from '../../scene/resolve';
import type { Readings } from '../../scene/readings';
import type { Look } from '../../document/schema';
import { blackout, blackRoom, isoBy, whiteAt, withoutFilter, withoutHaze } from '../proposals/of-whole';
import { suspect, type Suspect } from './suspect';

/** What may be wrong with everything at once: exposure, white balance, ambient, air, filter, room. */

const EXPOSURE_STOPS = 2;
const BLACKOUT_STOPS = 5;
/** A camera set within this of a lamp that is there is set to it, mired. */
const SAME_WHITE_MIRED = 25;

export function wholeSuspects(look: Look, readings: Readings): Suspect[] {
  const { camera, ambient, air, room } = look;
  const lit = readings.lights.filter(({ active }) => active);
  const hot = lit.filter(({ stops, firstClip }) => stops > firstClip.stops).length;
  const placed = lit.flatMap(({ stops, window }) => (window ? [stops < window.lowStops] : []));
  const dark = placed.filter(Boolean).length;
  // Two of four are those two: most of them are everything.
  const isMost = (n: number, of: number) => n > 1 && 2 * n > of;
  const lux = ambientLux(ambient);
  const wayM = camera.distanceM + look.backdrop.distanceM;
  const { leadsAt, stops } = readings.ambient;
  return [
    ...(isMost(hot, lit.length) ? suspect({ kind: 'exposure-high', lights: hot }, isoBy(look, -EXPOSURE_STOPS)) : []),
    ...(isMost(dark, placed.length) ? suspect({ kind: 'exposure-low', lights: dark }, isoBy(look, EXPOSURE_STOPS)) : []),
    ...ofWhite(look),
    ...suspect(
      { kind: 'ambient', lux, leadsAt: look.probes.find(({ id }) => id === leadsAt)?.name ?? null, faceStops: stops },
      lux > 0 ? blackout(look, BLACKOUT_STOPS) : [],
    ),
    ...suspect({ kind: 'haze', lost: 1 - Math.exp(-air.hazePerM * wayM) }, withoutHaze(look)),
    ...suspect({ kind: 'soft-filter', strength: camera.diffusion }, withoutFilter(look)),
    ...suspect({ kind: 'room', walls: room.paint ? null : room.walls, ceiling: room.ceiling }, blackRoom(look)),
  ];
}

/**
 * The camera's white is a cause only where no lamp has it: a camera that is set to a lamp of the look is set right, whatever another white would do to the
 * picture. Lamps without gels count, and the key whatever hangs before it; where there are neither, what burns behind the gels.
 */
function ofWhite(look: Look): Suspect[] {
  const { whiteK } = look.camera;
  const burning = look.lights.filter(({ on, muted }) => on && !muted);
  const bare = burning.filter(({ gels, role }) => gels.length === 0 || role === 'key');
  const lookup = lookupIn(look.spectra);
  const lamps = (bare.length > 0 ? bare : burning).flatMap((light) => {
    const { cctK } = cctDuv(spectrumToXy(resolveSource(light, light.powerStops, lookup)));
    return cctK === null ? [] : [{ name: light.name, cctK, off: kelvinToMired(whiteK) - kelvinToMired(cctK) }];
  });
  const nearest = lamps.sort((a, b) => Math.abs(a.off) - Math.abs(b.off))[0];
  if (!nearest || Math.abs(nearest.off) <= SAME_WHITE_MIRED) return [];
  const lampK = Math.round(nearest.cctK / 100) * 100;
  return suspect(
    {
      kind: 'white-balance',
      isWarm: nearest.off < 0,
      whiteK,
      lamp: nearest.name,
      lampK,
      mired: Math.abs(nearest.off),
    },
    whiteAt(look, lampK),
  );
}
