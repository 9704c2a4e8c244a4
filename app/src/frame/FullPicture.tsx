import type { Look } from '@fulgent/core/document';
import { formatPower } from '@fulgent/core/scene';
import { useRef, useState } from 'react';
import { Modal, Pressable, useWindowDimensions, View } from 'react-native';
import { exposureText } from '../look/exposure-text';
import { useOpenLook } from '../look/store';
import { gelText } from '../look/words';
import { SPACE, TOUCH } from '../theme/theme';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { FrameCanvas } from './FrameCanvas';
import { download, fileName } from '../ui/download';
import { pngWithText } from './png-text';

const BAR_PX = 64;
const BUTTON = {
  minHeight: TOUCH,
  paddingHorizontal: SPACE.m,
  justifyContent: 'center',
  backgroundColor: '#262626',
  borderRadius: 3,
} as const;

/** The picture over the whole screen: to judge it, to hold it against how the look was opened, to take it along. */
export function FullPicture({ look, onClose }: { readonly look: Look; readonly onClose: () => void }) {
  const window = useWindowDimensions();
  const before = useOpenLook((state) => state.opened);
  const [held, setHeld] = useState(false);
  const box = useRef<View>(null);
  const { sensorWidthMm, sensorHeightMm } = look.camera;
  const scale = Math.min(window.width / sensorWidthMm, (window.height - BAR_PX) / sensorHeightMm);
  const [width, height] = [Math.floor(sensorWidthMm * scale), Math.floor(sensorHeightMm * scale)];
  const shown = held && before ? before : look;
  return (
    <Modal visible animationType="none" onRequestClose={onClose} transparent={false}>
      <View style={{ flex: 1, backgroundColor: '#0d0d0d' }} role="dialog" aria-label="Picture, full screen">
        <View ref={box} style={{ flex: 1, alignItems: 'center', justifyContent: 'center' }}>
          <FrameCanvas
            sharp
            look={shown}
            width={width}
            height={height}
            label={held ? `${look.title}, as it was opened` : `Simulated picture of ${look.title}`}
          />
        </View>
        <View style={{ minHeight: BAR_PX, flexDirection: 'row', alignItems: 'center', gap: SPACE.s, paddingHorizontal: SPACE.m }}>
          <Pressable
            style={BUTTON}
            accessibilityRole="button"
            aria-pressed={held}
            onPressIn={() => setHeld(true)}
            onPressOut={() => setHeld(false)}
          >
            <Text size="label" weight="medium" style={{ color: '#f2f2f2' }}>
              {held ? 'As it was opened' : 'Hold to compare'}
            </Text>
          </Pressable>
          <Pressable
            style={BUTTON}
            accessibilityRole="button"
            onPress={() => void save((box.current as unknown as HTMLElement | null)?.querySelector('canvas') ?? null, look)}
          >
            <Text size="label" weight="medium" style={{ color: '#f2f2f2' }}>
              Save as PNG
            </Text>
          </Pressable>
          <View style={{ flex: 1 }} />
          <Pressable style={BUTTON} accessibilityRole="button" onPress={onClose}>
            <Text size="label" weight="medium" style={{ color: '#f2f2f2' }}>
              Close
            </Text>
          </Pressable>
        </View>
      </View>
    </Modal>
  );
}

/** Hands the picture over as a file, with what it was made from in its metadata. */
async function save(canvas: HTMLCanvasElement | null, look: Look): Promise<void> {
  const blob = await new Promise<Blob | null>((resolve) => (canvas ? canvas.toBlob(resolve, 'image/png') : resolve(null)));
  if (!blob) return say('There is no picture yet.');
  const settings = {
    camera: exposureText(look.camera),
    lights: look.lights.map((light) => ({
      name: light.name,
      power: formatPower(light.fixture, light.powerStops),
      with: gelText(light, look),
    })),
  };
  const bytes = pngWithText(new Uint8Array(await blob.arrayBuffer()), {
    Title: look.title,
    Software: 'Fulgent',
    Description: 'Simulated picture',
    Comment: JSON.stringify(settings),
  });
  download(new Blob([bytes], { type: 'image/png' }), `${fileName(look.title)}.png`);
}
