import type { Look } from '@fulgent/core/document';
import { FAULT_NAMES, FAULT_WORDS, type Cause, type FaultWord } from '@fulgent/core/planning';
import { causeHelpWords, findingWords } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import { useKitEntries } from '../kit/useKit';
import { ProposalRow } from '../look/ProposalRow';
import { SPACE, themed } from '../theme/theme';
import { Choice } from '../ui/Button';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';

const WORDS = FAULT_WORDS.map((id) => ({ id, name: FAULT_NAMES[id] }));

const useStyles = themed((t) => ({
  cause: { gap: SPACE.s },
  track: { height: 4, backgroundColor: t.raised },
  bar: { height: 4, backgroundColor: t.text },
}));

/** From the word for what is wrong to what makes it so. */
export function WrongPage({ look }: { readonly look: Look }) {
  const [word, setWord] = useState<FaultWord>('washed-out');
  const kit = useKitEntries();
  const { value, error } = useStudy(
    async () => ({ word, look, causes: await study().causes(look, word, kit) }),
    `${word} ${kit.length} ${JSON.stringify(look)}`,
  );
  const causes = value?.word === word ? value.causes : null;
  return (
    <Section title="It is" aside="likeliest first">
      <Choice label="What is wrong" options={WORDS} value={word} onChange={setWord} />
      {error ? <Text role="alert">{error}</Text> : null}
      {causes === null ? <Text quiet>Trying every cure on this look …</Text> : null}
      {causes?.length === 0 ? (
        <Text testID="no-cause">
          Nothing tried here would change that: by its figures this look is not {FAULT_NAMES[word].toLowerCase()}.
        </Text>
      ) : null}
      <View style={{ gap: SPACE.m }} testID="causes">
        {causes?.map((cause) => (
          <CauseCard key={JSON.stringify([cause.finding, cause.change])} look={look} cause={cause} />
        ))}
      </View>
    </Section>
  );
}

function CauseCard({ look, cause }: { readonly look: Look; readonly cause: Cause }) {
  const styles = useStyles();
  const { title, evidence } = findingWords(cause.finding);
  return (
    <View style={styles.cause}>
      <Text weight="strong">{title}</Text>
      <Text size="label">{evidence}</Text>
      <View style={styles.track}>
        <View style={[styles.bar, { width: `${Math.round(100 * cause.helps)}%` }]} />
      </View>
      <ProposalRow look={look} proposal={cause} figures={causeHelpWords(cause)} />
    </View>
  );
}
