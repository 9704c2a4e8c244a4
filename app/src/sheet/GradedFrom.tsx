import type { FrameNotes, FrameReading, FrameRecord } from '@fulgent/core/day';
import { LIMITS } from '@fulgent/core/document';
import { useState } from 'react';
import { api } from '../api/client';
import { Field } from '../ui/Field';
import { Pick } from '../ui/Pick';
import { Section } from '../ui/Section';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { areaWords } from './frame-words';
import { useFrames, useReading } from './useReading';

/** A frame that was worked on afterwards, against the one that it came from: what that did to clipping and colour. */
export function GradedFrom({
  frame,
  found,
  onJudge,
}: {
  readonly frame: FrameRecord;
  readonly found: FrameReading | null;
  readonly onJudge: (change: Partial<FrameNotes>) => void;
}) {
  const { gradedFrom, gradedHow } = frame.notes;
  const { data: all } = useFrames(api.framesOf(frame.lookId));
  const others = (all ?? []).filter(({ id, notes, kind }) => id !== frame.id && !notes.graded && kind === frame.kind);
  const from = others.find(({ id }) => id === gradedFrom);
  const [how, setHow] = useState<string | null>(null);
  const { reading: before, error } = useReading(from);
  // Places that both frames show; each is read where it was found in its own frame.
  const both = (before?.patches ?? []).map(({ probe }) => probe).filter((id) => found?.patches.some(({ probe }) => probe === id));
  const chroma = ({ patches }: FrameReading) =>
    both.length
      ? patches.filter(({ probe }) => both.includes(probe)).reduce((sum, patch) => sum + patch.chroma, 0) / both.length
      : 0;
  return (
    <Section title="Graded from" aside="before and after">
      {others.length ? (
        <Pick
          label="From"
          current={from?.name ?? 'not said'}
          options={[{ id: '', name: 'Not said' }, ...others.map(({ id, name }) => ({ id, name }))]}
          onPick={(id) => onJudge({ gradedFrom: id })}
        />
      ) : (
        <Text>Add the frame as it came out of the camera too; then both can be held against each other.</Text>
      )}
      <Field
        most={LIMITS.noteLength}
        label="What was done to it"
        value={how ?? gradedHow}
        onChange={(text) => setHow(text)}
        onBlur={() => {
          if (how !== null && how !== gradedHow) onJudge({ gradedHow: how });
          setHow(null);
        }}
      />
      {error ? <Text role="alert">{error.message}</Text> : null}
      {from && before && found ? (
        <Table
          label="Before and after grading"
          columns={['What', 'Before', 'After']}
          rows={[
            {
              id: 'clip',
              cells: ['Clips, any channel', areaWords(before.summary.clipping.any), areaWords(found.summary.clipping.any)],
            },
            {
              id: 'lost',
              cells: ['Texture lost', areaWords(before.summary.clipping.lost), areaWords(found.summary.clipping.lost)],
            },
            { id: 'chroma', cells: ['Mean chroma at its places', chroma(before).toFixed(3), chroma(found).toFixed(3)] },
          ]}
        />
      ) : null}
      <Text size="label" quiet>
        What clipped in the camera stays lost; only the frame as it came is evidence for the lights.
      </Text>
    </Section>
  );
}
