import { recordInto, type Camera } from '../../camera/camera';
import { cctDuv, kelvinToMired } from '../../colour/cct';
import { spectrumToXy } from '../../colour/observer';
import { hexOfLinear } from '../../colour/rgb';
import { InputError, requireNumber } from '../../errors';
import { flat, product, type Spectrum } from '../../spectrum/grid';
import { luminousTransmittance, stopsLost } from '../../gel/gel';
import { balancedTriple } from '../../vivid/alone';
import { whiteIlluminant } from '../../camera/white';

export interface CorrectionGel {
  readonly id: string;
  readonly name: string;
  readonly transmittance: Spectrum;
  readonly count: number;
}

/** One gel or stack that brings a source towards another. */
export interface CorrectionFit {
  readonly gels: readonly string[];
  readonly names: readonly string[];
  /** Realised on this source; null off the scale. */
  readonly cctK: number | null;
  readonly duv: number | null;
  /** Wanted minus reached: positive is still too cool. */
  readonly residualMired: number;
  /** Reached minus wanted: positive is greener. */
  readonly residualDuv: number;
  readonly stopsLost: number;
}

export interface Correction {
  readonly fromK: number;
  readonly fromDuv: number;
  readonly toK: number;
  readonly neededMired: number;
  /** Gel against the nominal full warming or cooling gel: 0.6 is a bit more than half. */
  readonly fraction: number;
  readonly fits: readonly CorrectionFit[];
}

const FULL_WARMING = 159;
const FULL_COOLING = -137;
/** One step of Duv counts like so many mired when fits are ranked: 0.003 is as plain as 10 mired. */
const MIRED_PER_DUV = 3300;
/** A sheet more must bring this many mired. */
const MIRED_PER_SHEET = 2.5;
/** A gel that shifts less than this goes neither way: green and magenta. */
const NO_WAY_MIRED = 9;

/**
 * Correction gels, up to three together, that turn a source into one of `toK` and `toDuv`: best first. `leaveWarmMired` aims so
 * much short of (positive) or past the target on purpose.
 * @throws InputError for a source that is no white.
 */
export function correctionFor(
  source: Spectrum,
  toK: number,
  toDuv: number,
  gels: readonly CorrectionGel[],
  leaveWarmMired = 0,
): Correction {
  requireNumber('toK', toK, 1600, 25_000, ' K');
  requireNumber('toDuv', toDuv, -0.05, 0.05);
  requireNumber('leaveWarmMired', leaveWarmMired, -300, 300);
  const from = cctDuv(spectrumToXy(source));
  if (from.cctK === null) throw new InputError('source', 'This light has no colour temperature: it is a colour, not a white.');
  const wantedMired = kelvinToMired(toK) + leaveWarmMired;
  const neededMired = wantedMired - kelvinToMired(from.cctK);
  const owned = gels.filter(({ count }) => count > 0);
  // A warming gel before a cooling one only throws light away.
  const way = new Map(
    owned.map(({ id, transmittance }) => {
      const { cctK } = cctDuv(spectrumToXy(product(source, transmittance)));
      const shift = cctK === null ? 0 : kelvinToMired(cctK) - kelvinToMired(from.cctK);
      return [id, Math.abs(shift) < NO_WAY_MIRED ? 0 : Math.sign(shift)];
    }),
  );
  const undo = (list: readonly CorrectionGel[]) =>
    list.some(({ id }) => way.get(id) === 1) && list.some(({ id }) => way.get(id) === -1);
  const fits: CorrectionFit[] = [];
  const offer = (list: readonly CorrectionGel[], filter: Spectrum) => {
    if (undo(list)) return;
    const { cctK, duv } = cctDuv(spectrumToXy(product(source, filter)));
    if (cctK === null) return;
    fits.push({
      gels: list.map(({ id }) => id),
      names: list.map(({ name }) => name),
      cctK,
      duv,
      residualMired: wantedMired - kelvinToMired(cctK),
      residualDuv: duv - toDuv,
      stopsLost: list.length ? stopsLost(luminousTransmittance(source, filter)) : 0,
    });
  };
  offer([], flat(1));
  owned.forEach((a, i) => {
    offer([a], a.transmittance);
    for (let j = i; j < owned.length; j++) {
      const b = owned[j]!;
      if (i === j && a.count < 2) continue;
      const two = product(a.transmittance, b.transmittance);
      offer([a, b], two);
      for (let k = j; k < owned.length; k++) {
        const c = owned[k]!;
        if ([a, b, c].filter(({ id }) => id === c.id).length > c.count) continue;
        offer([a, b, c], product(two, c.transmittance));
      }
    }
  });
  const score = (fit: CorrectionFit) =>
    Math.hypot(fit.residualMired, MIRED_PER_DUV * fit.residualDuv) + MIRED_PER_SHEET * fit.gels.length;
  return {
    fromK: from.cctK,
    fromDuv: from.duv,
    toK,
    neededMired,
    fraction: neededMired / (neededMired >= 0 ? FULL_WARMING : FULL_COOLING),
    fits: fits.sort((a, b) => score(a) - score(b) || (a.gels.join() < b.gels.join() ? -1 : 1)).slice(0, 8),
  };
}

/** A neutral subject in the corrected light and a neutral ground in the ambient, as three ways of working record them. */
export interface WarmUp {
  readonly id: 'as-shot' | 'matched' | 'later';
  readonly name: string;
  readonly subject: string;
  readonly ground: string;
}

/**
 * Why matching on set beats a warm-up afterwards: subject in `source`, ground in ambient light of `ambientK`. `shot` is the camera as it
 * is, `matched` the same with its white on the ambient. `matched` gels the source by `filter`; `later` shoots without and makes up the
 * difference on the whole recorded picture.
 */
export function warmUpAfterwards(source: Spectrum, filter: Spectrum, ambientK: number, shot: Camera, matched: Camera): WarmUp[] {
  const ambient = whiteIlluminant(ambientK);
  const rgb = new Float64Array(3);
  const record = (camera: Camera, light: Spectrum, level: number) => {
    const [r, g, b] = balancedTriple(camera, light);
    const k = level / Math.max(g, 1e-9);
    recordInto(rgb, camera, r * k, g * k, b * k);
    return [rgb[0]!, rgb[1]!, rgb[2]!] as const;
  };
  const hex = (colour: readonly [number, number, number]) => hexOfLinear(...colour);
  const [subjectLevel, groundLevel] = [0.4, 0.25];
  // What a warmth control does afterwards: gains on recorded channels, as between the two whites.
  const to = balancedTriple(shot, ambient);
  const from = balancedTriple(shot, shot.white);
  const gains = [0, 1, 2].map((c) => to[c]! / from[c]! / (to[1] / from[1]));
  const warmed = (colour: readonly [number, number, number]) =>
    hexOfLinear(...(colour.map((value, c) => Math.min(1, value * gains[c]!)) as [number, number, number]));
  const subject = record(shot, source, subjectLevel);
  const ground = record(shot, ambient, groundLevel);
  return [
    { id: 'as-shot', name: 'As shot, no gel', subject: hex(subject), ground: hex(ground) },
    {
      id: 'matched',
      name: 'Gelled, white on the ambient',
      subject: hex(record(matched, product(source, filter), subjectLevel)),
      ground: hex(record(matched, ambient, groundLevel)),
    },
    { id: 'later', name: 'No gel, warmed afterwards', subject: warmed(subject), ground: warmed(ground) },
  ];
}
