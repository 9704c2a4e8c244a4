import type { Emitter } from '@fulgent/core/document';
import type { PhotographedChannel } from '@fulgent/core/fixture';
import { useState } from 'react';
import { View } from 'react-native';
import { SPACE } from '../../theme/theme';
import { Button } from '../../ui/Button';
import { ApertureDial, IsoDial, ShutterDial } from '../../ui/Dial';
import { chooseFile } from '../../ui/files';
import { StepperGrid } from '../../ui/Stepper';
import { study } from '../../workers/study';

interface Props {
  readonly channels: () => readonly { readonly name: string; readonly channel: Emitter['channel'] }[];
  readonly onRead: (i: number, read: PhotographedChannel) => void;
  readonly failed: (error: unknown) => void;
}

/** Channels by pictures of a grey card: one in a steady light, one with each channel besides. */
export function ChannelPhotos({ channels, onRead, failed }: Props) {
  const [exposure, setExposure] = useState({ aperture: 4, iso: 100, shutterS: 1 / 60 });
  const [base, setBase] = useState<File | null>(null);
  const [taken, setTaken] = useState<ReadonlySet<number>>(new Set());
  const takeBase = async () => {
    const file = await chooseFile('image/*');
    if (!file) return;
    setBase(file);
    setTaken(new Set());
  };
  const take = async (i: number, channel: Emitter['channel']) => {
    const file = await chooseFile('image/*');
    if (!file || !base) return;
    try {
      onRead(i, await study().channelFromPhotos(base, file, exposure, channel));
      setTaken((before) => new Set([...before, i]));
    } catch (error) {
      failed(error);
    }
  };
  return (
    <View style={{ gap: SPACE.s }}>
      <StepperGrid>
        <ApertureDial value={exposure.aperture} onChange={(aperture) => setExposure({ ...exposure, aperture })} />
        <ShutterDial label="Shutter" value={exposure.shutterS} onChange={(shutterS) => setExposure({ ...exposure, shutterS })} />
        <IsoDial value={exposure.iso} onChange={(iso) => setExposure({ ...exposure, iso })} />
      </StepperGrid>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button
          label={base ? `Steady light: ${base.name}` : 'Card in the steady light'}
          icon="image"
          filled={!base}
          onPress={() => void takeBase()}
        />
        {base
          ? channels().map(({ name, channel }, i) => (
              <Button
                key={i}
                label={`${taken.has(i) ? 'Read: ' : 'With '}${name || `channel ${i + 1}`}`}
                icon={taken.has(i) ? 'check' : 'image'}
                onPress={() => void take(i, channel)}
              />
            ))
          : null}
      </View>
    </View>
  );
}
