import { invertCurve, type Camera } from '../../camera/camera';
import { WHITE_SHIFT } from '../../camera/learned';
import { responses } from '../../camera/sensor';
import { WHITE_RANGE_K, whiteIlluminant } from '../../camera/white';
import { kelvinToMired } from '../../colour/cct';
import { InputError } from '../../errors';
import { balancedFromLinear } from '../../fixture/unit';
import type { Spectrum } from '../../spectrum/grid';
import { gaussNewton } from '../../gauss-newton';

/** How far a camera's white lies from what it is set to. */
export interface WhiteShift {
  readonly mired: number;
  readonly duv: number;
}

const [DARK, BRIGHT] = [0.02, 0.97];
/** Ratios of channels are good to about this, natural logarithm. */
const RATIO = 0.01;
/** How far a white is expected from its setting; wide, so that a reading counts far more. */
const EXPECTED = [60, 0.03] as const;

/**
 * The white of a camera from a grey card in a known light: the shift from its setting at which the card would be recorded as it was.
 * @param recorded mean linear values of the card, 0 to 1.
 * @param camera at the white that it was set to, with its curve and 3x3 as far as they are known.
 * @throws InputError for a card that clips or is too dark, or lies further off than a white can.
 */
export function whiteFromCard(
  recorded: readonly [number, number, number],
  camera: Camera,
  set: { readonly whiteK: number; readonly tintDuv: number },
  source: Spectrum,
): WhiteShift {
  if (recorded.some((v) => v > BRIGHT)) throw new InputError('card', 'The grey card clips; expose it less.');
  if (recorded.some((v) => v < DARK)) throw new InputError('card', 'The grey card is too dark; expose it more.');
  const linear = recorded.map((v) => invertCurve(camera, v)) as [number, number, number];
  const balanced = balancedFromLinear(camera, linear);
  const lit = responses(camera.sensor, source);
  const ratios = ([r, g, b]: readonly number[]) => [Math.log(r! / g!), Math.log(b! / g!)] as const;
  if (balanced.some((v) => !(v > 0))) throw tooFar();
  const wanted = ratios(balanced);
  const whiteAt = (mired: number, duv: number) => {
    const kelvin = 1e6 / Math.max(1, kelvinToMired(set.whiteK) + mired);
    return whiteIlluminant(
      Math.min(WHITE_RANGE_K[1], Math.max(WHITE_RANGE_K[0], kelvin)),
      Math.min(0.03, Math.max(-0.03, set.tintDuv + duv)),
    );
  };
  const fit = gaussNewton(
    ([mired, duv]) => {
      const white = responses(camera.sensor, whiteAt(mired!, duv!));
      const found = ratios(lit.map((v, c) => v / white[c]!));
      return found.map((v, i) => (v - wanted[i]!) / RATIO);
    },
    [...EXPECTED],
  );
  const [mired, duv] = [fit.values[0]!, fit.values[1]!];
  if (fit.after > 3 || Math.abs(mired) > WHITE_SHIFT.mired || Math.abs(duv) > WHITE_SHIFT.duv) throw tooFar();
  return { mired, duv };
}

const tooFar = () =>
  new InputError(
    'card',
    'The card is coloured more than a white can be off. Is it lit by this light alone, and is the white what the camera was set to?',
  );
