import type { FrameRecord } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { api } from '../api/client';
import { useOpenLook } from '../look/store';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { useFrames } from './useReading';
import { study } from '../workers/study';

const WIDEST = 420;

/** Real frames of one light each, added up in linear light at other powers: a relight without shooting again. */
export function ReweighPage({ look }: { readonly look: Look }) {
  const id = useOpenLook((state) => state.id)!;
  const { data: frames } = useFrames(api.framesOf(id));
  const newest = new Map<string, FrameRecord>();
  for (const frame of frames ?? []) if (frame.kind === 'alone') newest.set(frame.lightId, frame);
  const used = [...newest.values()];
  const black = frames?.filter(({ kind }) => kind === 'black').at(-1) ?? null;
  const [stops, setStops] = useState<Readonly<Record<string, number>>>({});
  const canvas = useRef<HTMLCanvasElement>(null);
  const [error, setError] = useState<string | null>(null);
  const first = used[0];
  const key = JSON.stringify([used.map(({ id: one }) => one), used.map(({ lightId }) => stops[lightId] ?? 0), black?.id]);
  useEffect(() => {
    const [ids, powers, blackId] = JSON.parse(key) as [string[], number[], string | undefined];
    if (ids.length === 0) return undefined;
    let stale = false;
    const blobOf = async (one: string) => (await fetch(api.framePicture(one))).blob();
    Promise.all([Promise.all(ids.map(blobOf)), blackId ? blobOf(blackId) : Promise.resolve(null)])
      .then(([blobs, floor]) => study().reweigh(blobs, powers, floor))
      .then(
        (picture) => {
          const target = canvas.current;
          if (stale || !target) return;
          [target.width, target.height] = [picture.width, picture.height];
          target.getContext('2d')!.putImageData(picture, 0, 0);
          target.dataset['shown'] = powers.join();
          setError(null);
        },
        (reason: unknown) => {
          if (!stale) setError(reason instanceof Error ? reason.message : String(reason));
        },
      );
    return () => {
      stale = true;
    };
  }, [key]);
  if (!first) {
    return (
      <View style={{ padding: SPACE.m }}>
        <Text>Take a frame of each light alone first; they are added up here.</Text>
      </View>
    );
  }
  return (
    <Section title="Sum of the frames" aside={black ? 'the black frame taken off' : 'no black frame'}>
      {/* react-native has no canvas of its own. */}
      <canvas
        ref={canvas}
        data-testid="light-colour"
        aria-label="The frames added up"
        role="img"
        style={{ width: '100%', maxWidth: WIDEST, aspectRatio: `${first.widthPx} / ${first.heightPx}` }}
      />
      {error ? <Text role="alert">{error}</Text> : null}
      <StepperGrid>
        {used.map(({ lightId }) => (
          <Dial
            key={lightId}
            label={look.lights.find((light) => light.id === lightId)?.name ?? lightId}
            value={stops[lightId] ?? 0}
            onChange={(value) => setStops({ ...stops, [lightId]: value })}
            low={-8}
            high={4}
            step={1 / 3}
            show={(value) => formatStops(value)}
          />
        ))}
      </StepperGrid>
      <Button label="As they were taken" onPress={() => setStops({})} />
      <Text size="label" quiet>
        Light adds up in linear values, so this is the frame that these powers would give, as far as no frame clips by itself.
      </Text>
    </Section>
  );
}
