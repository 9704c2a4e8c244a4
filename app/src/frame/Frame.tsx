import { formatStops, keySideOf, type Look, type ProbeReading, type Readings } from '@fulgent/core';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { clipText, colourWord, percent, readingText } from '../look/words';
import { SPACE, themed } from '../theme/theme';
import { Text } from '../ui/Text';
import { LookPicture, patchesOf, PICTURE } from './LookPicture';

const useStyles = themed(() => ({
  frame: { overflow: 'hidden', backgroundColor: '#000000' },
  spot: { position: 'absolute', width: 48, height: 48, borderRadius: 24 },
  reading: {
    position: 'absolute',
    left: SPACE.s,
    bottom: SPACE.s,
    maxWidth: '62%',
    paddingHorizontal: 10,
    paddingVertical: 6,
    backgroundColor: 'rgba(16,16,16,0.86)',
    borderRadius: 3,
  },
  toggles: { position: 'absolute', right: SPACE.s, bottom: SPACE.s, flexDirection: 'row', gap: SPACE.xs },
  toggle: {
    minHeight: 44,
    paddingHorizontal: 11,
    justifyContent: 'center',
    backgroundColor: 'rgba(16,16,16,0.86)',
    borderRadius: 3,
  },
  on: { backgroundColor: '#ececec' },
}));

/** A probe lies below its window when its vividness is lost to darkness, not to a clip. */
export function isTooDark(reading: ProbeReading): boolean {
  return reading.vividness < 0.5 && reading.stops < -2;
}

interface Props {
  readonly look: Look;
  readonly readings: Readings;
  readonly width: number;
  readonly height: number;
  readonly selected: string | null;
  readonly onSelect: (probe: string | null) => void;
  /** Shows the reading on the picture, where there is no room beside it. */
  readonly withReading: boolean;
  /** A low picture above another step: no overlays. */
  readonly compact?: boolean;
}

/** The picture of the look with places to touch, and overlays for what is clipped and what is too dark. */
export function Frame({ look, readings, width, height, selected, onSelect, withReading, compact = false }: Props) {
  const styles = useStyles();
  const [overlays, setOverlays] = useState({ clipped: false, dark: false });
  const keySide = keySideOf(look);
  const patches = Object.fromEntries(readings.probes.map(({ id, hex }) => [id, hex]));
  const scale = Math.max(width / PICTURE.width, height / PICTURE.height);
  const place = ([x, y]: readonly [number, number]) => ({
    left: width / 2 + (x - PICTURE.width / 2) * scale - 24,
    top: height / 2 + (y - PICTURE.height / 2) * scale - 24,
  });
  const chosen = readings.probes.find(({ id }) => id === selected);
  const clippedCount = readings.probes.filter(({ clipped }) => clipped.length > 0).length;
  return (
    <View style={[styles.frame, { width, height }]} testID="frame">
      <LookPicture
        patches={patches}
        keySide={keySide}
        width={width}
        height={height}
        selected={selected}
        clipped={overlays.clipped ? readings.probes.filter(({ clipped }) => clipped.length > 0).map(({ id }) => id) : []}
        dark={overlays.dark ? readings.probes.filter(isTooDark).map(({ id }) => id) : []}
      />
      {Object.entries(patchesOf(keySide)).map(([probe, { at }]) => {
        const reading = readings.probes.find(({ id }) => id === probe);
        return reading ? (
          <Pressable
            key={probe}
            style={[styles.spot, place(at)]}
            accessibilityRole="button"
            aria-pressed={probe === selected}
            accessibilityLabel={readingText(reading)}
            onPress={() => onSelect(probe === selected ? null : probe)}
          />
        ) : null;
      })}
      {withReading && chosen ? (
        <View style={styles.reading} testID="reading" pointerEvents="none">
          <Text size="label" weight="strong" narrow style={{ color: '#f2f2f2' }}>
            {chosen.name} · {formatStops(chosen.stops)}
          </Text>
          <Text size="label" narrow style={{ color: '#f2f2f2' }}>
            Vivid {percent(chosen.vividness)}, {colourWord(chosen)} · {clipText(chosen)}
          </Text>
          <Text size="small" narrow style={{ color: '#c2c2c2' }} numberOfLines={2}>
            {sharesText(chosen)}
          </Text>
        </View>
      ) : null}
      {compact ? null : (
        <View style={styles.toggles}>
          <Overlay
            label={clippedCount && !overlays.clipped ? `Clipped ${clippedCount}` : 'Clipped'}
            on={overlays.clipped}
            onPress={() => setOverlays((now) => ({ ...now, clipped: !now.clipped }))}
          />
          <Overlay label="Too dark" on={overlays.dark} onPress={() => setOverlays((now) => ({ ...now, dark: !now.dark }))} />
        </View>
      )}
    </View>
  );
}

export function sharesText({ shares }: ProbeReading): string {
  return shares
    .filter(({ share }) => share >= 0.01)
    .slice(0, 3)
    .map(({ name, share }) => `${name} ${percent(share)}`)
    .join(' · ');
}

function Overlay({ label, on, onPress }: { readonly label: string; readonly on: boolean; readonly onPress: () => void }) {
  const styles = useStyles();
  return (
    <Pressable style={[styles.toggle, on && styles.on]} onPress={onPress} accessibilityRole="button" aria-pressed={on}>
      <Text size="label" weight="medium" narrow style={{ color: on ? '#141414' : '#f2f2f2' }}>
        {label}
      </Text>
    </Pressable>
  );
}
