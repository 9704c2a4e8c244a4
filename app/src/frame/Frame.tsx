import { colourWord } from '@fulgent/words';
import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import type { ProbeReading, Readings } from '@fulgent/core/scene';
import { viewOf } from '@fulgent/core/transport';
import { useEffect, useState } from 'react';
import { Pressable, View } from 'react-native';
import { CompareSheet } from '../look/CompareSheet';
import { useOpenLook } from '../look/store';
import { clipText, percent, readingText } from '../look/words';
import { SPACE, themed } from '../theme/theme';
import { Text } from '../ui/Text';
import { useScreenSpace } from './screen';
import { CompareOver } from './CompareOver';
import { useComparison } from './comparison';
import { FrameCanvas } from './FrameCanvas';
import { FullPicture } from './FullPicture';
import { closeOver, openOver, pictureShown, useOver } from './over';
import { frame } from '../workers/frame';
import type { Burnt, Marks, PointReading, Space } from '@fulgent/core/picture';
import { projected } from './project';

const useStyles = themed(() => ({
  frame: { overflow: 'hidden', backgroundColor: '#000000' },
  spot: { position: 'absolute', width: 48, height: 48, borderRadius: 24, alignItems: 'center', justifyContent: 'center' },
  touch: { position: 'absolute', left: 0, top: 0, right: 0, bottom: 0 },
  point: { position: 'absolute' },
  ring: { width: 18, height: 18, borderRadius: 9, borderWidth: 2, borderColor: '#ffffff', boxShadow: '0 0 0 2px #000000' },
  reading: {
    position: 'absolute',
    left: SPACE.s,
    top: SPACE.s,
    maxWidth: '72%',
    paddingHorizontal: 10,
    paddingVertical: 6,
    backgroundColor: 'rgba(16,16,16,0.86)',
    borderRadius: 3,
  },
  toggles: {
    position: 'absolute',
    left: SPACE.s,
    right: SPACE.s,
    bottom: SPACE.s,
    flexDirection: 'row',
    flexWrap: 'wrap',
    justifyContent: 'flex-end',
    gap: SPACE.xs,
    pointerEvents: 'box-none',
  },
  toggle: {
    minHeight: 44,
    paddingHorizontal: 9,
    justifyContent: 'center',
    backgroundColor: 'rgba(16,16,16,0.86)',
    borderRadius: 3,
  },
  on: { backgroundColor: '#ececec' },
}));

const PARTS: Record<PointReading['material'], string> = {
  skin: 'Skin',
  blush: 'Skin',
  lips: 'Lips',
  shade: 'Skin',
  stubble: 'Stubble',
  root: 'Hair',
  sclera: 'White of the eye',
  iris: 'Iris',
  pupil: 'Pupil',
  wet: 'Rim of the eye',
  hair: 'Hair',
  'hair-through': 'Hair',
  brow: 'Brow',
  down: 'Skin',
  'down-through': 'Skin',
  wardrobe: 'Wardrobe',
  accent: 'Apron',
  hat: 'Hat',
  cap: 'Cap',
  lens: 'Dark glasses',
  seat: 'Stool',
  metal: 'Metal',
  matt: 'Matt part',
  label: 'Label',
  ink: 'Type on the label',
  glass: 'Glass',
  backdrop: 'Backdrop',
  floor: 'Floor',
  wall: 'Wall',
  ceiling: 'Ceiling',
  table: 'Table',
  flag: 'Flag',
  card: 'Card',
  lamp: 'Lamp',
  liquid: 'Glass and liquid',
};

/** Where a press was, px from the picture's left and top; its middle where a key pressed it. */
function touched({ offsetX, offsetY, detail }: MouseEvent, width: number, height: number): [number, number] {
  return detail === 0 ? [width / 2, height / 2] : [offsetX, offsetY];
}

/** A probe lies below its window when its vividness is lost to darkness, not to a clip. */
export function isTooDark(reading: ProbeReading): boolean {
  return reading.vividness < 0.5 && reading.stops < -2;
}

interface Props {
  readonly look: Look;
  /** Null until they are computed: the picture does not wait for them. */
  readonly readings: Readings | null;
  readonly width: number;
  readonly height: number;
  readonly selected: string | null;
  readonly onSelect: (probe: string | null) => void;
  /** Shows the reading on the picture, where there is no room beside it. */
  readonly withReading: boolean;
  /** Address of a picture of the look as it was opened. */
  readonly poster?: string | undefined;
  /** Told with every finest picture. */
  readonly onBurnt?: (look: Look, burnt: readonly Burnt[]) => void;
  /** A low picture above another step: no overlays. */
  readonly compact?: boolean;
}

/** The picture of the look with places to touch, and overlays for what is clipped and what is too dark. */
export function Frame({
  look,
  readings,
  width,
  height,
  selected,
  onSelect,
  withReading,
  poster,
  onBurnt,
  compact = false,
}: Props) {
  const styles = useStyles();
  const [overlays, setOverlays] = useState<Marks>({ clipped: false, dark: false, gamut: false });
  const [point, setPoint] = useState<{ reading: PointReading; left: number; top: number; of: Look } | null>(null);
  const read = async (left: number, top: number) => {
    onSelect(null);
    const request = { look, width: Math.round(width), height: Math.round(height), fineness: 1 as const };
    setPoint({ reading: await frame().point(request, left / width, top / height), left, top, of: look });
  };
  // A reading belongs to the look it was taken from.
  const taken = point?.of === look && !selected ? point : null;
  const view = viewOf(look, width, height);
  const spots = (readings?.probes ?? []).flatMap((reading) => {
    const at = projected(view, reading.at);
    return at ? [{ reading, ...at }] : [];
  });
  const chosen = readings?.probes.find(({ id }) => id === selected);
  const clippedCount = readings?.probes.filter(({ clipped }) => clipped.length > 0).length ?? 0;
  return (
    <View style={[styles.frame, { width, height }]} testID="frame">
      <FrameCanvas
        look={look}
        width={width}
        height={height}
        poster={poster}
        waits={readings === null}
        onBurnt={onBurnt}
        marks={overlays}
        label={`Simulated picture of ${look.title}`}
      />
      <Pressable
        style={styles.touch}
        accessibilityRole="button"
        accessibilityLabel="Picture: touch a place to read it"
        onPress={({ nativeEvent }) => void read(...touched(nativeEvent as unknown as MouseEvent, width, height))}
      />
      {spots.map(({ reading, left, top }) => (
        <Pressable
          key={reading.id}
          style={[styles.spot, { left: left - 24, top: top - 24 }]}
          accessibilityRole="button"
          aria-pressed={reading.id === selected}
          accessibilityLabel={readingText(reading)}
          onPress={() => onSelect(reading.id === selected ? null : reading.id)}
        >
          {reading.id === selected ? <View style={styles.ring} /> : null}
        </Pressable>
      ))}
      {taken ? (
        <>
          <View style={[styles.ring, styles.point, { left: taken.left - 9, top: taken.top - 9 }]} pointerEvents="none" />
          <PointReadingCard taken={taken} look={look} />
        </>
      ) : null}
      <CompareOver width={width} height={height} />
      {withReading && chosen ? <ReadingCard chosen={chosen} /> : null}
      {compact ? null : (
        <Toggles
          look={look}
          isNarrow={width < NARROW}
          clippedCount={clippedCount}
          overlays={overlays}
          setOverlays={setOverlays}
        />
      )}
    </View>
  );
}

/** Under such a width five words in full do not stand in one row, px. */
const NARROW = 366;

function Toggles({
  look,
  isNarrow,
  clippedCount,
  overlays,
  setOverlays,
}: {
  readonly look: Look;
  readonly isNarrow: boolean;
  readonly clippedCount: number;
  readonly overlays: Marks;
  readonly setOverlays: (next: Marks) => void;
}) {
  const styles = useStyles();
  // What ends comparing stands in its place.
  const isComparing = useComparison((state) => state.against !== null);
  const lookId = useOpenLook((state) => state.id);
  const over = useOver((state) => state.over);
  useEffect(pictureShown, []);
  const opened = (
    <>
      {over === 'full' ? <FullPicture look={look} onClose={closeOver} /> : null}
      {over === 'compare' && lookId ? <CompareSheet id={lookId} onClose={closeOver} /> : null}
    </>
  );
  if (isComparing) return opened;
  return (
    <View style={styles.toggles}>
      <Overlay label="Full" on={false} onPress={() => openOver('full')} />
      <Overlay label="Compare" on={false} onPress={() => openOver('compare')} />
      {opened}
      <Overlay
        label={clippedCount && !overlays.clipped ? `Clipped ${clippedCount}` : 'Clipped'}
        on={overlays.clipped}
        onPress={() => setOverlays({ ...overlays, clipped: !overlays.clipped })}
      />
      <Overlay label="Too dark" on={overlays.dark} onPress={() => setOverlays({ ...overlays, dark: !overlays.dark })} />
      <Overlay
        label={isNarrow ? 'Gamut' : 'Out of gamut'}
        accessibilityLabel="Out of gamut"
        on={overlays.gamut ?? false}
        onPress={() => setOverlays({ ...overlays, gamut: !overlays.gamut })}
      />
    </View>
  );
}

function ReadingCard({ chosen }: { readonly chosen: ProbeReading }) {
  const styles = useStyles();
  return (
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
  );
}

/** What a colour loses that the file cannot hold, and whether this screen shows it. */
function gamutText({ of, distance }: NonNullable<PointReading['outside']>, space: Space): string {
  const shown = of === 'srgb' && space === 'display-p3' ? 'this screen shows it' : 'this screen cannot show it either';
  return `Out of sRGB gamut: recorded ${distance.toFixed(2)} off (OKLab); ${shown}`;
}

function PointReadingCard({
  taken,
  look,
}: {
  readonly taken: { reading: PointReading; left: number; top: number; of: Look };
  readonly look: Look;
}) {
  const styles = useStyles();
  const space = useScreenSpace();
  return (
    <View style={styles.reading} testID="point-reading" pointerEvents="none" aria-live="polite">
      <Text size="label" weight="strong" narrow style={{ color: '#f2f2f2' }}>
        {PARTS[taken.reading.material]} · {formatStops(taken.reading.stops)}
      </Text>
      <Text size="label" narrow style={{ color: '#f2f2f2' }}>
        R {formatStops(taken.reading.channelStops[0])}, G {formatStops(taken.reading.channelStops[1])}, B{' '}
        {formatStops(taken.reading.channelStops[2])}
        {taken.reading.clipped.length ? ` · clips ${taken.reading.clipped.join(', ')}` : ''}
      </Text>
      {taken.reading.outside ? (
        <Text size="small" narrow style={{ color: '#f2f2f2' }} numberOfLines={2}>
          {gamutText(taken.reading.outside, space)}
        </Text>
      ) : null}
      <Text size="small" narrow style={{ color: '#c2c2c2' }} numberOfLines={2}>
        {taken.reading.shares
          .filter(({ share }) => share >= 0.01)
          .slice(0, 3)
          .map(({ id, share }) => `${look.lights.find((light) => light.id === id)?.name ?? 'Ambient'} ${percent(share)}`)
          .join(' · ')}
      </Text>
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

interface OverlayProps {
  readonly label: string;
  readonly accessibilityLabel?: string;
  readonly on: boolean;
  readonly onPress: () => void;
}

function Overlay({ label, accessibilityLabel, on, onPress }: OverlayProps) {
  const styles = useStyles();
  return (
    <Pressable
      style={[styles.toggle, on && styles.on]}
      onPress={onPress}
      accessibilityRole="button"
      accessibilityLabel={accessibilityLabel}
      aria-pressed={on}
    >
      <Text size="label" weight="medium" narrow style={{ color: on ? '#141414' : '#f2f2f2' }}>
        {label}
      </Text>
    </Pressable>
  );
}
