import { readLive, type LivePlace, type LiveReading, type LiveState } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import type { Href } from 'expo-router';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Pressable, View } from 'react-native';
import useSWR from 'swr';
import { api } from '../api/client';
import { Across, Disc, Levels } from '../charts/Scopes';
import { FrameCanvas } from '../frame/FrameCanvas';
import { useOpenLook } from '../look/store';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { LinkRow } from '../ui/LinkRow';
import { Dial } from '../ui/Dial';
import { Pick } from '../ui/Pick';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { areaWords } from './frame-words';
import { frameOf, hatch, openInput, openSimulated, videoInputs, whyNoCamera, type LiveSource } from './live-source';

/** The picture is drawn so often, and read every so many drawings. */
const [DRAW_MS, READ_EVERY] = [120, 5];
const LONGER_PX = 480;

const useStyles = themed((t) => ({
  stage: { position: 'relative', backgroundColor: '#000000' },
  over: { position: 'absolute', left: 0, top: 0 },
  mark: { position: 'absolute', width: 13, height: 13, borderWidth: 2, borderColor: '#ffffff', backgroundColor: '#00000055' },
  loud: { backgroundColor: '#ffffff' },
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.s,
    minHeight: 36,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
}));

const STATE_WORDS: Readonly<Record<LiveState, string>> = {
  inside: 'in its window',
  under: 'under its window',
  over: 'over its window',
  clips: 'clips',
  edge: 'on an edge, not read',
  'no-window': '',
};

const SIMULATED = 'simulated';

/** What a camera shows now, held against the plan: clipping, places, the plan beside or over it, and a frame of it to keep. */
export function LivePage({ look }: { readonly look: Look }) {
  const lookId = useOpenLook((state) => state.id)!;
  const { data: devices } = useSWR<{ on: boolean }>(api.devices);
  const [source, setSource] = useState<LiveSource | null>(null);
  const [inputs, setInputs] = useState<readonly { readonly id: string; readonly name: string }[]>([]);
  const [input, setInput] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const missing = whyNoCamera();
  useEffect(() => () => source?.stop(), [source]);

  const start = async (wanted: string) => {
    setProblem(null);
    setInput(wanted);
    try {
      setSource(wanted === SIMULATED ? openSimulated(lookId, setProblem) : await openInput(wanted));
      if (wanted !== SIMULATED) setInputs(await videoInputs());
    } catch (error) {
      setSource(null);
      setProblem(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <View>
      <Section title="Input" aside={source ? 'live' : 'off'}>
        {missing ? <Text testID="no-camera">{missing}</Text> : null}
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          {missing ? null : (
            <Button
              label="Camera or video input"
              filled={!source}
              on={source !== null && input !== SIMULATED}
              onPress={() => void start('')}
            />
          )}
          {devices?.on ? (
            <Button label="Simulated camera" on={source !== null && input === SIMULATED} onPress={() => void start(SIMULATED)} />
          ) : null}
          {source ? <Button label="Stop" onPress={() => setSource(null)} /> : null}
        </View>
        {source && inputs.length > 1 ? (
          <Pick
            label="Input"
            current={inputs.find(({ id }) => id === input)?.name ?? 'As the browser chose'}
            options={inputs}
            onPick={(id) => void start(id)}
          />
        ) : null}
        {problem ? (
          <Text weight="strong" role="alert">
            {problem}
          </Text>
        ) : null}
        <Text size="label" quiet>
          {look.camera.learned?.tone
            ? 'A display signal may have another curve than the file that was learned.'
            : 'A display signal has a curve of its own that nobody knows here: it tells what clips and what changed, levels only roughly.'}
        </Text>
      </Section>
      {source ? <LiveView look={look} lookId={lookId} source={source} /> : null}
    </View>
  );
}

/** Draws a source into a canvas again and again, hatched where wanted, and reads it at the places of a look. */
function useDrawn(look: Look, source: LiveSource, isHatched: boolean, at: number) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [shape, setShape] = useState<readonly [number, number] | null>(null);
  const [reading, setReading] = useState<LiveReading | null>(null);
  const key = useMemo(() => ({ look, shape }), [look, shape]);
  const { value: plan } = useStudy(async () => (shape ? study().livePlan(look, ...shape) : null), key);
  useEffect(() => {
    let tick = 0;
    const draw = () => {
      const [w, h] = source.size();
      const to = canvas.current;
      if (!to || w < 2 || h < 2) return;
      const by = Math.min(1, LONGER_PX / Math.max(w, h));
      const [across, down] = [Math.max(2, Math.round(w * by)), Math.max(2, Math.round(h * by))];
      setShape((was) => (was?.[0] === across && was[1] === down ? was : [across, down]));
      if (to.width !== across) to.width = across;
      if (to.height !== down) to.height = down;
      const context = to.getContext('2d', { willReadFrequently: true })!;
      context.drawImage(source.element, 0, 0, across, down);
      const pixels = context.getImageData(0, 0, across, down);
      if (plan && tick++ % READ_EVERY === 0)
        setReading(readLive({ rgba: pixels.data, width: across, height: down }, look, plan, at));
      if (!isHatched) return;
      hatch(pixels);
      context.putImageData(pixels, 0, 0);
    };
    draw();
    const timer = setInterval(draw, DRAW_MS);
    return () => clearInterval(timer);
  }, [source, look, plan, isHatched, at]);
  return { canvas, shape, reading };
}

function LiveView({ look, lookId, source }: { readonly look: Look; readonly lookId: string; readonly source: LiveSource }) {
  const [isHatched, setHatched] = useState(true);
  const [isSplit, setSplit] = useState(false);
  const [isHeld, setHeld] = useState(false);
  const [line, setLine] = useState(40);
  const [isScoped, setScoped] = useState(false);
  const drawn = useDrawn(look, source, isHatched, line / 100);
  return (
    <View>
      <Section title="Live" aside={isHeld ? 'the plan' : isSplit ? 'plan left, live right' : ''}>
        <Stage look={look} drawn={drawn} isSplit={isSplit} isHeld={isHeld} onHold={setHeld} />
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button label="Clipping" on={isHatched} onPress={() => setHatched(!isHatched)} />
          <Button label="Split with the plan" on={isSplit} onPress={() => setSplit(!isSplit)} />
          <Button label="Instruments" on={isScoped} onPress={() => setScoped(!isScoped)} />
        </View>
        <Taking lookId={lookId} source={source} />
      </Section>
      {isScoped && drawn.reading ? <LiveScopes look={look} scopes={drawn.reading.scopes} line={line} onLine={setLine} /> : null}
      {drawn.reading ? <Readout reading={drawn.reading} /> : null}
    </View>
  );
}

interface StageProps {
  readonly look: Look;
  readonly drawn: ReturnType<typeof useDrawn>;
  readonly isSplit: boolean;
  readonly isHeld: boolean;
  readonly onHold: (isHeld: boolean) => void;
}

/** The moving picture with its places; under it the plan, seen while it is held, or on the left of it. */
function Stage({ look, drawn: { canvas, shape, reading }, isSplit, isHeld, onHold }: StageProps) {
  const styles = useStyles();
  const [width, setWidth] = useState(0);
  const height = Math.round(shape ? (width * shape[1]) / shape[0] : width * 0.75);
  return (
    <View onLayout={({ nativeEvent }) => setWidth(Math.floor(nativeEvent.layout.width))}>
      <Pressable
        style={[styles.stage, { height }]}
        onPressIn={() => onHold(true)}
        onPressOut={() => onHold(false)}
        accessibilityRole="button"
        accessibilityLabel="Live picture: hold to see the plan"
      >
        {(isHeld || isSplit) && width > 0 && shape ? (
          <FrameCanvas small look={look} width={width} height={height} label="As planned" />
        ) : null}
        <View style={[styles.over, { width, height, opacity: isHeld ? 0 : 1 }]} testID="light-colour">
          <canvas
            ref={canvas}
            role="img"
            aria-label="What the camera sees"
            style={{ width, height, display: 'block', ...(isSplit ? { clipPath: 'inset(0 0 0 50%)' } : {}) }}
          />
        </View>
        {isHeld
          ? null
          : reading?.places.map(({ probe, x, y, state }) => (
              <View
                key={probe}
                style={[
                  styles.mark,
                  { left: x * width - 7, top: y * height - 7 },
                  state === 'inside' || state === 'no-window' || state === 'edge' ? null : styles.loud,
                ]}
              />
            ))}
      </Pressable>
    </View>
  );
}

/** Levels, a line across and colours of what is seen now. */
function LiveScopes({
  look,
  scopes: { levels, line: across, disc },
  line,
  onLine,
}: {
  readonly look: Look;
  readonly scopes: LiveReading['scopes'];
  readonly line: number;
  readonly onLine: (line: number) => void;
}) {
  const [width, setWidth] = useState(0);
  const inner = Math.min(620, width - 2 * SPACE.m);
  return (
    <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)} testID="live-scopes">
      {inner > 0 ? (
        <Section title="Instruments" aside="stops from mid-grey">
          <Levels levels={levels} width={inner} />
          <Across line={across} ceiling={levels.ceilingStops} width={inner} />
          <StepperGrid>
            <Dial label="Height of the line, from the top" value={line} onChange={onLine} low={0} high={100} step={5} unit="%" />
          </StepperGrid>
          <Disc disc={disc} look={look} size={Math.min(260, inner)} />
        </Section>
      ) : null}
    </View>
  );
}

/** Keeps a frame of what is seen now. */
function Taking({ lookId, source }: { readonly lookId: string; readonly source: LiveSource }) {
  const [taken, setTaken] = useState<{ readonly id: string; readonly name: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const take = async () => {
    setBusy(true);
    try {
      const file = await frameOf(source);
      const name = `Live ${new Date().toTimeString().slice(0, 8)}`;
      setTaken(await api.addFrame(lookId, file, { name, kind: 'full', light: '', stops: 0, video: true }));
      say(`${name} is kept with the test frames.`);
    } catch (error) {
      say(error instanceof Error ? error.message : String(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <View style={{ flexDirection: 'row' }}>
        <Button label={busy ? 'Taking…' : 'Take'} icon="image" filled disabled={busy} onPress={() => void take()} />
      </View>
      {taken ? (
        <LinkRow
          inset
          href={`/looks/${lookId}/sheet/frame?frame=${taken.id}` as Href}
          name={taken.name}
          text="against the plan: lights, places, clipping"
        />
      ) : null}
    </>
  );
}

function Readout({ reading: { summary, places } }: { readonly reading: LiveReading }) {
  const styles = useStyles();
  const { channels, any } = summary.clipping;
  return (
    <Section title="Reading" aside={any > 0 ? `${areaWords(any)} clips` : 'nothing clips'}>
      <Table
        label="Live clipping and levels"
        columns={['What', 'Red', 'Green', 'Blue']}
        rows={[{ id: 'clips', cells: ['Clips, of the area', ...channels.map(areaWords)] }]}
      />
      <Text size="label" quiet>
        Darkest part {formatStops(summary.floorStops)}, mean {formatStops(summary.meanStops)} from mid-grey.
      </Text>
      <View testID="live-places">
        {places.map((place) => (
          <Place key={place.probe} place={place} style={styles.row} />
        ))}
      </View>
    </Section>
  );
}

function Place({ place: { name, stops, state }, style }: { readonly place: LivePlace; readonly style: object }) {
  const isLoud = state === 'clips' || state === 'under' || state === 'over';
  return (
    <View style={style}>
      <Text size="label" style={{ flex: 1 }} numberOfLines={1}>
        {name}
      </Text>
      <Text size="label" weight={isLoud ? 'strong' : 'regular'} quiet={!isLoud}>
        {STATE_WORDS[state]}
      </Text>
      <Text narrow align="right" style={{ width: 58 }}>
        {stops === null ? (state === 'edge' ? '' : 'black') : formatStops(stops)}
      </Text>
    </View>
  );
}
