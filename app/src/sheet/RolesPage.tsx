import { roleSheets } from '@fulgent/words';
import type { Look } from '@fulgent/core/document';
import { useRouter, type Href } from 'expo-router';
import { View } from 'react-native';
import { useOpenLook } from '../look/store';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';

/** One list for everybody: what they hold, where it stands, what they dial. */
export function RolesPage({ look }: { readonly look: Look }) {
  const router = useRouter();
  const id = useOpenLook((state) => state.id);
  return (
    <View>
      {roleSheets(look).map(({ who, tasks }) => (
        <Section key={who} title={who} aside={`${tasks.length} ${tasks.length === 1 ? 'light' : 'lights'}`}>
          {tasks.map(({ lightId, text }, i) => (
            <Text key={lightId}>
              {i + 1}. {text}.
            </Text>
          ))}
        </Section>
      ))}
      <View style={{ padding: SPACE.m, gap: SPACE.s }}>
        <Text size="label" quiet>
          Name who helps with a light, and it moves to a list of their own. Everybody knows the cue that stops, and where the way
          out is.
        </Text>
        <Button label="Name helpers under Safety" onPress={() => router.navigate(`/looks/${id}/sheet/safety` as Href)} />
      </View>
    </View>
  );
}
