import { View } from 'react-native';
import { themed } from '../theme/theme';

const useStyles = themed((t) => ({ waiting: { backgroundColor: t.raised } }));

/** The shape of what comes. */
export function Waiting({ height }: { readonly height: number }) {
  const styles = useStyles();
  return <View style={[styles.waiting, { height }]} role="status" aria-busy accessibilityLabel="Computing" />;
}
