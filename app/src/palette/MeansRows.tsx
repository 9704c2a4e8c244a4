import { formatStops } from '@fulgent/core/exposure';
import { formatSetting, MODE_NAMES, type Translation } from '@fulgent/core/fixture';
import type { GelFit } from '@fulgent/core/planning';
import { hexOfPoint } from '@fulgent/core/vivid';
import { View } from 'react-native';
import { useOpenLook } from '../look/store';
import { gelName } from '../look/words';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Text } from '../ui/Text';

/** Rows of what can make a colour: another fixture, gels, a setting. */

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    minHeight: 54,
    paddingVertical: SPACE.xs,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
}));

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
  const styles = useStyles();
  const against = gained === null ? '' : ` · ${Math.abs(gained).toFixed(1)} stops ${gained < 0 ? 'less' : 'more'} than now`;
  return (
    <View style={styles.row}>
      <View style={{ flex: 1 }}>
        <Text weight="medium" numberOfLines={1}>
          {name}
        </Text>
        <Text size="label" quiet numberOfLines={2}>
          {how} · {near(difference)}
          {against}
        </Text>
      </View>
      <Text size="title" weight="strong" narrow>
        {formatStops(stops)}
      </Text>
    </View>
  );
}

export function FitRow({ fit, on, onTake }: { readonly fit: GelFit; readonly on: boolean; readonly onTake: () => void }) {
  const styles = useStyles();
  const [r, g, b] = fit.channelStopsLost;
  return (
    <View style={styles.row} testID={`fit-${fit.gels.join('+')}`}>
      <View testID="light-colour" style={{ width: 36, height: 40, borderRadius: 2, backgroundColor: hexOfPoint(fit.point) }} />
      <View style={{ flex: 1 }}>
        <Text weight="medium" numberOfLines={1}>
          {fit.names.join(' + ')}
        </Text>
        <Text size="label" quiet narrow numberOfLines={1}>
          {near(fit.difference)} ({fit.difference.toFixed(3)}) · R {r.toFixed(1)} G {g.toFixed(1)} B {b.toFixed(1)}
          {fit.spare < 0 ? ' · not owned' : ` · ${fit.spare} more`}
        </Text>
      </View>
      <View style={{ alignItems: 'flex-end' }}>
        <Text weight="strong" narrow>
          {fit.stopsLost.toFixed(1)}
        </Text>
        <Text size="small" quiet narrow>
          lost
        </Text>
      </View>
      <Button label={on ? 'On' : 'Take'} on={on} tight accessibilityLabel={`Take ${fit.names.join(' and ')}`} onPress={onTake} />
    </View>
  );
}

export function WayRow({ way, onTake }: { readonly way: Translation; readonly onTake: () => void }) {
  const styles = useStyles();
  const look = useOpenLook((state) => state.look);
  const name = MODE_NAMES[way.mode];
  return (
    <View style={styles.row} testID={`way-${way.mode}`}>
      {way.point ? (
        <View testID="light-colour" style={{ width: 36, height: 40, borderRadius: 2, backgroundColor: hexOfPoint(way.point) }} />
      ) : (
        <View style={{ width: 36 }} />
      )}
      <View style={{ flex: 1 }}>
        <Text weight="medium" numberOfLines={1}>
          {name} {way.setting ? <Text weight="strong">{formatSetting(way.setting, (gel) => gelName(look, gel))}</Text> : null}
        </Text>
        <Text size="label" quiet narrow numberOfLines={2}>
          {way.setting
            ? `${near(way.difference)} (${way.difference.toFixed(3)}, rounding ${way.rounding.toFixed(3)}) · ${Math.round(way.luxAt1m)} lx at 1 m`
            : 'cannot make this colour'}
        </Text>
      </View>
      {way.setting ? <Button label="Dial" tight accessibilityLabel={`Dial in ${name}`} onPress={onTake} /> : null}
    </View>
  );
}
