import { cctDuv, kelvinToMired } from '../../colour/cct';
import { spectrumToXy } from '../../colour/observer';
import { formatStops } from '../../exposure/stops';
import { ambientLux } from '../../scene/compile';
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
  const hot = readings.lights.filter(({ active, stops, firstClip }) => active && stops > firstClip.stops).length;
  const dark = readings.lights.filter(({ active, stops, window }) => active && window && stops < window.lowStops).length;
  const lux = ambientLux(ambient);
  const wayM = camera.distanceM + look.backdrop.distanceM;
  const { leadsAt, stops } = readings.ambient;
  return [
    ...(hot > 1
      ? suspect('exposure-high', 'Everything is too bright', `${hot} lights clip where they work.`, isoBy(look, -EXPOSURE_STOPS))
      : []),
    ...(dark > 1
      ? suspect('exposure-low', 'Everything is too dark', `${dark} lights are under their windows.`, isoBy(look, EXPOSURE_STOPS))
      : []),
    ...ofWhite(look),
    ...suspect(
      'ambient',
      'Ambient light lies over it',
      `${Number(lux.toPrecision(2))} lx; ${leadsAt ? `it leads on ${leadsAt.toLowerCase()}` : `${formatStops(stops)} on the face`}.`,
      lux > 0 ? blackout(look, BLACKOUT_STOPS) : [],
    ),
    ...suspect(
      'haze',
      'Haze greys everything',
      `${Math.round(100 * (1 - Math.exp(-air.hazePerM * wayM)))} % of the backdrop’s light is lost in it.`,
      withoutHaze(look),
    ),
    ...suspect('soft-filter', 'The soft filter veils it', `Strength ${camera.diffusion}.`, withoutFilter(look)),
    ...suspect(
      'room',
      'Bounce from the room',
      `Walls ${room.paint ? 'are painted' : `send back ${Math.round(100 * room.walls)} %`}, the ceiling ${Math.round(100 * room.ceiling)} %.`,
      blackRoom(look),
    ),
  ];
}

/**
 * The camera's white is a cause only where no lamp has it: a camera that is set to a lamp of the look is set right, whatever another white would do to the
 * picture. Lamps without gels count, and where there are none, what burns behind the gels.
 */
function ofWhite(look: Look): Suspect[] {
  const { whiteK } = look.camera;
  const burning = look.lights.filter(({ on, muted }) => on && !muted);
  const bare = burning.filter(({ gels }) => gels.length === 0);
  const lookup = lookupIn(look.spectra);
  const lamps = (bare.length > 0 ? bare : burning).flatMap((light) => {
    const { cctK } = cctDuv(spectrumToXy(resolveSource(light, light.powerStops, lookup)));
    return cctK === null ? [] : [{ name: light.name, cctK, off: kelvinToMired(whiteK) - kelvinToMired(cctK) }];
  });
  const nearest = lamps.sort((a, b) => Math.abs(a.off) - Math.abs(b.off))[0];
  if (!nearest || Math.abs(nearest.off) <= SAME_WHITE_MIRED) return [];
  const lampK = Math.round(nearest.cctK / 100) * 100;
  const isWarm = nearest.off < 0;
  return suspect(
    'white-balance',
    isWarm ? 'The white balance is set warm' : 'The white balance is set cool',
    `The camera is at ${Math.round(whiteK)} K, ${nearest.name} gives ${lampK} K: ${Math.round(Math.abs(nearest.off))} mired apart.`,
    whiteAt(look, lampK),
  );
}
