import { formatShutter } from '@fulgent/core/exposure';
import { APERTURES, ISOS, nextInSeries, readLength, readNumber, readShutter, SHUTTERS, taken } from '../look/numbers';
import { formatMetres, LENGTH_PAD, useLengthUnit } from './lengths';
import { Cell, Stepper } from './Stepper';

interface DialProps {
  readonly label: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
  readonly low: number;
  readonly high: number;
  readonly unit?: string;
  /** Added at each step, or `times` as a factor, or the next of a series. */
  readonly step?: number;
  readonly series?: readonly number[];
  readonly show?: (value: number) => string;
  readonly note?: string;
}

/** A keyboard of figures will do; it has no sign. */
const FIGURES_ALONE: readonly string[] = [];

/** A number to dial or type. */
export function Dial({ label, value, onChange, low, high, unit = '', step = 1, series, show, note }: DialProps) {
  const { unit: lengths } = useLengthUnit();
  const isLength = unit === 'm';
  const plain = () =>
    isLength && lengths === 'feet' ? formatMetres(value, lengths) : `${Number(value.toPrecision(6))}${unit ? ` ${unit}` : ''}`;
  const move = (by: 1 | -1) =>
    onChange(series ? nextInSeries(series, value, by) : Math.min(high, Math.max(low, Number((value + by * step).toFixed(6)))));
  return (
    <Cell>
      <Stepper
        label={label}
        value={show ? show(value) : plain()}
        onStep={move}
        onType={(typed) => taken((isLength ? readLength : readNumber)(typed, { name: label, low, high, unit }), onChange)}
        {...(isLength ? { pad: LENGTH_PAD } : low >= 0 ? { pad: FIGURES_ALONE } : {})}
        {...(note ? { note } : {})}
      />
    </Cell>
  );
}

export const formatAperture = (value: number): string => `f/${Number(value.toPrecision(2))}`;

/** Distances a stop apart, as people pace them, m. */
export const DISTANCES_M = [0.3, 0.5, 0.7, 1, 1.4, 2, 2.8, 4, 5.6, 8, 11, 16];

type Plain = Pick<DialProps, 'value' | 'onChange'> & { readonly label?: string };

export function ApertureDial({ label = 'Aperture', ...rest }: Plain) {
  return <Dial label={label} {...rest} low={0.7} high={64} series={APERTURES} show={formatAperture} />;
}

export function IsoDial({ label = 'ISO', ...rest }: Plain) {
  return <Dial label={label} {...rest} low={25} high={102_400} series={ISOS} />;
}

const SHUTTER_PAD = ['1/', 's'];

/** An exposure time to dial or type. */
export function ShutterDial({
  label,
  value,
  onChange,
  note,
}: {
  readonly label: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
  readonly note?: string;
}) {
  return (
    <Cell>
      <Stepper
        label={label}
        value={formatShutter(value)}
        onStep={(by) => onChange(nextInSeries(SHUTTERS, value, by))}
        onType={(typed) => taken(readShutter(typed), onChange)}
        pad={SHUTTER_PAD}
        {...(note ? { note } : {})}
      />
    </Cell>
  );
}
