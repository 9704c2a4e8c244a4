import type { Look } from '@fulgent/core/document';
import { whatIsEvenness } from '@fulgent/words';
import { memo, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { useOpenLook } from '../look/store';
import { chooseLight, useChosen } from '../look/ui-state';
import { SPACE } from '../theme/theme';
import { Choice } from '../ui/Button';
import { useLate } from '../ui/held';
import { Topic, TopicsSwitch } from '../ui/Section';
import { Text } from '../ui/Text';
import { WaitingRows } from '../ui/Waiting';
import { WhatIs } from '../ui/WhatIs';
import { useComputed } from '../workers/useComputed';
import { AirSection } from './AirSection';
import { BoardsSection } from './BoardsSection';
import { EvennessChart } from './EvennessChart';
import { LightFields, ReachSection, StoodSection } from './LightSections';
import { PlanPart } from './PlanPart';
import { RoomSection } from './RoomSection';
import { SubjectSection } from './SubjectSection';

const PARTS = [
  { id: 'lights', name: 'Lights' },
  { id: 'boards', name: 'Flags' },
  { id: 'subject', name: 'Subject' },
  { id: 'room', name: 'Room' },
  { id: 'air', name: 'Air, lens' },
] as const;
type Part = (typeof PARTS)[number]['id'];

/** The set as a plan to work on, and below it, part by part, what stands on it. */
export function SetStep() {
  const look = useOpenLook((state) => state.look);
  const readings = useOpenLook((state) => state.readings);
  const selected = useChosen((state) => state.light);
  const [width, setWidth] = useState(0);
  const [part, setPart] = useState<Part>('lights');
  const late = useLate(look);
  if (!look || !readings || !late) return <WaitingRows count={6} />;
  const light = look.lights.find(({ id }) => id === selected) ?? look.lights[0];
  return (
    <ScrollView onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {width > 0 ? <PlanPart look={look} readings={readings} selected={light?.id ?? null} width={width} /> : null}
      <View style={{ padding: SPACE.m, paddingBottom: 0 }}>
        <Choice scroll label="Part of the set" options={PARTS} value={part} onChange={setPart} />
      </View>
      <PartOfSet look={late} part={part} lightId={light?.id ?? null} width={width} />
      <View style={{ padding: SPACE.m }}>
        <Text size="label" quiet>
          Sandbag stands, tape cables down, keep exits clear, put a safety on everything overhead: local codes and licensed
          practice decide.
        </Text>
      </View>
      <TopicsSwitch />
    </ScrollView>
  );
}

/** What stands on the set, part by part, in figures. */
const PartOfSet = memo(function PartOfSet({
  look,
  part,
  lightId,
  width,
}: {
  readonly look: Look;
  readonly part: Part;
  readonly lightId: string | null;
  readonly width: number;
}) {
  const light = look.lights.find(({ id }) => id === lightId);
  return (
    <>
      {part === 'lights' && look.lights.length ? (
        <View style={{ padding: SPACE.m, paddingBottom: 0 }}>
          <Choice scroll label="Light to place" options={look.lights} value={light?.id ?? null} onChange={chooseLight} />
        </View>
      ) : null}
      {part === 'lights' && light ? (
        <>
          <LightFields look={look} light={light} />
          <StoodSection look={look} light={light} />
          <ReachSection look={look} light={light} />
        </>
      ) : null}
      {part === 'boards' ? <BoardsSection look={look} /> : null}
      {part === 'subject' ? <SubjectSection look={look} /> : null}
      {part === 'room' ? <RoomSection look={look} /> : null}
      {part === 'room' ? <EvennessSection look={look} width={width - 2 * SPACE.m} /> : null}
      {part === 'air' ? <AirSection look={look} /> : null}
    </>
  );
});

function EvennessSection({ look, width }: { readonly look: Look; readonly width: number }) {
  const evenness = useComputed('backdropEvenness', look);
  return (
    <Topic
      id="set.evenness"
      title="Across the backdrop"
      now={evenness ? `${evenness.spanStops.toFixed(1)} stops from end to end` : ''}
    >
      {evenness && width > 0 ? (
        <>
          <EvennessChart evenness={evenness} width={width} />
          <WhatIs words={whatIsEvenness(evenness)} />
        </>
      ) : null}
    </Topic>
  );
}
