import { flickerSafeShutters, isFlickerSafe } from '../../exposure/cinema';
import { blurShare, depthOfField } from '../../exposure/depth-of-field';
import { stopsOverMeter } from '../../exposure/meter';
import { APERTURES, SHUTTERS } from '../../exposure/series';
import { ambientLux } from '../../scene/ambient';
import { pathOnSensor } from '../../scene/motion';
import type { Look } from '../../document/schema';

/** What one aperture would mean, everything else as it is and the lights raised or lowered to hold their exposure. */
export interface ApertureTrade {
  readonly aperture: number;
  readonly isPresent: boolean;
  readonly nearM: number;
  /** Infinity from the hyperfocal distance on. */
  readonly farM: number;
  /** Blur of a point so far behind the subject, share of the picture's height. */
  readonly blurBehind: number;
  /** Stops that every light has to give more (negative: less). */
  readonly powerStops: number;
  /** The light that runs out, and by how much; null where all can follow. */
  readonly short: { readonly name: string; readonly stops: number } | null;
  /** Ambient then, stops over working white. */
  readonly ambientStops: number;
}

/** What one exposure time would mean. */
export interface ShutterTrade {
  readonly shutterS: number;
  readonly isPresent: boolean;
  /** Shutter angle, degrees; null for stills, and where the frame is shorter. */
  readonly angleDeg: number | null;
  /** Length of a trail at the motion of the look, px. */
  readonly trailPx: number;
  readonly ambientStops: number;
  /** Stops that continuous lights have to give more; flash stays, up to sync. */
  readonly continuousStops: number;
  readonly flashLossStops: number;
  readonly canBeHeld: boolean;
  readonly flickerSafe: boolean;
}

const SPAN_STOPS = 2;

/** Stops of a change of aperture: positive lets more in. */
const opened = (from: number, to: number) => 2 * Math.log2(from / to);

/** With blur of what stands `behindM` behind the subject, by default the backdrop: depth, power and ambient at the full stops round the present aperture. */
export function apertureTrades(look: Look, behindM = look.backdrop.distanceM): ApertureTrade[] {
  const { camera } = look;
  const whole = APERTURES.filter((_, i) => i % 3 === 0);
  const near = whole.filter((aperture) => Math.abs(opened(camera.aperture, aperture)) <= SPAN_STOPS + 0.2);
  const list = near.some((aperture) => Math.abs(opened(camera.aperture, aperture)) < 0.1) ? near : [...near, camera.aperture];
  return list
    .sort((a, b) => a - b)
    .map((aperture) => {
      const by = opened(camera.aperture, aperture);
      const isPresent = Math.abs(by) < 0.1;
      const lens = { focalMm: camera.focalMm, aperture, sensorHeightMm: camera.sensorHeightMm };
      const { nearM, farM } = depthOfField(lens, camera.distanceM);
      const lacking = look.lights
        .filter(({ on }) => on)
        .map(({ name, powerStops }) => ({ name, stops: powerStops - by }))
        .filter(({ stops }) => stops > 0.05)
        .sort((a, b) => b.stops - a.stops)[0];
      return {
        aperture: isPresent ? camera.aperture : aperture,
        isPresent,
        nearM,
        farM,
        blurBehind: blurShare(lens, camera.distanceM, camera.distanceM + behindM),
        powerStops: isPresent ? 0 : -by,
        short: isPresent ? null : (lacking ?? null),
        ambientStops: ambientAt(look) + (isPresent ? 0 : by),
      };
    });
}

function ambientAt(look: Look): number {
  return stopsOverMeter(ambientLux(look.ambient) * look.camera.shutterS, look.camera);
}

/** Motion, ambient and flicker at exposure times round the present one; in cinema at those that are safe with the mains, and 180°. */
export function shutterTrades(look: Look): ShutterTrade[] {
  const { camera, motion } = look;
  const cinema = camera.mode === 'cinema';
  const safe = cinema ? flickerSafeShutters(camera.mainsHz, camera.fps).map(({ shutterS }) => shutterS) : [];
  const whole = SHUTTERS.filter((one) => Math.abs(Math.log2(one / camera.shutterS)) <= SPAN_STOPS + 0.2);
  const usual = cinema ? [...safe.slice(0, 6), 1 / (2 * camera.fps)] : thinned(whole, camera.shutterS);
  const list = [...usual, camera.shutterS].sort((a, b) => a - b);
  return list
    .filter((one, i) => i === 0 || Math.abs(Math.log2(one / list[i - 1]!)) > 0.02)
    .map((shutterS) => {
      const by = Math.log2(shutterS / camera.shutterS);
      const angle = 360 * camera.fps * shutterS;
      return {
        shutterS,
        isPresent: Math.abs(by) < 0.021,
        angleDeg: cinema && angle <= 360.001 ? angle : null,
        trailPx: pathOnSensor({ motion, camera: { ...camera, shutterS } }).share * camera.imageWidthPx,
        ambientStops: ambientAt(look) + by,
        continuousStops: -by,
        flashLossStops: Math.max(0, Math.log2(camera.syncS / shutterS)),
        canBeHeld: shutterS <= camera.longestS * 1.0001,
        flickerSafe: isFlickerSafe(shutterS, camera.mainsHz),
      };
    });
}

/** Every third of a series from the present value on, which are whole stops. */
function thinned(series: readonly number[], present: number): number[] {
  const out: number[] = [];
  for (let by = -SPAN_STOPS; by <= SPAN_STOPS; by++) {
    const wanted = present * 2 ** by;
    const found = series.find((one) => Math.abs(Math.log2(one / wanted)) < 0.12);
    if (found !== undefined && by !== 0) out.push(found);
  }
  return out;
}
