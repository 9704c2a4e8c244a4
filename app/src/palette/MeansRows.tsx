import { formatStops } from '@fulgent/core/exposure';
import { formatSetting, MODE_NAMES, type Translation } from '@fulgent/core/fixture';
import type { GelFit } from '@fulgent/core/planning';
import { hexOfPoint } from '@fulgent/core/vivid';
import { useOpenLook } from '../look/store';
import { gelName } from '../look/words';
import { OfferRow, OfferSwatch } from '../ui/OfferRow';
import { Text } from '../ui/Text';

/** Rows of what can make a colour: another fixture, gels, a setting. */

/** Differences on the plane in words that need no unit. */
const near = (difference: number) =>
  difference < 0.012
    ? 'same'
    : difference < 0.03
      ? 'very near'
      : difference < 0.06
        ? 'near'
        : difference < 0.12
          ? 'off'
          : 'far off';

export function CompareRow({
  name,
  how,
  difference,
  stops,
  gained,
}: {
  readonly name: string;
  readonly how: string;
  readonly difference: number;
  readonly stops: number;
  /** Against the fixture that is there, stops; null for that one, or where it cannot be told. */
  readonly gained: number | null;
}) {
  const against = gained === null ? '' : ` · ${Math.abs(gained).toFixed(1)} stops ${gained < 0 ? 'less' : 'more'} than now`;
  return <OfferRow title={name} text={`${how} · ${near(difference)}${against}`} figure={formatStops(stops)} />;
}

export function FitRow({ fit, on, onTake }: { readonly fit: GelFit; readonly on: boolean; readonly onTake: () => void }) {
  const [r, g, b] = fit.channelStopsLost;
  const left = fit.spare < 0 ? 'not owned' : `${fit.spare} more`;
  return (
    <OfferRow
      testID={`fit-${fit.gels.join('+')}`}
      swatch={<OfferSwatch hex={hexOfPoint(fit.point)} />}
      title={fit.names.join(' + ')}
      text={`${near(fit.difference)} (${fit.difference.toFixed(3)}) · R ${r.toFixed(1)} G ${g.toFixed(1)} B ${b.toFixed(1)} · ${left}`}
      figure={fit.stopsLost.toFixed(1)}
      unit="lost"
      take={{ label: on ? 'On' : 'Take', spoken: `Take ${fit.names.join(' and ')}`, on, onPress: onTake }}
    />
  );
}

export function WayRow({ way, onTake }: { readonly way: Translation; readonly onTake: () => void }) {
  const look = useOpenLook((state) => state.look);
  const name = MODE_NAMES[way.mode];
  const { setting, difference, rounding, luxAt1m } = way;
  return (
    <OfferRow
      testID={`way-${way.mode}`}
      swatch={<OfferSwatch hex={way.point ? hexOfPoint(way.point) : null} />}
      title={
        <>
          {name} {setting ? <Text weight="strong">{formatSetting(setting, (gel) => gelName(look, gel))}</Text> : null}
        </>
      }
      text={
        setting
          ? `${near(difference)} (${difference.toFixed(3)}, rounding ${rounding.toFixed(3)}) · ${Math.round(luxAt1m)} lx at 1 m`
          : 'cannot make this colour'
      }
      take={setting ? { label: 'Dial', spoken: `Dial in ${name}`, onPress: onTake } : null}
    />
  );
}
