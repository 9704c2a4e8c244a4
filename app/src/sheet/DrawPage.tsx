import { thinned, type Drawn, type DrawnKind, type FrameNotes, type FrameRecord, type PathPoint } from '@fulgent/core/day';
import { LIMITS, type Look } from '@fulgent/core/document';
import { useLocalSearchParams } from 'expo-router';
import { useCallback, useMemo, useState, type ReactNode } from 'react';
import { Image, View } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import useSWR from 'swr';
import { api } from '../api/client';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice, IconButton } from '../ui/Button';
import { download, fileName } from '../ui/download';
import { Field } from '../ui/Field';
import { Pick } from '../ui/Pick';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { say } from '../ui/Toasts';
import { Drawing, drawnPicture } from './Drawing';
import { judged } from './judge';

const TOOLS: readonly { readonly id: DrawnKind; readonly name: string }[] = [
  { id: 'line', name: 'Line' },
  { id: 'arrow', name: 'Arrow' },
  { id: 'ring', name: 'Ring' },
  { id: 'note', name: 'Note' },
];
const NAMES: Readonly<Record<DrawnKind, string>> = { line: 'Line', arrow: 'Arrow', ring: 'Ring', note: 'Note' };
const TALLEST_PX = 560;
/** Half the width of a ring and the length of an arrow that are put at a place rather than drawn, shares of the picture. */
const [RING_HALF, ARROW_LONG] = [0.07, 0.16];
const held = (value: number) => Math.min(1, Math.max(0, value));

const useStyles = themed((t) => ({
  row: { flexDirection: 'row', alignItems: 'flex-end', gap: SPACE.s },
  number: { width: 22, minHeight: 44, justifyContent: 'center' },
  picture: { backgroundColor: t.raised },
}));

/** Writes and draws on a frame: what is meant is pointed at, for whoever looks at it next. */
export function DrawPage({ look }: { readonly look: Look }) {
  const styles = useStyles();
  const { frame: frameId = '' } = useLocalSearchParams<{ frame: string }>();
  const { data: frame, error, mutate } = useSWR<FrameRecord, Error>(frameId ? `${api.frames}/${frameId}` : null);
  const [tool, setTool] = useState<DrawnKind>('line');
  const [place, setPlace] = useState(look.probes[0]!.id);
  const [width, setWidth] = useState(0);

  const keep = useCallback(
    (change: (drawn: FrameNotes['drawn']) => FrameNotes['drawn']) =>
      void mutate((now) => (now ? judged(now, (notes) => ({ drawn: change(notes.drawn) })) : now), {
        optimisticData: (now) => (now ? { ...now, notes: { ...now.notes, drawn: change(now.notes.drawn) } } : now!),
        rollbackOnError: true,
        revalidate: false,
      }).catch((reason: unknown) => say(reason instanceof Error ? reason.message : String(reason))),
    [mutate],
  );
  const add = useCallback((one: Drawn) => keep((drawn) => [...drawn, one]), [keep]);

  if (error) return <Text style={{ padding: SPACE.m }}>{error.message}</Text>;
  if (!frame) return <Waiting height={260} label="Loading the frame" />;
  const { drawn, marks } = frame.notes;
  const aspect = frame.heightPx / frame.widthPx;
  const w = Math.min(width, Math.round(TALLEST_PX / aspect));
  const h = Math.round(w * aspect);
  const nameOf = (probe: string) => look.probes.find(({ id }) => id === probe)?.name ?? probe;
  const places = marks.length ? marks : [{ probe: 'middle', x: 0.5, y: 0.5 }];
  const at = places.find(({ probe }) => probe === place) ?? places[0]!;
  return (
    <View>
      <Section title={frame.name} aside={drawn.length ? `${drawn.length} drawn` : 'nothing drawn yet'}>
        <Choice label="Draw with" options={TOOLS} value={tool} onChange={setTool} />
        <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
          {w > 0 ? (
            <Board width={w} height={h} tool={tool} drawn={drawn} onDrawn={add}>
              <Image
                testID="light-colour"
                source={{ uri: api.framePicture(frame.id) }}
                style={[styles.picture, { width: w, height: h }]}
                accessibilityLabel={`${frame.name}, as it came out`}
              />
            </Board>
          ) : null}
        </View>
        <Text size="label" quiet>
          Draw on the picture, or put it at a place:
        </Text>
        <View style={{ gap: SPACE.s }}>
          {marks.length ? (
            <Pick
              label="Place"
              current={nameOf(at.probe)}
              options={places.map(({ probe }) => ({ id: probe, name: nameOf(probe) }))}
              onPick={setPlace}
            />
          ) : null}
          <View style={{ flexDirection: 'row' }}>
            <Button
              label={`${NAMES[tool]} at ${marks.length ? nameOf(at.probe).toLowerCase() : 'the middle'}`}
              onPress={() => add({ kind: tool, points: putAt(tool, at.x, at.y), text: '' })}
            />
          </View>
        </View>
      </Section>
      {drawn.length ? <DrawnSection drawn={drawn} keep={keep} frame={frame} /> : null}
    </View>
  );
}

function DrawnSection({
  drawn,
  keep,
  frame,
}: {
  readonly drawn: FrameNotes['drawn'];
  readonly keep: (change: (drawn: FrameNotes['drawn']) => FrameNotes['drawn']) => void;
  readonly frame: FrameRecord;
}) {
  return (
    <Section title="What is drawn" aside="words stand beside it">
      {drawn.map((one, i) => (
        <Row
          key={`${i} ${JSON.stringify(one.points[0])}`}
          one={one}
          place={i + 1}
          onText={(text) => keep((all) => all.map((other, k) => (k === i ? { ...other, text } : other)))}
          onRemove={() => {
            keep((all) => all.filter((_, k) => k !== i));
            say(`${NAMES[one.kind]} taken away.`, {
              label: 'Undo',
              run: () => keep((all) => [...all.slice(0, i), one, ...all.slice(i)]),
            });
          }}
        />
      ))}
      <View style={{ flexDirection: 'row' }}>
        <Button
          label="Save the picture"
          icon="download"
          accessibilityLabel="Save the picture with what is drawn on it"
          onPress={() =>
            void drawnPicture(api.framePicture(frame.id), drawn)
              .then((blob) => download(blob, `${fileName(frame.name)}, drawn.png`))
              .catch((reason: unknown) => say(reason instanceof Error ? reason.message : String(reason)))
          }
        />
      </View>
    </Section>
  );
}

/** Where a thing lies that is put at a place, shares of the picture. */
function putAt(kind: DrawnKind, x: number, y: number): [number, number][] {
  if (kind === 'ring') {
    return [
      [held(x - RING_HALF), held(y - RING_HALF)],
      [held(x + RING_HALF), held(y + RING_HALF)],
    ];
  }
  if (kind === 'note') return [[x, y]];
  // From the side with more room.
  const from = x > 0.5 ? -ARROW_LONG : ARROW_LONG;
  return [
    [held(x + from), held(y + ARROW_LONG / 2)],
    [x, y],
  ];
}

function Row({
  one,
  place,
  onText,
  onRemove,
}: {
  readonly one: Drawn;
  readonly place: number;
  readonly onText: (text: string) => void;
  readonly onRemove: () => void;
}) {
  const styles = useStyles();
  const [draft, setDraft] = useState<string | null>(null);
  return (
    <View style={styles.row} testID={`drawn-${place}`}>
      <View style={{ flex: 1 }}>
        <Field
          most={LIMITS.nameLength}
          label={`${place}. ${NAMES[one.kind]}, words`}
          value={draft ?? one.text}
          onChange={(text) => setDraft(text)}
          onBlur={() => {
            if (draft !== null && draft !== one.text) onText(draft.trim());
            setDraft(null);
          }}
        />
      </View>
      <IconButton icon="x" label={`Take ${NAMES[one.kind].toLowerCase()} ${place} away`} onPress={onRemove} />
    </View>
  );
}

/** The picture to draw on: a finger's path is shown while it goes, and given on when it ends. */
function Board({
  width,
  height,
  tool,
  drawn,
  onDrawn,
  children,
}: {
  readonly width: number;
  readonly height: number;
  readonly tool: DrawnKind;
  readonly drawn: readonly Drawn[];
  readonly onDrawn: (one: Drawn) => void;
  readonly children: ReactNode;
}) {
  const [sketch, setSketch] = useState<Drawn | null>(null);
  const gesture = useMemo(() => drawGesture(width, height, tool, setSketch, onDrawn), [width, height, tool, onDrawn]);
  return (
    <GestureDetector gesture={gesture} touchAction="none" userSelect="none">
      <View style={{ width, height, alignSelf: 'center' }} testID="drawing-board">
        {children}
        <Drawing drawn={sketch ? [...drawn, sketch] : drawn} width={width} height={height} />
      </View>
    </GestureDetector>
  );
}

/** A drag draws, a touch puts a ring or a note. */
function drawGesture(
  width: number,
  height: number,
  tool: DrawnKind,
  onSketch: (one: Drawn | null) => void,
  onDrawn: (one: Drawn) => void,
) {
  let path: PathPoint[] = [];
  const place = (x: number, y: number): PathPoint => [held(x / width), held(y / height)];
  const made = (points: readonly PathPoint[]): Drawn => ({ kind: tool, points: points.map(([x, y]) => [x, y]), text: '' });
  const shown = () => (tool === 'line' ? path : tool === 'note' ? path.slice(-1) : [path[0]!, path.at(-1)!]);
  const drag = Gesture.Pan()
    .runOnJS(true)
    .minDistance(2)
    .onBegin(({ x, y }) => {
      path = [place(x, y)];
    })
    .onUpdate(({ x, y }) => {
      path.push(place(x, y));
      onSketch(made(shown()));
    })
    .onEnd(() => onDrawn(made(thinned(shown()))))
    .onFinalize(() => {
      path = [];
      onSketch(null);
    });
  const tap = Gesture.Tap()
    .runOnJS(true)
    .onEnd(({ x, y }) => {
      if (tool === 'note' || tool === 'ring') onDrawn(made([place(x, y)]));
    });
  return Gesture.Race(drag, tap);
}
