import { gelCautionKey, gelSafety } from '@fulgent/core/day';
import { HEAT_CAUTION, HEAT_REASON_WORDS } from '@fulgent/words';
import type { Light, Look } from '@fulgent/core/document';
import { View } from 'react-native';
import { acknowledge } from '../look/edits';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Text } from '../ui/Text';
import { when } from '../ui/when';

const useStyles = themed((t) => ({
  stop: { borderWidth: 2, borderColor: t.text, padding: SPACE.m, gap: SPACE.s, borderRadius: 3 },
}));

const LEVELS = { low: 'Little heat by this reckoning', warm: 'Gets warm', hot: 'Hot' } as const;

/** What heat may do to the gel as it is held, with the reasons. Where it stops the planner, it is taken on here. */
export function HeatNote({ look, light }: { readonly look: Look; readonly light: Light }) {
  const styles = useStyles();
  const safety = gelSafety(look, light);
  if (!safety) return null;
  const key = gelCautionKey(light);
  const known = look.acknowledged.find((one) => one.key === key);
  const body = (
    <>
      <Text size="label" weight={safety.level === 'low' ? 'regular' : 'strong'}>
        {LEVELS[safety.level]}: about {safety.absorbedWPerCm2.toFixed(2)} W stays in each cm² of gel.
      </Text>
      {safety.reasons.map((reason) => (
        <Text key={reason} size="label">
          {HEAT_REASON_WORDS[reason]}
        </Text>
      ))}
      <Text size="label" quiet>
        {HEAT_CAUTION}
      </Text>
    </>
  );
  if (!safety.stops) return <View style={{ gap: SPACE.xs }}>{body}</View>;
  return (
    <View style={styles.stop} role="alert" testID="heat-stop">
      <Text weight="strong">Stop: gel on this lamp as it is held</Text>
      {body}
      {known ? (
        <Text size="label" quiet>
          Taken on at {when(known.at)}.
        </Text>
      ) : (
        <Button label="I have read this and accept the risk" onPress={() => acknowledge(key)} />
      )}
    </View>
  );
}
