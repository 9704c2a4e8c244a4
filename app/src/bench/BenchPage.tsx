import { View } from 'react-native';
import { LinkRow } from '../ui/LinkRow';
import { SectionFrame } from '../ui/SectionFrame';
import { Text } from '../ui/Text';
import { TOOLS } from './tools';

/** Single questions, answered without a look. */
export function BenchPage() {
  return (
    <SectionFrame>
      <Text size="huge" weight="strong" role="heading" aria-level={1}>
        Bench
      </Text>
      <View>
        {TOOLS.map(({ id, name, text }) => (
          <LinkRow key={id} href={`/bench/${id}`} name={name} text={text} />
        ))}
      </View>
    </SectionFrame>
  );
}
