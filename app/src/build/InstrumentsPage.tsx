import type { Look } from '@fulgent/core/document';
import { whatIsDisc, whatIsLevels } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import { Across, Disc, Levels } from '../charts/Scopes';
import { SPACE } from '../theme/theme';
import { Dial } from '../ui/Dial';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { WhatIs } from '../ui/WhatIs';
import { burntPart } from '../look/words';
import { frame } from '../workers/frame';
import { useStudy } from '../workers/useStudy';

const [READ_W, READ_H] = [240, 180];
/** What the whole picture holds, drawn. */
export function InstrumentsPage({ look }: { readonly look: Look }) {
  const [width, setWidth] = useState(0);
  const [at, setAt] = useState(40);
  const { value } = useStudy(
    () => frame().instruments({ look, width: READ_W, height: READ_H, fineness: 2 }, at / 100),
    `${at} ${JSON.stringify(look)}`,
  );
  const inner = Math.min(620, width - 2 * SPACE.m);
  return (
    <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {value && inner > 0 ? (
        <>
          <Section title="Levels" aside="share of the picture by stops from mid-grey">
            <Levels levels={value.levels} width={inner} />
            <WhatIs words={whatIsLevels(value.levels)} />
          </Section>
          <Section title="A line across" aside="each channel, stops from mid-grey">
            <Across line={value.line} ceiling={value.levels.ceilingStops} width={inner} />
            <StepperGrid>
              <Dial label="Height of the line, from the top" value={at} onChange={setAt} low={0} high={100} step={5} unit="%" />
            </StepperGrid>
          </Section>
          <Section title="Colours" aside="hue round, chroma outwards; rings are the palette’s">
            <Disc disc={value.disc} look={look} size={Math.min(320, inner)} />
            <WhatIs words={whatIsDisc(value.disc)} />
          </Section>
          <Section title="Highlights" aside="lost a channel; what passes">
            {value.highlights.map((burnt) => (
              <Text key={burnt.part} testID={`highlight-${burnt.part}`}>
                {burntPart(burnt)} {burnt.share > burnt.tolerance ? 'Too much: lower what lights it.' : 'Fine.'}
              </Text>
            ))}
            {value.highlights.length === 0 ? <Text quiet>No skin or hair in the picture.</Text> : null}
          </Section>
        </>
      ) : (
        <Section title="Levels">
          <Text quiet>Reading the picture …</Text>
        </Section>
      )}
    </View>
  );
}
