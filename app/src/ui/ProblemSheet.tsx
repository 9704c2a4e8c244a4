import { Sheet } from './Sheet';
import { Text } from './Text';

/** Says why a file was not taken. */
export function ProblemSheet({ problems, onClose }: { readonly problems: readonly string[]; readonly onClose: () => void }) {
  return (
    <Sheet title="This file cannot be taken" onClose={onClose}>
      {problems.map((line) => (
        <Text key={line}>{line}</Text>
      ))}
      <Text quiet>Nothing was stored.</Text>
    </Sheet>
  );
}
