import type { BundledFixture, Given, TextFile } from '@fulgent/core/files';
import { useState } from 'react';
import { View } from 'react-native';
import { SPACE, themed } from '../../theme/theme';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { chooseFiles, textsOf } from '../../ui/files';
import { Text } from '../../ui/Text';
import { study } from '../../workers/study';
import type { FormProps } from './fields';

const useStyles = themed((t) => ({
  found: { gap: SPACE.s, paddingVertical: SPACE.s, borderTopWidth: 1, borderTopColor: t.line },
}));

const ACCEPTED = '.zip,.json,.csv,.txt,.tsv,.xml,.spdx,.ies';

/** Fixtures from open descriptions: one file, the files of a folder, or a zip. What is there is shown before it is taken; what is missing is asked for. */
export function FromFiles({ store, failed }: FormProps) {
  const styles = useStyles();
  const [files, setFiles] = useState<readonly TextFile[]>([]);
  const [given, setGiven] = useState<Given>({});
  const [found, setFound] = useState<readonly BundledFixture[]>([]);
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  const look = async (all: readonly TextFile[], known: Given) => {
    setFound(await study().readBundle(all, known));
    setFiles(all);
    setGiven(known);
  };
  const choose = async (before: readonly TextFile[]) => {
    const chosen = await chooseFiles(ACCEPTED);
    if (chosen.length === 0) return;
    try {
      const more = await unpacked(chosen);
      const names = new Set(more.map(({ name }) => name.toLowerCase()));
      await look([...before.filter(({ name }) => !names.has(name.toLowerCase())), ...more], before.length ? given : {});
    } catch (error) {
      failed(error);
    }
  };
  const answer = (file: string, field: string, text: string) => {
    const number = Number(text.replace(',', '.'));
    const value = text.trim() !== '' && Number.isFinite(number) ? number : text;
    void look(files, { ...given, [file]: { ...given[file], [field]: value } }).catch(failed);
  };
  const take = async ({ fixture, file }: BundledFixture) => {
    if (!fixture) return;
    try {
      const { note: _note, ...described } = fixture;
      const last = found.every((one) => one.file === file || taken.has(one.file) || !one.fixture);
      await store({ kind: 'fixture', ...described }, 1, { stay: !last });
      setTaken(new Set([...taken, file]));
    } catch (error) {
      failed(error);
    }
  };
  return (
    <View style={{ gap: SPACE.s }}>
      <Text size="label" quiet>
        A fixture file, or a folder or zip of them with their spectra (TM-27-14 or CSV), beams (LM-63) and slots (CSV).
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button label="Choose the files" icon="file-text" filled={found.length === 0} onPress={() => void choose([])} />
        {found.some(({ missingFiles }) => missingFiles.length > 0) ? (
          <Button label="Add what is missing" icon="plus" onPress={() => void choose(files)} />
        ) : null}
      </View>
      {found.map((one) => (
        <View key={one.file} style={styles.found} role="group" aria-label={one.name}>
          <Text weight="strong">{one.name}</Text>
          <Text size="label" quiet>
            {stateOf(one, taken.has(one.file))}
          </Text>
          {one.problems.slice(0, 6).map(({ field, message }) => (
            <Text key={field + message} size="label" role="alert">
              {field ? `${field}: ` : ''}
              {message}
            </Text>
          ))}
          {one.missingFields.map((field) => (
            <Missing key={field} field={field} onAnswer={(text) => answer(one.file, field, text)} />
          ))}
          {one.fixture && !taken.has(one.file) ? (
            <View style={{ flexDirection: 'row' }}>
              <Button
                label="Add to the kit"
                accessibilityLabel={`Add ${one.name} to the kit`}
                filled
                onPress={() => void take(one)}
              />
            </View>
          ) : null}
        </View>
      ))}
    </View>
  );
}

function Missing({ field, onAnswer }: { readonly field: string; readonly onAnswer: (text: string) => void }) {
  const [text, setText] = useState('');
  const told = () => {
    if (text.trim()) onAnswer(text.trim());
  };
  return <Field label={`Missing: ${field}`} value={text} onChange={setText} onBlur={told} onSubmit={told} />;
}

function stateOf({ file, fixture, missingFiles, missingFields, problems }: BundledFixture, isTaken: boolean): string {
  if (isTaken) return `${file}: in the kit.`;
  if (fixture) return `${file}: can be taken.`;
  if (missingFiles.length > 0) return `${file}: ${missingFiles.join(', ')} ${missingFiles.length > 1 ? 'are' : 'is'} missing.`;
  return problems.length > 0 ? `${file}: cannot be used.` : `${file}: ${missingFields.length} figures are missing; type them.`;
}

/** Files as chosen, those of zips unpacked. */
async function unpacked(chosen: readonly File[]): Promise<TextFile[]> {
  const zips = chosen.filter(({ name }) => /\.zip$/i.test(name));
  const plain = await textsOf(chosen.filter((file) => !zips.includes(file)));
  const within = await Promise.all(
    zips.map(async (file) => study().readZip(new Uint8Array(await file.slice(0, LARGEST_ZIP + 1).arrayBuffer()))),
  );
  return [...plain, ...within.flat()];
}

/** More of a zip is not read: it is refused by then. */
const LARGEST_ZIP = 2_000_000;
