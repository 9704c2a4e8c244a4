import type { Look } from '@fulgent/core/document';
import type { PlanSide, Readings } from '@fulgent/core/scene';
import { memo, useCallback, useState } from 'react';
import { Modal, useWindowDimensions, View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice, IconButton } from '../ui/Button';
import { formatMetres, useLengthUnit } from '../ui/lengths';
import { Text } from '../ui/Text';
import { distanceM, thingsOf } from './Measure';
import { Plan } from './Plan';
import { fitPlan, LEAST_ZOOM, MOST_ZOOM, usePlanView, zoomPlan } from './plan-view';

const SIDES = [
  { id: 'top', name: 'Top' },
  { id: 'side', name: 'Side' },
  { id: 'front', name: 'Camera' },
] as const;

const ZOOM_STEP = 1.35;
const BARS_PX = 120;

const useStyles = themed((t) => ({
  bar: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.xs, paddingHorizontal: SPACE.m, paddingTop: SPACE.s },
  acts: { flexDirection: 'row', gap: SPACE.xs, marginLeft: 'auto' },
  plan: { borderBottomWidth: 1, borderBottomColor: t.line },
  full: { flex: 1, backgroundColor: t.ground },
  says: { paddingHorizontal: SPACE.m, paddingVertical: SPACE.s, minHeight: 36 },
}));

interface Props {
  readonly look: Look;
  readonly readings: Readings;
  readonly selected: string | null;
  readonly width: number;
}

/** The plan with what it is looked at by: side, size, lines of equal exposure, distances, the whole screen. */
export function PlanPart(props: Props) {
  const styles = useStyles();
  const window = useWindowDimensions();
  const [isFull, setFull] = useState(false);
  const seen = useSeen();
  const height = Math.round(Math.min(420, Math.max(300, props.width * 0.86)));
  const open = useCallback(() => setFull(true), []);
  const close = useCallback(() => setFull(false), []);
  return (
    <View style={styles.plan}>
      <PlanWithBars {...props} {...seen} height={height} onFull={open} />
      {isFull ? (
        <Modal visible animationType="none" onRequestClose={close} transparent={false}>
          <View style={styles.full} role="dialog" aria-label="Plan, full screen">
            <PlanWithBars {...props} {...seen} width={window.width} height={window.height - BARS_PX} onClose={close} />
          </View>
        </Modal>
      ) : null}
    </View>
  );
}

/** How the plan is looked at: the same on the page and over the whole screen. */
function useSeen() {
  const [side, setSide] = useState<PlanSide>('top');
  const [withLines, setLines] = useState(false);
  const [measured, setMeasured] = useState<readonly string[] | null>(null);
  return { side, setSide, withLines, setLines, measured, setMeasured };
}
type Seen = ReturnType<typeof useSeen>;

function PlanWithBars({
  look,
  readings,
  selected,
  width,
  height,
  onFull,
  onClose,
  side,
  setSide,
  withLines,
  setLines,
  measured,
  setMeasured,
}: Props & Seen & { readonly height: number; readonly onFull?: () => void; readonly onClose?: () => void }) {
  const styles = useStyles();
  const touch = (id: string) =>
    setMeasured((before) => (!before || before.length > 1 || before[0] === id ? [id] : [...before, id]));
  return (
    <>
      <PlanBar side={side} setSide={setSide} onFull={onFull} onClose={onClose} />
      <Plan
        look={look}
        readings={readings}
        side={side}
        width={width}
        height={height}
        selected={selected}
        withLines={withLines}
        measured={measured}
        onMeasure={touch}
      />
      <View style={[styles.bar, { paddingTop: 0, paddingBottom: SPACE.s, alignItems: 'center' }]}>
        <Button
          label="Stops"
          accessibilityLabel="Lines of equal exposure, in stops"
          on={withLines}
          onPress={() => setLines(!withLines)}
        />
        <Button label="Measure" on={measured !== null} onPress={() => setMeasured(measured ? null : [])} />
        {measured ? <Distance look={look} measured={measured} /> : null}
      </View>
    </>
  );
}

interface BarProps extends Pick<Seen, 'side' | 'setSide'> {
  readonly onFull?: (() => void) | undefined;
  readonly onClose?: (() => void) | undefined;
}

/** From where and how large: the same while something is dragged. */
const PlanBar = memo(function PlanBar({ side, setSide, onFull, onClose }: BarProps) {
  const styles = useStyles();
  const { zoom, pushed } = usePlanView();
  return (
    <View style={styles.bar}>
      <Choice label="Plan seen from" options={SIDES} value={side} onChange={setSide} />
      {/* Together, also where they have no room beside the sides. */}
      <View style={styles.acts}>
        {zoom !== 1 || pushed[0] !== 0 || pushed[1] !== 0 ? (
          <IconButton icon="minimize" label="Fit the plan" onPress={fitPlan} />
        ) : null}
        <IconButton
          icon="zoom-out"
          label="Plan smaller"
          disabled={zoom <= LEAST_ZOOM}
          onPress={() => zoomPlan(zoom / ZOOM_STEP)}
        />
        <IconButton icon="zoom-in" label="Plan larger" disabled={zoom >= MOST_ZOOM} onPress={() => zoomPlan(zoom * ZOOM_STEP)} />
        {onFull ? <IconButton icon="maximize" label="Plan, full screen" onPress={onFull} /> : null}
        {onClose ? <IconButton icon="x" label="Close the plan" onPress={onClose} /> : null}
      </View>
    </View>
  );
});

/** What lies between the two things that were touched. */
function Distance({ look, measured }: { readonly look: Look; readonly measured: readonly string[] }) {
  const { unit } = useLengthUnit();
  const [from, to] = measured.map((id) => thingsOf(look).find((thing) => thing.id === id));
  const text = (() => {
    if (!from) return 'Touch two things.';
    if (!to) return `From ${from.name}: touch another.`;
    const { straight, floor, rise } = distanceM(from.at, to.at);
    const over = Math.abs(rise) > 0.05 ? `, ${formatMetres(floor, unit)} over the floor` : '';
    return `${from.name} to ${to.name}: ${formatMetres(straight, unit)}${over}`;
  })();
  return (
    <Text size="label" style={{ flex: 1 }} role="status" testID="distance">
      {text}
    </Text>
  );
}
