import { LIMITS, type Look } from '@fulgent/core/document';
import { useState } from 'react';
import { View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Topic } from '../ui/Section';
import { Text } from '../ui/Text';
import { changeBrief } from './edits';
import { freshId } from './fresh-id';

type Brief = Look['brief'];

const useStyles = themed(() => ({ row: { flexDirection: 'row', alignItems: 'center', gap: SPACE.s } }));

/** What colours may be read as: notes to change, shown beside the palette. */
export function AssociationsSection({ brief }: { readonly brief: Brief }) {
  const styles = useStyles();
  const [open, setOpen] = useState(false);
  const put = (associations: Brief['associations'], key = 'associations') => changeBrief(key, { associations });
  return (
    <Topic id="brief.associations" title="What colours may say" now={`${brief.associations.length} notes, yours to change`}>
      <Text size="label" quiet>
        They differ by place and time. They only show beside the palette.
      </Text>
      <Button label={open ? 'Close the notes' : 'Show the notes'} onPress={() => setOpen(!open)} />
      {open
        ? brief.associations.map((one) => {
            const change = (key: string, part: Partial<typeof one>) =>
              put(
                brief.associations.map((other) => (other.id === one.id ? { ...other, ...part } : other)),
                `association.${one.id}.${key}`,
              );
            const name = [one.colour, one.withColour].filter(Boolean).join(' with ');
            return (
              <View key={one.id} style={styles.row}>
                <View style={{ flex: 1 }}>
                  <Field
                    most={LIMITS.noteLength}
                    label={name || 'Colour'}
                    value={one.reads}
                    onChange={(reads) => change('reads', { reads })}
                  />
                </View>
                <IconButton
                  icon="x"
                  label={`Remove the note on ${name}`}
                  onPress={() => put(brief.associations.filter(({ id }) => id !== one.id))}
                />
              </View>
            );
          })
        : null}
      {open ? (
        <NewAssociation
          onAdd={(colour, withColour, reads) =>
            put([...brief.associations, { id: freshId(brief.associations, 'note'), colour, withColour, reads }])
          }
        />
      ) : null}
    </Topic>
  );
}

function NewAssociation({ onAdd }: { readonly onAdd: (colour: string, withColour: string, reads: string) => void }) {
  const [colour, setColour] = useState('');
  const [withColour, setWith] = useState('');
  const [reads, setReads] = useState('');
  return (
    <View style={{ gap: SPACE.s }}>
      <Field label="Colour, such as amber" value={colour} onChange={setColour} />
      <Field label="Together with (may stay empty)" value={withColour} onChange={setWith} />
      <Field label="May be read as" value={reads} onChange={setReads} />
      <Button
        label="Add the note"
        disabled={!colour.trim() || !reads.trim()}
        onPress={() => {
          onAdd(
            colour.trim().slice(0, LIMITS.nameLength),
            withColour.trim().slice(0, LIMITS.nameLength),
            reads.trim().slice(0, LIMITS.noteLength),
          );
          setColour('');
          setWith('');
          setReads('');
        }}
      />
    </View>
  );
}
