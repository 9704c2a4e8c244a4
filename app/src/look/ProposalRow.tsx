import type { Look } from '@fulgent/core/document';
import type { Change } from '@fulgent/core/planning';
import { proposalWords } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { ComparedPicture } from './ComparedPicture';
import { edit, undo } from './store';

interface Shown {
  readonly change: Change;
  /** The look with the change made. */
  readonly look: Look;
}

const useStyles = themed((t) => ({
  row: { gap: SPACE.s, paddingVertical: SPACE.s, borderBottomWidth: 1, borderBottomColor: t.line },
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s },
}));

/** Something that can be done about the look: what it is, what it costs, how the picture would be, and the button that does it. */
export function ProposalRow({
  look,
  proposal,
  figures,
  onDone,
  onTake,
}: {
  readonly look: Look;
  readonly proposal: Shown;
  /** What it achieves, in figures. */
  readonly figures: string;
  readonly onDone?: () => void;
  /** Takes the changed look where it is not the open one. */
  readonly onTake?: (look: Look) => void;
}) {
  const styles = useStyles();
  const [open, setOpen] = useState(false);
  const { text, cost } = proposalWords(proposal.change);
  const take = () => {
    if (onTake) return onTake(proposal.look);
    edit('proposal', (now) => ({ ...proposal.look, title: now.title }));
    say(`Done: ${text}`, { label: 'Undo', run: undo });
    onDone?.();
  };
  return (
    <View style={styles.row} testID="proposal">
      <Text weight="medium">{text}</Text>
      <Text size="label" quiet>
        {[figures, cost].filter(Boolean).join(' ')}
      </Text>
      {open ? <ComparedPicture before={look} after={proposal.look} /> : null}
      <View style={styles.acts}>
        <Button
          label={open ? 'Hide' : 'See'}
          accessibilityLabel={`${open ? 'Hide' : 'See'}: ${text}`}
          tight
          onPress={() => setOpen(!open)}
        />
        <Button label="Do it" accessibilityLabel={`Do it: ${text}`} tight onPress={take} />
      </View>
    </View>
  );
}
