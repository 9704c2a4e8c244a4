import { useEffect } from 'react';
import { View } from 'react-native';
import { create } from 'zustand';
import { SPACE, themed, useIsWide } from '../theme/theme';
import { Button } from './Button';
import { Text } from './Text';

interface Toast {
  readonly text: string;
  readonly action?: { readonly label: string; readonly run: () => void } | undefined;
  readonly ms: number;
}

const useToasts = create<{ toast: Toast | null }>(() => ({ toast: null }));
const SHOWN_MS = 8000;

/** Says something at the foot of the screen for a while; `action` offers to take it back. */
export function say(text: string, action?: Toast['action'], ms = SHOWN_MS): void {
  useToasts.setState({ toast: { text, action, ms } });
}

/** Over what stands at the foot, px: a page's main act, and on a phone the sections under it. Both stay in reach. */
const [OVER_ACT, OVER_ACT_AND_TABS] = [76, 124];

const useStyles = themed((t) => ({
  place: {
    position: 'absolute',
    left: 0,
    right: 0,
    alignItems: 'center',
    paddingHorizontal: SPACE.m,
    pointerEvents: 'box-none',
  },
  toast: {
    maxWidth: 560,
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    paddingLeft: SPACE.m,
    paddingRight: SPACE.s,
    paddingVertical: SPACE.s,
    minHeight: 52,
    backgroundColor: t.raised,
    borderColor: t.edge,
    borderWidth: 1,
    borderRadius: 4,
  },
}));

export function Toasts() {
  const styles = useStyles();
  const isWide = useIsWide();
  const toast = useToasts((state) => state.toast);
  useEffect(() => {
    if (!toast) return undefined;
    const timer = setTimeout(() => useToasts.setState({ toast: null }), toast.ms);
    return () => clearTimeout(timer);
  }, [toast]);
  return (
    <View style={[styles.place, { bottom: isWide ? OVER_ACT : OVER_ACT_AND_TABS }]} aria-live="polite">
      {toast ? (
        <View style={styles.toast}>
          <Text style={{ flexShrink: 1 }}>{toast.text}</Text>
          {toast.action ? (
            <Button
              label={toast.action.label}
              onPress={() => {
                useToasts.setState({ toast: null });
                toast.action?.run();
              }}
            />
          ) : null}
        </View>
      ) : null}
    </View>
  );
}
