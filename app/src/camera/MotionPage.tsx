import type { Look, Mover, LookCamera } from '@fulgent/core/document';
import { LensDials } from './LensDials';
import { formatShutter } from '@fulgent/core/exposure';
import type { DragReading } from '@fulgent/core/planning';
import { dragTitle, dragWords } from '@fulgent/words';
import { View } from 'react-native';
import { percent } from '../look/words';
import { SPACE, themed } from '../theme/theme';
import { Dial, ShutterDial } from '../ui/Dial';
import { changeCamera } from '../look/edits';
import { Choice } from '../ui/Button';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { useComputed } from '../workers/useComputed';
import { changeMotion } from './edits';

const useStyles = themed((t) => ({
  zone: { flexDirection: 'row', gap: SPACE.m, paddingVertical: SPACE.s, borderBottomWidth: 1, borderBottomColor: t.line },
  swatches: { flexDirection: 'row', marginTop: 3 },
  swatch: { width: 22, height: 34 },
}));

const MOVERS: readonly { readonly id: Mover; readonly name: string }[] = [
  { id: 'subject', name: 'The subject' },
  { id: 'pan', name: 'The camera, panning' },
  { id: 'zoom', name: 'The zoom' },
];

const SPEEDS = [0, 0.1, 0.2, 0.4, 0.8, 1.2, 1.6, 2.5, 4, 6, 10, 20];

/** A long exposure with flash: what is frozen, what is painted, and where both fall together. */
export function MotionPage({ look }: { readonly look: Look }) {
  const styles = useStyles();
  const { camera, motion } = look;
  const drag = useComputed('readDrag', look);
  const atSync = useComputed('ambientShareAt', look, camera.syncS);
  const here = useComputed('ambientShareAt', look, camera.shutterS);
  return (
    <>
      <WhatMoves camera={camera} motion={motion} drag={drag} look={look} here={here} atSync={atSync} />
      <Section title="Frozen and painted" aside="left frozen, right trail">
        {drag?.zones.map(
          ({ probe, name, freezeShare, ghostStops, frozenStops, trailStops, clipped: channels, frozenHex, trailHex }) => (
            <View key={probe} style={styles.zone} testID={`drag-${probe}`}>
              <View style={styles.swatches}>
                <View style={[styles.swatch, { backgroundColor: frozenHex }]} testID="light-colour" />
                <View style={[styles.swatch, { backgroundColor: trailHex }]} testID="light-colour" />
              </View>
              <View style={{ flex: 1 }}>
                <Text weight="medium">
                  {name}: {dragTitle(freezeShare)}
                </Text>
                <Text size="label" quiet>
                  {dragWords({ freezeShare, frozenStops, trailStops, ghostStops })}
                  {channels.length ? ` Clips ${channels.join(', ')}.` : ''}
                </Text>
              </View>
            </View>
          ),
        )}
        <Text size="label" quiet>
          Clear the way before anybody moves in the dark; do not aim strong flash at people’s eyes.
        </Text>
      </Section>
    </>
  );
}

function WhatMoves({
  camera,
  motion,
  drag,
  look,
  here,
  atSync,
}: {
  readonly camera: LookCamera;
  readonly motion: { widthM: number; speedMS: number; of: 'zoom' | 'subject' | 'pan' };
  readonly drag: DragReading | null;
  readonly look: Look;
  readonly here: number | null;
  readonly atSync: number | null;
}) {
  return (
    <Section title="What moves" aside={`shutter ${formatShutter(camera.shutterS)}`}>
      <Choice label="What moves" options={MOVERS} value={motion.of} onChange={(of) => changeMotion({ of })} />
      <StepperGrid>
        <Dial
          label="Speed across the picture"
          value={motion.speedMS}
          onChange={(speedMS) => changeMotion({ speedMS })}
          low={0}
          high={200}
          series={SPEEDS}
          unit="m/s"
        />
        <Dial
          label="Width of what moves"
          value={motion.widthM}
          onChange={(widthM) => changeMotion({ widthM })}
          low={0.005}
          high={20}
          series={[0.05, 0.1, 0.2, 0.3, 0.5, 0.8, 1.2]}
          unit="m"
        />
        <ShutterDial label="Shutter" value={camera.shutterS} onChange={(shutterS) => changeCamera('shutter', { shutterS })} />
        <LensDials camera={camera} />
      </StepperGrid>
      {drag ? <DragAnswer look={look} drag={drag} /> : <Waiting height={72} />}
      {here === null || atSync === null ? null : (
        <Text size="label">
          Ambient is {percent(here)} of the light on the face at this shutter, {percent(atSync)} at sync.{' '}
          {here > 0.05 ? 'The shutter matters here.' : 'The shutter hardly matters here.'}
        </Text>
      )}
    </Section>
  );
}

function DragAnswer({ look: { camera, motion }, drag }: { readonly look: Look; readonly drag: DragReading }) {
  const clipped = drag.zones.filter((zone) => zone.clipped.length > 0);
  return (
    <View testID="drag-answer" aria-live="polite">
      <Text size="huge" weight="strong" narrow>
        {motion.speedMS > 0 ? `Trail ${Math.round(drag.trailPx)} px` : 'Nothing moves'}
      </Text>
      <Text>
        {motion.speedMS > 0
          ? `${percent(drag.trailShare)} of the picture’s width (${camera.imageWidthPx} px). The figure covers one place for ${percent(drag.coveredShare)} of the exposure.`
          : 'Give a speed to see what freezes and what trails.'}
      </Text>
      {clipped.length ? (
        <Text weight="strong">
          Frozen figure and trail clip together on {clipped.map(({ name }) => name.toLowerCase()).join(', ')}: lower one of them.
        </Text>
      ) : null}
    </View>
  );
}
