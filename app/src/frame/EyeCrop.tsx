import type { Look } from '@fulgent/core/document';
import { EYES_ASPECT, EYES_M, eyesAt, NEAR_ASPECT, throughLongLens } from '@fulgent/core/scene';
import { viewOf } from '@fulgent/core/transport';
import { useMemo } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { Text } from '../ui/Text';
import { FrameCanvas } from './FrameCanvas';
import { projected } from './project';

const styles = StyleSheet.create({ crop: { overflow: 'hidden', backgroundColor: '#000000' }, whole: { position: 'absolute' } });

/** How high the band about the eyes is. */
const bandOf = (width: number): number => Math.round(width / EYES_ASPECT);

/** How high the picture of a look through a long lens is drawn, and where its top lies so that the eyes stand in the middle of the band, px. */
export function eyesInPlan(near: Look, width: number) {
  const eyes = eyesAt(near);
  const height = Math.round(width / NEAR_ASPECT);
  const at = eyes && projected(viewOf(near, width, height), eyes);
  return at && { height, top: Math.min(0, Math.round(bandOf(width) / 2 - at.top)) };
}

/** The eyes of a look, near: whether every light that should shows in them. Nothing for a subject without eyes to see. */
export function EyeCrop({
  look,
  width,
  label = 'Eyes, near',
}: {
  readonly look: Look;
  readonly width: number;
  readonly label?: string;
}) {
  const near = useMemo(() => throughLongLens(look), [look]);
  const place = eyesInPlan(near, width);
  if (!place || width <= 0) return null;
  return (
    <View style={{ gap: 3 }} testID="eyes">
      <View style={[styles.crop, { width, height: bandOf(width) }]}>
        <View style={{ marginTop: place.top }}>
          <FrameCanvas small finest={1} look={near} width={width} height={place.height} label={label} />
        </View>
      </View>
      <Text size="small" narrow quiet>
        {label}
      </Text>
    </View>
  );
}

/** Where a frame of that shape lies, px, so that a crop of this width shows of it what `EyeCrop` shows of the plan; null without eyes to see. */
export function eyesInFrame(look: Look, aspect: number, width: number) {
  const eyes = eyesAt(look);
  const view = viewOf(look, aspect, 1);
  const middle = eyes && projected(view, eyes);
  if (!middle) return null;
  const whole = (width * 2 * view.halfWidth * look.camera.distanceM) / EYES_M;
  const scale = whole / aspect;
  return {
    width: whole,
    height: scale,
    left: (width - whole) / 2,
    top: bandOf(width) / 2 - middle.top * scale,
  };
}

/** The same part of a frame that was taken, as the planned look has it. Nothing where the eyes lie outside the picture. */
export function FrameEyes({
  look,
  src,
  aspect,
  width,
}: {
  readonly look: Look;
  readonly src: string;
  /** Width of the frame over its height. */
  readonly aspect: number;
  readonly width: number;
}) {
  const place = eyesInFrame(look, aspect, width);
  if (!place || width <= 0) return null;
  return (
    <View style={{ gap: 3 }} testID="frame-eyes">
      <View style={[styles.crop, { width, height: bandOf(width) }]}>
        <Image source={{ uri: src }} accessibilityLabel="Eyes in the frame" style={[styles.whole, place]} />
      </View>
      <Text size="small" narrow quiet>
        Eyes in the frame
      </Text>
    </View>
  );
}
