import type { FrameKind, FrameRecord, FrameStep } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import { useState } from 'react';
import { View } from 'react-native';
import useSWR from 'swr';
import { api } from '../api/client';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { chooseFile, PICTURE_FILES } from '../ui/files';
import { Pick as PickOne } from '../ui/Pick';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { frameName, KIND_NAMES } from './frame-words';

const KINDS = Object.entries(KIND_NAMES).map(([id, name]) => ({ id, name }));

/** What a frame is taken of. */
export type Asked = Pick<FrameStep, 'kind' | 'lightId' | 'stops'>;

export const ASKED_AT_FIRST: Asked = { kind: 'full', lightId: '', stops: 0 };

/** Loads a frame, or has the simulated camera take one, of what is asked. */
export function AddFrame({
  look,
  id,
  asked: { kind, lightId: wanted, stops },
  onAsked,
  onAdded,
}: {
  readonly look: Look;
  readonly id: string;
  readonly asked: Asked;
  /** Null leaves it to the checklist again. */
  readonly onAsked: (asked: Asked | null) => void;
  readonly onAdded: () => Promise<unknown>;
}) {
  const { data: devices } = useSWR<{ on: boolean }>(api.devices);
  const lightId = wanted || (look.lights[0]?.id ?? '');
  const [busy, setBusy] = useState(false);

  const work = async (make: () => Promise<FrameRecord>) => {
    setBusy(true);
    try {
      const frame = await make();
      await onAdded();
      onAsked(null);
      say(`${frame.name} is here.`);
    } catch (failure) {
      say(failure instanceof Error ? failure.message : String(failure));
    } finally {
      setBusy(false);
    }
  };
  const load = () =>
    void chooseFile(PICTURE_FILES).then((file) => {
      if (!file) return undefined;
      const name = frameName(file, 'Frame');
      return work(() =>
        api.addFrame(id, file, {
          name,
          kind,
          light: isOfLight(kind) ? lightId : '',
          stops: kind === 'bracket' ? stops : 0,
          video: false,
        }),
      );
    });
  const shoot = () =>
    void work(() =>
      api.shoot(
        id,
        kind === 'bracket' ? { light: lightId, stops } : { alone: kind === 'black' ? 'none' : kind === 'alone' ? lightId : '' },
      ),
    );
  return (
    <Section title="Add a frame" aside="JPEG, PNG or TIFF">
      <WhatItShows look={look} asked={{ kind, lightId, stops }} onAsked={onAsked} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button label={busy ? 'Reading…' : 'Load a file'} icon="download" filled disabled={busy} onPress={load} />
        {devices?.on ? <Button label="Simulated camera" disabled={busy} onPress={shoot} /> : null}
      </View>
      <Text size="label" quiet>
        Straight from the camera, with the curve as plain as it goes: what was graded is no evidence. Lock the power first where
        the camera meters the flash.
      </Text>
    </Section>
  );
}

function WhatItShows({
  look,
  asked: { kind, lightId, stops },
  onAsked,
}: {
  readonly look: Look;
  readonly asked: Asked;
  readonly onAsked: (asked: Asked) => void;
}) {
  const light = look.lights.find((one) => one.id === lightId);
  return (
    <>
      <PickOne
        label="Shows"
        current={KIND_NAMES[kind]}
        options={KINDS}
        onPick={(one) => onAsked({ kind: one as FrameKind, lightId, stops: 0 })}
      />
      {isOfLight(kind) && light ? (
        <PickOne
          label="Light"
          current={light.name}
          options={look.lights.map(({ id: one, name }) => ({ id: one, name }))}
          onPick={(one) => onAsked({ kind, lightId: one, stops })}
        />
      ) : null}
      {kind === 'bracket' ? (
        <StepperGrid>
          <Dial
            label="From the plan"
            value={stops}
            onChange={(next) => onAsked({ kind, lightId, stops: next })}
            low={-6}
            high={6}
            step={1}
            unit="stops"
          />
        </StepperGrid>
      ) : null}
    </>
  );
}

const isOfLight = (kind: FrameKind) => kind === 'alone' || kind === 'bracket';
