import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { SPACE, themed } from '../theme/theme';

const ROW_PX = 57;
/** What comes sooner than this needs no stand-in: it would only flash. */
const SOON_MS = 250;

const useStyles = themed((t) => ({
  waiting: { backgroundColor: t.raised, borderRadius: 3 },
  row: {
    height: ROW_PX,
    justifyContent: 'center',
    gap: SPACE.s,
    paddingHorizontal: SPACE.m,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  line: { height: 10, backgroundColor: t.raised },
}));

/** The shape of what comes; `label` says what is done meanwhile. */
export function Waiting({ height, label = 'Computing' }: { readonly height: number; readonly label?: string }) {
  const styles = useStyles();
  return <View style={[styles.waiting, { height }]} role="status" aria-busy accessibilityLabel={label} />;
}

/** The shape of rows that come, once they take longer than a moment. */
export function WaitingRows({ count }: { readonly count: number }) {
  const styles = useStyles();
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), SOON_MS);
    return () => clearTimeout(timer);
  }, []);
  if (!late) return <View style={{ height: count * ROW_PX }} aria-busy />;
  return (
    <View role="status" aria-busy accessibilityLabel="Computing">
      {Array.from({ length: count }, (_, row) => (
        <View key={row} style={styles.row}>
          <View style={[styles.line, { width: `${34 + ((row * 17) % 23)}%` }]} />
          <View style={[styles.line, { width: `${58 + ((row * 11) % 29)}%` }]} />
        </View>
      ))}
    </View>
  );
}
