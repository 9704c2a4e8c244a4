import { targetWord } from '@fulgent/words';
import type { Look, Member } from '@fulgent/core/document';
import { describeSetting } from '@fulgent/core/fixture';
import { hexOfPoint, pointOf } from '@fulgent/core/vivid';
import { Pressable, View } from 'react-native';
import { gelName } from '../look/words';
import { SPACE, themed } from '../theme/theme';
import { Text } from '../ui/Text';

const useStyles = themed((t) => ({
  member: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    minHeight: 58,
    paddingHorizontal: SPACE.m,
    paddingVertical: SPACE.s,
    borderTopWidth: 1,
    borderTopColor: t.line,
  },
  memberOn: { backgroundColor: t.raised },
  swatch: { width: 40, height: 40, borderRadius: 2, alignItems: 'center', justifyContent: 'center' },
}));

interface RowProps {
  readonly look: Look;
  readonly member: Member;
  readonly index: number;
  readonly on: boolean;
  /** What its light makes now; undefined without a light. */
  readonly hex: string | undefined;
  readonly stops: number | undefined;
  readonly onPress: () => void;
}

/** A colour of the palette in a line: what it is, which light makes it and by what, and what that costs. */
export function MemberRow({ look, member, index, on, hex, stops, onPress }: RowProps) {
  const styles = useStyles();
  const light = look.lights.find(({ id }) => id === member.light);
  const part = look.probes.find(({ id }) => id === member.part)?.name.toLowerCase();
  const means = !light
    ? 'no light yet'
    : light.setting
      ? describeSetting(light.setting, (gel) => gelName(look, gel))
      : light.gels.length
        ? light.gels.map(({ gel }) => gelName(look, gel)).join(' + ')
        : 'no gel';
  return (
    <Pressable
      style={[styles.member, on && styles.memberOn]}
      onPress={onPress}
      accessibilityRole="button"
      accessibilityLabel={`${member.name}, hue ${Math.round(member.hueDeg)}: choose how to make it`}
      testID={`member-${member.id}`}
    >
      <View testID="light-colour" style={[styles.swatch, { backgroundColor: hexOfPoint(pointOf(member)) }]} />
      <View style={{ flex: 1 }}>
        <Text weight="strong" numberOfLines={1}>
          {index + 1} {light?.name ?? member.name}{' '}
          <Text quiet weight="regular">
            {part}
          </Text>
        </Text>
        <Text size="label" quiet numberOfLines={1}>
          {targetWord(member)} · {means}
        </Text>
      </View>
      {hex ? <View testID="light-colour" style={{ width: 14, height: 40, borderRadius: 2, backgroundColor: hex }} /> : null}
      <View style={{ minWidth: 62, alignItems: 'flex-end' }}>
        {stops !== undefined && !light?.setting ? (
          <>
            <Text size="title" weight="strong" narrow>
              {stops.toFixed(1)}
            </Text>
            <Text size="small" quiet narrow>
              stops lost
            </Text>
          </>
        ) : light?.setting ? (
          <Text size="small" quiet narrow>
            mixed
          </Text>
        ) : null}
      </View>
    </Pressable>
  );
}
