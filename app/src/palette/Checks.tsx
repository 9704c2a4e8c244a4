import type { PaletteCheck } from '@fulgent/core/planning';
import { checkWords } from '@fulgent/words';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { useKitEntries } from '../kit/useKit';
import { ProposalRow } from '../look/ProposalRow';
import { useOpenLook } from '../look/store';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { accept } from './edits';

/** Start of the ids of checks on one member's colour. */
const TARGET = 'target:';
/** What only a person can answer: nothing on the look would. */
const FOR_A_PERSON: ReadonlySet<PaletteCheck['finding']['kind']> = new Set(['purpose', 'motive', 'off-target', 'no-edge']);

const useStyles = themed(() => ({
  check: { paddingVertical: SPACE.xs, gap: SPACE.xs },
  actions: { flexDirection: 'row', gap: SPACE.s, flexWrap: 'wrap' },
}));

/** Those that ask something first, then those that hold in short. */
export function Checks({
  checks,
  onMember,
}: {
  readonly checks: readonly PaletteCheck[];
  readonly onMember: (id: string) => void;
}) {
  const styles = useStyles();
  const [all, setAll] = useState(false);
  const asking = checks.filter(({ holds, accepted }) => !holds && !accepted);
  const rest = checks.filter(({ holds, accepted }) => holds || accepted);
  return (
    <View style={{ gap: SPACE.s }} testID="checks">
      {asking.length === 0 ? <Text>Nothing asks for a second look.</Text> : null}
      {asking.map((check) => (
        <Asking key={check.id} check={check} onMember={onMember} />
      ))}
      {rest.length ? (
        <Button label={all ? 'Hide what holds' : `${rest.length} more hold or are on purpose`} onPress={() => setAll(!all)} />
      ) : null}
      {all
        ? rest.map((check) => (
            <View key={check.id} style={styles.check} testID={`check-${check.id}`}>
              <Said check={check} />
              {check.accepted ? (
                <View style={styles.actions}>
                  <Button label="Not intended" onPress={() => accept(check.id, false)} />
                </View>
              ) : null}
            </View>
          ))
        : null}
    </View>
  );
}

/** A check that asks: what would answer it, or that it is meant so. */
function Asking({ check, onMember }: { readonly check: PaletteCheck; readonly onMember: (id: string) => void }) {
  const styles = useStyles();
  const [open, setOpen] = useState(false);
  const { title } = checkWords(check);
  return (
    <View style={styles.check} testID={`check-${check.id}`}>
      <Said check={check} />
      <View style={styles.actions}>
        {FOR_A_PERSON.has(check.finding.kind) ? null : (
          <Button
            label={open ? 'Hide' : 'What would help'}
            accessibilityLabel={`${open ? 'Hide what would help' : 'What would help'}: ${title}`}
            onPress={() => setOpen(!open)}
          />
        )}
        {check.id.startsWith(TARGET) ? (
          <Button label="How to make it" onPress={() => onMember(check.id.slice(TARGET.length))} />
        ) : null}
        <Button label="Intended" onPress={() => accept(check.id, true)} />
      </View>
      {open ? <Remedies id={check.id} /> : null}
    </View>
  );
}

function Remedies({ id }: { readonly id: string }) {
  const look = useOpenLook((state) => state.look)!;
  const kit = useKitEntries();
  const key = useMemo(() => ({ look, kit, id }), [look, kit, id]);
  const { value: list } = useStudy(() => study().checkRemedies(look, id, kit), key);
  if (!list) return <Waiting height={64} />;
  if (list.length === 0)
    return <Text quiet>Nothing that this kit can do on lights that are not locked. It may be meant so.</Text>;
  return (
    <View>
      {list.map((remedy) => (
        <ProposalRow
          key={`${remedy.change.kind} ${remedy.lightId}`}
          look={look}
          proposal={remedy}
          figures={remedy.holds ? 'It holds then.' : 'It helps a part of the way.'}
        />
      ))}
    </View>
  );
}

function Said({ check }: { readonly check: PaletteCheck }) {
  const { title, text } = checkWords(check);
  return (
    <Text>
      <Text weight="strong">{title}</Text> <Text quiet>{text}</Text>
    </Text>
  );
}
