import type { Cluster, Look } from '@fulgent/core/document';
import { againstReference } from '@fulgent/core/planning';
import { colourWord, percentWords } from '@fulgent/words';
import { View } from 'react-native';
import { clusterHex } from '../look/clusters';
import { SPACE, themed } from '../theme/theme';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    paddingVertical: SPACE.xs,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  swatches: { flexDirection: 'row' },
  swatch: { width: 22, height: 30 },
}));

const COLOURS = 6;

async function coloursOf(src: string): Promise<readonly Cluster[]> {
  const answer = await fetch(src);
  if (!answer.ok) throw new Error(`The picture of this frame cannot be had (${answer.status}).`);
  return (await study().clusters(await answer.blob(), COLOURS)).clusters;
}

/** A frame's colours against those of the look's references: what was asked for, what came of it, and how far that is. */
export function ReferenceMet({ look, src }: { readonly look: Look; readonly src: string }) {
  const styles = useStyles();
  const { references } = look.brief;
  const { value: found, error } = useStudy(() => coloursOf(src), references.length ? src : null);
  if (references.length === 0) return null;
  if (error)
    return (
      <Section title="Against the reference">
        <Text role="alert">{error}</Text>
      </Section>
    );
  if (!found) return null;
  return (
    <>
      {references.map((reference) => {
        const list = againstReference(reference, found);
        const met = list.filter(({ isMet }) => isMet).length;
        return (
          <Section key={reference.id} title={`Against ${reference.name}`} aside={`${met} of ${list.length} colours met`}>
            {list.map(({ target, found: own, distance, isMet }, i) => (
              <View key={i} style={styles.row} testID={`target-${reference.id}-${i}`}>
                <View style={styles.swatches}>
                  <View testID="light-colour" style={[styles.swatch, { backgroundColor: clusterHex(target) }]} />
                  {own ? <View testID="light-colour" style={[styles.swatch, { backgroundColor: clusterHex(own) }]} /> : null}
                </View>
                <Text size="label" weight={isMet ? 'regular' : 'strong'} style={{ flex: 1 }}>
                  {colourWord(target)}, {percentWords(target.share)}:{' '}
                  {own ? `${isMet ? 'met' : 'not met'}, ${distance.toFixed(2)} away` : 'nothing of it'}
                  {own && !isMet ? `; nearest is ${colourWord(own)}` : ''}
                </Text>
              </View>
            ))}
          </Section>
        );
      })}
    </>
  );
}
