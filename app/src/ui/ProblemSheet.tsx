import { View } from 'react-native';
import { Button } from './Button';
import { Sheet } from './Sheet';
import { Text } from './Text';

interface Props {
  readonly problems: readonly string[];
  /** A way on in spite of them. */
  readonly anyway?: { readonly label: string; readonly run: () => void } | undefined;
  readonly onClose: () => void;
}

/** Says why a file was not taken. */
export function ProblemSheet({ problems, anyway, onClose }: Props) {
  return (
    <Sheet title="This file cannot be taken" onClose={onClose}>
      {problems.map((line) => (
        <Text key={line}>{line}</Text>
      ))}
      <Text quiet>Nothing was stored.</Text>
      {anyway ? (
        <View style={{ flexDirection: 'row' }}>
          <Button label={anyway.label} onPress={anyway.run} />
        </View>
      ) : null}
    </Sheet>
  );
}
