import type { Look } from '@fulgent/core/document';
import { samePicture } from '@fulgent/core/scene';
import type { Adaptation } from '@fulgent/core/vivid';
import type { Burnt, Fineness, Marks, Picture, Space } from '@fulgent/core/picture';
import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { useTheme } from '../theme/theme';
import { frame, latestPainter, thumbs } from '../workers/frame';
import { Poster } from './Poster';
import { useQuickPictures } from './quick';
import { useScreenSpace } from './screen';
import { Timing } from './Timing';

/** A picture has this many pixels at most: more is not seen at arm's length, and costs time. */
const MOST_PIXELS = 520_000;
/** The same for a full screen. */
const MOST_PIXELS_SHARP = 1_300_000;
/** The same for a small picture beside others. */
const MOST_PIXELS_SMALL = 60_000;

interface Props {
  readonly look: Look;
  /** Size on the screen, px. */
  readonly width: number;
  readonly height: number;
  readonly only?: string;
  readonly marks?: Marks;
  /** Shows it as an eye sees it that has got used to this colour. */
  readonly adaptation?: Adaptation | undefined;
  /** Address of a picture of this very look that was drawn before: shown until the first fine one is there. */
  readonly poster?: string | undefined;
  /** Others come first: nothing is drawn under the stored picture as long as this holds. */
  readonly waits?: boolean;
  /** As sharp as the screen, whatever it costs. */
  readonly sharp?: boolean;
  /** Told with every finest picture of the whole look. */
  readonly onBurnt?: ((look: Look, burnt: readonly Burnt[]) => void) | undefined;
  /** Lies over another picture, which is seen until this one is there. */
  readonly over?: boolean;
  /** A small picture beside the main one. */
  readonly small?: boolean;
  /** Where refining ends; the finest by default. */
  readonly finest?: Fineness;
  readonly label: string;
}

/** How many pixels are drawn for a place of so many points: as the screen has them, up to two a point and to `most` in all. */
function pixelsOf(width: number, height: number, most: number): readonly [width: number, height: number] {
  const ratio = Math.min(typeof window === 'undefined' ? 1 : window.devicePixelRatio, 2);
  const scale = Math.min(ratio, Math.sqrt(most / Math.max(1, width * height)));
  return [Math.max(8, Math.round(width * scale)), Math.max(8, Math.round(height * scale))];
}

/** The colours to draw in: the screen's; what an eye has got used to is reckoned in those of the file. */
function useSpaceFor(adaptation: Adaptation | undefined): Space {
  const screen = useScreenSpace();
  return adaptation ? 'srgb' : screen;
}

/** A stored picture shows the look as it was opened: until the first edit, and where it can be had. */
function usePoster(poster: string | undefined, look: Look) {
  const [opened] = useState(look);
  const [isLost, setLost] = useState(false);
  return { shown: isLost || look !== opened ? undefined : poster, lost: () => setLost(true) };
}

/** Draws a look: coarse at once, then finer, and anew only where the picture changes. The canvas keeps its last picture until the next is there. */
export function FrameCanvas({
  look: given,
  width,
  height,
  only,
  marks,
  adaptation,
  small = false,
  finest,
  poster,
  waits = false,
  sharp = false,
  over = false,
  onBurnt,
  label,
}: Props) {
  const { clipped = false, dark = false, gamut = false } = marks ?? {};
  const isMarked = clipped || dark || gamut;
  const space = useSpaceFor(adaptation);
  // The place of a small picture is seen before it is there.
  const { raised } = useTheme();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [error, setError] = useState<string | null>(null);
  const [fineness, setFineness] = useState<Fineness | null>(null);
  // What the picture does not show, a note or a check-off, draws nothing anew.
  const [look, setLook] = useState(given);
  if (look !== given && !samePicture(look, given)) setLook(given);
  const { shown: stored, lost } = usePoster(fineness !== 2 && !isMarked && only === undefined ? poster : undefined, look);
  const [last, setLast] = useState<Picture['ms'] | null>(null);
  const painter = useRef<ReturnType<typeof latestPainter> | null>(null);
  const { quick } = useQuickPictures();
  useEffect(() => {
    const made = latestPainter(
      small ? thumbs : frame,
      (picture, how, wish) => {
        show(canvas.current, picture, wish.space ?? 'srgb');
        setFineness(how);
        setLast(picture.ms);
        if (picture.burnt) onBurnt?.(wish.look, picture.burnt);
        setError(null);
      },
      (failure) => setError(failure.message),
    );
    painter.current = made;
    return () => made.stop();
  }, [small, onBurnt]);
  const [w, h] = pixelsOf(width, height, small ? MOST_PIXELS_SMALL : sharp ? MOST_PIXELS_SHARP : MOST_PIXELS);
  // Whoever wants quick pictures has the stored one until an edit.
  const isStored = stored !== undefined && (quick || waits);
  useEffect(() => {
    if (isStored) return;
    painter.current?.paint({
      look,
      width: w,
      height: h,
      only,
      adaptation,
      forEye: !small,
      finest: quick ? 0 : finest,
      space,
      ...(isMarked ? { marks: { clipped, dark, gamut } } : {}),
    });
  }, [isStored, look, w, h, only, adaptation, clipped, dark, gamut, isMarked, space, small, quick, finest]);
  const ground = over && fineness === null ? 'transparent' : small ? raised : '#000000';
  return (
    <View style={{ width, height, backgroundColor: ground }} testID="light-colour">
      <canvas
        ref={canvas}
        role="img"
        aria-label={error ?? label}
        data-fineness={fineness ?? 'none'}
        data-finest={finest ?? 2}
        data-space={space}
        style={{ width, height, display: 'block' }}
      />
      {stored ? <Poster look={look} width={width} height={height} url={stored} onLost={lost} /> : null}
      {small ? null : <Timing ms={last} width={w} height={h} />}
    </View>
  );
}

function show(canvas: HTMLCanvasElement | null, { width, height, rgba }: Picture, colorSpace: Space): void {
  if (!canvas) return;
  if (canvas.width !== width) canvas.width = width;
  if (canvas.height !== height) canvas.height = height;
  // A canvas stays in the space of its first context: colours are converted where the screen has changed since.
  canvas.getContext('2d', { colorSpace })?.putImageData(new ImageData(rgba, width, height, { colorSpace }), 0, 0);
}
