import {
  BLACK_STOPS,
  measuredOf,
  type FrameNotes,
  type FrameReading,
  type FrameRecord,
  type LightDifference,
  type LeakEstimate,
  type FrameComparison,
} from '@fulgent/core/day';
import { LIMITS, type Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import type { Mark } from '@fulgent/core/picture';
import { leakWords, lightDifferenceWords, NO_EVIDENCE_WORDS } from '@fulgent/words';
import { useLocalSearchParams, useRouter, type Href } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import useSWR from 'swr';
import { api } from '../api/client';
import { EyeCrop, FrameEyes } from '../frame/EyeCrop';
import { FrameCanvas } from '../frame/FrameCanvas';
import { GuessFirst } from '../practice/GuessFirst';
import { useOpenLook } from '../look/store';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Section } from '../ui/Section';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { say } from '../ui/Toasts';
import { areaWords, exposureDifferences, exposureWords, KIND_NAMES } from './frame-words';
import { GradedFrom } from './GradedFrom';
import { judged } from './judge';
import { LightOff } from './LightOff';
import { MarkedPicture } from './MarkedPicture';
import { ReferenceMet } from './ReferenceMet';
import { useReading } from './useReading';

/** One frame against the plan that it was taken of: places, lights, clipping, leak, and what is said of it. */
export function FramePage({ look }: { readonly look: Look }) {
  const { frame: frameId = '' } = useLocalSearchParams<{ frame: string }>();
  const { data: frame, error, mutate } = useSWR<FrameRecord, Error>(frameId ? `${api.frames}/${frameId}` : null);
  const { data: planned } = useSWR<Look, Error>(frameId ? `${api.frames}/${frameId}/look` : null, { revalidateOnFocus: false });
  const router = useRouter();
  const lookId = useOpenLook((state) => state.id);
  const { reading: found, error: failure } = useReading(frame);
  const aloneId = frame?.kind === 'alone' ? frame.lightId : null;

  const judge = async (change: Partial<FrameNotes>) => {
    if (!frame) return;
    try {
      await mutate(judged(frame, change), { revalidate: false });
    } catch (reason) {
      say(reason instanceof Error ? reason.message : String(reason));
    }
  };
  if (error ?? failure) {
    return (
      <View style={{ padding: SPACE.m, gap: SPACE.m, alignItems: 'flex-start' }}>
        <Text>{(error ?? failure)!.message}</Text>
        <Button label="Try again" onPress={() => void mutate()} />
      </View>
    );
  }
  if (!frame || !planned) return <Waiting height={260} label="Loading the frame" />;
  return (
    <View>
      <Section title={frame.name} aside={KIND_NAMES[frame.kind]}>
        <Pictures
          frame={frame}
          planned={planned}
          found={found}
          onMarks={(marks) => void judge({ marks: [...marks] })}
          aloneId={aloneId}
        />
        <View style={{ flexDirection: 'row' }}>
          <Button
            label={frame.notes.drawn.length ? `Drawing, ${frame.notes.drawn.length}` : 'Draw on it'}
            accessibilityLabel="Draw and write on the frame"
            onPress={() => router.navigate(`/looks/${lookId}/sheet/draw?frame=${frame.id}` as Href)}
          />
        </View>
        <Text size="label" quiet>
          {frame.notes.video
            ? 'From a video signal. Its curve is not known: levels are rough, colours and clipping hold.'
            : exposureWords(frame)}
        </Text>
        {exposureDifferences(planned, frame).map((difference) => (
          <Text key={difference} weight="strong">
            Not as planned: {difference}.
          </Text>
        ))}
      </Section>
      {found ? (
        <GuessFirst frameId={frame.id} look={look} lights={frame.kind === 'full' ? (found.comparison?.lights ?? null) : null}>
          <Findings look={look} frame={frame} found={found} />
        </GuessFirst>
      ) : (
        <Waiting height={160} label="Measuring the frame" />
      )}
      <ReferenceMet look={look} src={api.framePicture(frame.id)} />
      {frame.notes.graded ? <GradedFrom frame={frame} found={found} onJudge={(change) => void judge(change)} /> : null}
      <Verdict frame={frame} onJudge={(change) => void judge(change)} />
    </View>
  );
}

function Pictures({
  frame,
  planned,
  found,
  onMarks,
  aloneId,
}: {
  readonly frame: FrameRecord;
  readonly planned: Look;
  readonly found: FrameReading | null;
  readonly onMarks: (marks: readonly Mark[]) => void;
  readonly aloneId: string | null;
}) {
  const [width, setWidth] = useState(0);
  const each = Math.floor((width - SPACE.s) / 2);
  const height = Math.round((each * frame.heightPx) / frame.widthPx);
  return (
    <View
      style={{ flexDirection: 'row', gap: SPACE.s, flexWrap: 'wrap' }}
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
    >
      {width > 0 ? (
        <>
          <View style={{ width: each, gap: 3 }}>
            <FrameCanvas
              small
              look={planned}
              width={each}
              height={height}
              label="As planned"
              {...(aloneId ? { only: aloneId } : {})}
            />
            <Text size="small" narrow>
              As planned
            </Text>
          </View>
          <MarkedPicture
            frame={frame}
            look={planned}
            width={each}
            height={height}
            marks={marksOf(frame, found)}
            onMarks={onMarks}
          />
          <EyeCrop look={planned} width={each} label="Eyes as planned" />
          <FrameEyes look={planned} src={api.framePicture(frame.id)} aspect={frame.widthPx / frame.heightPx} width={each} />
        </>
      ) : null}
    </View>
  );
}

/** Those placed by hand, which are there before they are measured; else where the places were found. */
const marksOf = ({ notes }: FrameRecord, found: FrameReading | null): readonly Mark[] =>
  notes.marks.length > 0 ? notes.marks : (found?.marks ?? []);

const useStyles = themed((t) => ({
  pair: { width: 34, height: 16, flexDirection: 'row', borderWidth: 1, borderColor: t.line },
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.s,
    minHeight: 40,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  figure: { width: 58 },
}));

function Findings({ look, frame, found }: { readonly look: Look; readonly frame: FrameRecord; readonly found: FrameReading }) {
  const { summary, comparison, leak, unevenStops } = found;
  const isBlack = (id: string) => found.patches.some(({ probe, stops }) => probe === id && stops <= BLACK_STOPS);
  const { channels, lost, spots, areas } = summary.clipping;
  const worst = useMemo(
    () => [...(comparison?.lights ?? [])].sort((a, b) => Math.abs(b.offStops) - Math.abs(a.offStops)),
    [comparison],
  );
  return (
    <>
      {comparison && frame.kind !== 'black' ? (
        <ToChange
          frame={{ ...frame, reading: found }}
          worst={worst}
          look={look}
          leak={leak}
          overallStops={comparison.overallStops}
        />
      ) : null}
      {comparison && comparison.patches.length > 0 && frame.kind !== 'black' ? (
        <PlaceByPlace comparison={comparison} isBlack={isBlack} />
      ) : null}
      <Section title="Whole frame">
        <Table
          label="Clipping and floor"
          columns={['What', 'Of the area']}
          rows={[
            { id: 'r', cells: ['Red clips', areaWords(channels[0])] },
            { id: 'g', cells: ['Green clips', areaWords(channels[1])] },
            { id: 'b', cells: ['Blue clips', areaWords(channels[2])] },
            { id: 'lost', cells: ['Texture lost', areaWords(lost)] },
            { id: 'spots', cells: ['Clips in small spots', areaWords(spots)], note: 'sheen, metal, glass: may burn a little' },
            { id: 'areas', cells: ['Clips in whole areas', areaWords(areas)], note: areas > 0 ? 'colour is gone there' : '' },
            { id: 'floor', cells: ['Darkest part, from mid-grey', formatStops(summary.floorStops)] },
            { id: 'mean', cells: ['Mean, from mid-grey', formatStops(summary.meanStops)] },
            ...(unevenStops === null
              ? []
              : [{ id: 'even', cells: ['Backdrop, brightest over darkest', formatStops(unevenStops)] }]),
          ]}
        />
        <Text size="label" quiet>
          A floor that is lifted is veil, haze or ambient: compare it with the black frame.
        </Text>
      </Section>
    </>
  );
}

function PlaceByPlace({
  comparison,
  isBlack,
}: {
  readonly comparison: FrameComparison;
  readonly isBlack: (id: string) => boolean;
}) {
  const styles = useStyles();
  return (
    <Section title="Place by place" aside="frame minus plan">
      <View style={styles.row}>
        <Text size="small" quiet style={{ flex: 1 }}>
          Plan, frame
        </Text>
        {['Stops', 'Hue', 'Chroma'].map((name) => (
          <Text key={name} size="small" quiet style={styles.figure} align="right">
            {name}
          </Text>
        ))}
      </View>
      {comparison.patches.map((patch) => (
        <View key={patch.probe} style={styles.row} testID={`patch-${patch.probe}`}>
          <View style={styles.pair} testID="light-colour">
            <View style={{ flex: 1, backgroundColor: patch.predictedHex }} />
            <View style={{ flex: 1, backgroundColor: patch.measuredHex }} />
          </View>
          <Text size="label" style={{ flex: 1 }} numberOfLines={1}>
            {patch.name}
          </Text>
          <Text narrow style={styles.figure} align="right">
            {isBlack(patch.probe) ? 'black' : formatStops(patch.stops)}
          </Text>
          <Text narrow style={styles.figure} align="right">
            {Math.abs(patch.hueDeg) < 1 ? '0°' : `${patch.hueDeg > 0 ? '+' : '-'}${Math.abs(Math.round(patch.hueDeg))}°`}
          </Text>
          <Text narrow style={styles.figure} align="right">
            {patch.chroma >= 0 ? '+' : '-'}
            {Math.abs(patch.chroma).toFixed(2)}
          </Text>
        </View>
      ))}
    </Section>
  );
}

const OVERALL_WORTH = 0.15;

/** What all lights have in common is the camera's: no lamp is turned for it. */
function Overall({ stops }: { readonly stops: number }) {
  if (Math.abs(stops) < OVERALL_WORTH) return null;
  return (
    <Text testID="overall">
      All of it is {Math.abs(stops).toFixed(1)} stop {stops > 0 ? 'over' : 'under'} the plan: the camera’s exposure or its
      rendering, not a light. The lights below are held against each other.
    </Text>
  );
}

function ToChange({
  frame,
  worst,
  look,
  leak,
  overallStops,
}: {
  readonly overallStops: number;
  readonly frame: FrameRecord;
  readonly worst: readonly LightDifference[];
  readonly look: Look;
  readonly leak: LeakEstimate | null;
}) {
  const reason = measuredOf(frame)?.reason ?? null;
  if (reason)
    return (
      <Section title="What to change" aside="no evidence">
        <Text weight="strong" testID="no-evidence">
          {NO_EVIDENCE_WORDS[reason]}
        </Text>
      </Section>
    );
  return (
    <Section title="What to change">
      <Overall stops={overallStops} />
      {worst.map((light) => (
        <LightOff key={light.lightId} look={look} light={light} words={lightDifferenceWords(light)} by="a test frame" />
      ))}
      {look.camera.learned?.tone ? null : (
        <Text size="label" quiet testID="unknown-curve">
          This camera’s own curve is not known: brights and darks may read some tenths of a stop off. In the kit it is learned
          from a bracket.
        </Text>
      )}
      {leak ? (
        <Text testID="leak">{leakWords(look.lights.find(({ id }) => id === leak.lightId)?.name ?? leak.lightId, leak)}</Text>
      ) : null}
    </Section>
  );
}

function Verdict({ frame, onJudge }: { readonly frame: FrameRecord; readonly onJudge: (change: Partial<FrameNotes>) => void }) {
  const { verdict, words, by, chosen, graded } = frame.notes;
  // Typed words are sent when the field is left.
  const [draft, setDraft] = useState<{ words?: string; by?: string }>({});
  const send = () => {
    if (Object.keys(draft).length === 0) return;
    onJudge(draft);
    setDraft({});
  };
  return (
    <Section title="Verdict">
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button label="Keep" on={verdict === 'kept'} onPress={() => onJudge({ verdict: verdict === 'kept' ? '' : 'kept' })} />
        <Button
          label="Reject"
          on={verdict === 'rejected'}
          onPress={() => onJudge({ verdict: verdict === 'rejected' ? '' : 'rejected' })}
        />
        <Button label="Selected frame" on={chosen} onPress={() => onJudge({ chosen: !chosen })} />
        <Button label="Graded" on={graded} onPress={() => onJudge({ graded: !graded })} />
      </View>
      <Field
        most={LIMITS.noteLength}
        label="Notes on the frame"
        value={draft.words ?? words}
        onChange={(text) => setDraft({ ...draft, words: text })}
        onBlur={send}
        multiline
      />
      <Field
        most={LIMITS.nameLength}
        label="By whom"
        value={draft.by ?? by}
        onChange={(text) => setDraft({ ...draft, by: text })}
        onBlur={send}
      />
    </Section>
  );
}
