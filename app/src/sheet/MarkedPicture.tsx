import type { FrameRecord } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import type { Mark } from '@fulgent/core/picture';
import { useState } from 'react';
import { Image, Pressable, View } from 'react-native';
import Svg, { Circle } from 'react-native-svg';
import { api } from '../api/client';
import { SPACE, useTheme } from '../theme/theme';
import { Drawing } from './Drawing';
import { Button, IconButton } from '../ui/Button';
import { Pick } from '../ui/Pick';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';

const NUDGE = 0.01;
const held = (value: number) => Math.min(0.99, Math.max(0.01, value));

/** A frame with the places where it is read; in full it can be pressed to move one. */
export function MarkedPicture({
  frame,
  look,
  width,
  height,
  marks,
  onMarks,
}: {
  readonly frame: FrameRecord;
  readonly look: Look;
  readonly width: number;
  readonly height: number;
  readonly marks: readonly Mark[];
  readonly onMarks: (marks: readonly Mark[]) => void;
}) {
  const [open, setOpen] = useState(false);
  return (
    <View style={{ width, gap: 3 }}>
      <Pressable
        onPress={() => setOpen(true)}
        accessibilityRole="button"
        accessibilityLabel="See the frame large and move its marks"
        disabled={marks.length === 0}
      >
        <Plate frame={frame} width={width} height={height} marks={marks} chosen={null} drawn={frame.notes.drawn} />
      </Pressable>
      <Text size="small" narrow>
        As it came out
      </Text>
      {open ? <Large frame={frame} look={look} marks={marks} onMarks={onMarks} onClose={() => setOpen(false)} /> : null}
    </View>
  );
}

function Plate({
  frame,
  width,
  height,
  marks,
  chosen,
  drawn = [],
}: {
  readonly frame: FrameRecord;
  readonly width: number;
  readonly height: number;
  readonly marks: readonly Mark[];
  readonly chosen: string | null;
  readonly drawn?: FrameRecord['notes']['drawn'];
}) {
  const theme = useTheme();
  return (
    <View style={{ width, height }}>
      <Image
        testID="light-colour"
        source={{ uri: api.framePicture(frame.id) }}
        style={{ width, height }}
        accessibilityLabel={`${frame.name}, as it came out`}
      />
      <Svg width={width} height={height} style={{ position: 'absolute' }} pointerEvents="none">
        {marks.map(({ probe, x, y }) => (
          <Circle
            key={probe}
            cx={x * width}
            cy={y * height}
            r={probe === chosen ? 9 : 5}
            stroke={theme.name === 'dark' ? '#ffffff' : '#000000'}
            strokeWidth={probe === chosen ? 2.5 : 1.2}
            fill="none"
          />
        ))}
      </Svg>
      {drawn.length ? <Drawing drawn={drawn} width={width} height={height} /> : null}
    </View>
  );
}

function Large({
  frame,
  look,
  marks,
  onMarks,
  onClose,
}: {
  readonly frame: FrameRecord;
  readonly look: Look;
  readonly marks: readonly Mark[];
  readonly onMarks: (marks: readonly Mark[]) => void;
  readonly onClose: () => void;
}) {
  const [chosen, setChosen] = useState(marks[0]?.probe ?? '');
  const [width, setWidth] = useState(0);
  const aspect = frame.heightPx / frame.widthPx;
  const w = Math.min(width, Math.round(440 / aspect));
  const h = Math.round(w * aspect);
  const name = (id: string) => look.probes.find((probe) => probe.id === id)?.name ?? id;
  const put = (x: number, y: number) =>
    onMarks(marks.map((mark) => (mark.probe === chosen ? { ...mark, x: held(x), y: held(y) } : mark)));
  const mark = marks.find(({ probe }) => probe === chosen);
  return (
    <Sheet title="Where it is read" onClose={onClose}>
      <View style={{ gap: SPACE.s }} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
        <Pick
          label="Place"
          current={name(chosen)}
          options={marks.map(({ probe }) => ({ id: probe, name: name(probe) }))}
          onPick={setChosen}
        />
        {w > 0 ? (
          <Pressable
            accessibilityRole="button"
            accessibilityLabel="Press where this place is"
            onPress={({ nativeEvent }) => put(nativeEvent.locationX / w, nativeEvent.locationY / h)}
            style={{ alignSelf: 'center' }}
          >
            <Plate frame={frame} width={w} height={h} marks={marks} chosen={chosen} />
          </Pressable>
        ) : null}
        {mark ? (
          <View style={{ flexDirection: 'row', justifyContent: 'center', gap: SPACE.s }}>
            <IconButton icon="chevron-left" label="Left" onPress={() => put(mark.x - NUDGE, mark.y)} />
            <IconButton icon="chevron-up" label="Up" onPress={() => put(mark.x, mark.y - NUDGE)} />
            <IconButton icon="chevron-down" label="Down" onPress={() => put(mark.x, mark.y + NUDGE)} />
            <IconButton icon="chevron-right" label="Right" onPress={() => put(mark.x + NUDGE, mark.y)} />
          </View>
        ) : null}
        <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
          <Button
            label="Find the places again"
            disabled={frame.notes.marks.length === 0}
            onPress={() => {
              onMarks([]);
              onClose();
            }}
          />
          <Button label="Done" onPress={onClose} />
        </View>
      </View>
    </Sheet>
  );
}
