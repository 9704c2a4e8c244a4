import { useState } from 'react';
import { View } from 'react-native';
import { SPACE } from '../theme/theme';
import { Button } from './Button';
import { chooseFile } from './files';
import { problemLines } from './problems';
import { Text } from './Text';

interface Frames {
  readonly without?: File;
  readonly through?: File;
}

/** Two frames of one thing, without and through what is measured, and what they say together. */
export function useFramePair<T>(measure: (without: File, through: File) => Promise<T>) {
  const [frames, setFrames] = useState<Frames>({});
  const [found, setFound] = useState<T | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const take = async (which: keyof Frames) => {
    const file = await chooseFile('image/*');
    if (!file) return;
    const both = { ...frames, [which]: file };
    setFrames(both);
    setFound(null);
    setProblem(null);
    if (!both.without || !both.through) return;
    try {
      setFound(await measure(both.without, both.through));
    } catch (error) {
      setProblem(problemLines(error)[0]!);
    }
  };
  const clear = () => {
    setFound(null);
    setFrames({});
  };
  return { frames, found, problem, setProblem, take, clear };
}

/** The buttons that take both frames. */
export function FramePairButtons({
  frames,
  take,
  names,
}: {
  readonly frames: Frames;
  readonly take: (which: keyof Frames) => Promise<void>;
  /** What each is called before it is there, and after. */
  readonly names: Readonly<Record<keyof Frames, readonly [before: string, after: string]>>;
}) {
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
      {(['without', 'through'] as const).map((which) => {
        const [before, after] = names[which];
        const file = frames[which];
        return (
          <Button key={which} label={file ? `${after}: ${file.name}` : before} icon="image" onPress={() => void take(which)} />
        );
      })}
    </View>
  );
}

/** What is wrong, said to whoever listens. */
export function Alert({ text }: { readonly text: string | null }) {
  return text ? (
    <Text weight="strong" role="alert">
      {text}
    </Text>
  ) : null;
}
