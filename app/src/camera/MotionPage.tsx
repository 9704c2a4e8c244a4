import { LIMITS, meteredIndex, type Look, type Mover, type LookCamera } from '@fulgent/core/document';
import { FOCALS, LensDials } from './LensDials';
import { formatShutter } from '@fulgent/core/exposure';
import type { DragReading, KindsAt } from '@fulgent/core/planning';
import { dragTitle, dragWords } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import { percent } from '../look/words';
import { SPACE, themed } from '../theme/theme';
import { Dial, ShutterDial } from '../ui/Dial';
import { changeCamera } from '../look/edits';
import { Button, Choice } from '../ui/Button';
import { Field } from '../ui/Field';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { when } from '../ui/when';
import { useComputed } from '../workers/useComputed';
import { changeMotion } from './edits';

const useStyles = themed((t) => ({
  zone: { flexDirection: 'row', gap: SPACE.m, paddingVertical: SPACE.s, borderBottomWidth: 1, borderBottomColor: t.line },
  swatches: { flexDirection: 'row', marginTop: 3 },
  swatch: { width: 22, height: 34 },
}));

const MOVERS: readonly { readonly id: Mover; readonly name: string }[] = [
  { id: 'subject', name: 'Subject' },
  { id: 'pan', name: 'Camera pans' },
  { id: 'zoom', name: 'Zoom' },
];

const SPEEDS = [0, 0.1, 0.2, 0.4, 0.8, 1.2, 1.6, 2.5, 4, 6, 10, 20];

/** A long exposure with flash: what is frozen, what is painted, and where both fall together. */
export function MotionPage({ look }: { readonly look: Look }) {
  const styles = useStyles();
  const { camera, motion } = look;
  const drag = useComputed('readDrag', look);
  const atSync = useComputed('ambientShareAt', look, camera.syncS);
  const here = useComputed('ambientShareAt', look, camera.shutterS);
  const mixed = useComputed('kindsOfLight', look);
  return (
    <>
      <WhatMoves
        camera={camera}
        motion={motion}
        drag={drag}
        look={look}
        here={here}
        atSync={atSync}
        lasting={lastingShare(look, mixed)}
      />
      <TriesSection look={look} trailPx={drag?.trailPx ?? null} />
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

/** Share of the light on the metered place that is of lamps which burn on. */
function lastingShare(look: Look, kinds: readonly KindsAt[] | null): number | null {
  const face = look.probes[meteredIndex(look.probes)];
  return kinds?.find(({ probe }) => probe === face?.id)?.shares.continuous ?? null;
}

/** What was tried of the movement, as it was predicted, and how it came out. */
function TriesSection({ look, trailPx }: { readonly look: Look; readonly trailPx: number | null }) {
  const [verdict, setVerdict] = useState('');
  const { motion, camera } = look;
  const log = () => {
    if (trailPx === null) return;
    const { of, speedMS, zoomToMm, tries } = motion;
    const at = new Date().toISOString();
    const entry = {
      id: `try-${Date.parse(at).toString(36)}`,
      at,
      of,
      speedMS,
      zoomToMm,
      shutterS: camera.shutterS,
      trailPx,
      verdict,
    };
    changeMotion({ tries: [...tries, entry].slice(-LIMITS.entries) });
    setVerdict('');
  };
  return (
    <Section title="Tried" aside={motion.tries.length ? `${motion.tries.length}` : 'nothing yet'}>
      {[...motion.tries].reverse().map((one) => (
        <Text key={one.id} size="label" testID="motion-try">
          {when(one.at)}: {tryWords(one)}
          {one.verdict ? `: ${one.verdict}` : ''}
        </Text>
      ))}
      <Field most={LIMITS.noteLength} label="How it came out" value={verdict} onChange={setVerdict} />
      <Button label="Log this try" disabled={trailPx === null} onPress={log} />
    </Section>
  );
}

function tryWords({ of, speedMS, zoomToMm, shutterS, trailPx }: Look['motion']['tries'][number]): string {
  const what = of === 'zoom' ? `zoom to ${zoomToMm ?? '?'} mm` : `${of === 'pan' ? 'pan' : 'subject'} ${speedMS} m/s`;
  return `${what}, ${formatShutter(shutterS)}, trail ${Math.round(trailPx)} px`;
}

function WhatMoves({
  camera,
  motion,
  drag,
  look,
  here,
  atSync,
  lasting,
}: {
  readonly camera: LookCamera;
  readonly motion: Look['motion'];
  readonly drag: DragReading | null;
  readonly look: Look;
  readonly here: number | null;
  readonly atSync: number | null;
  /** Share of the light on the face that is neither flash nor ambient: lamps that burn on. */
  readonly lasting: number | null;
}) {
  const zooms = motion.of === 'zoom';
  return (
    <Section title="What moves" aside={`shutter ${formatShutter(camera.shutterS)}`}>
      <Choice label="What moves" options={MOVERS} value={motion.of} onChange={(of) => changeMotion({ of })} />
      <StepperGrid>
        {zooms ? (
          <Dial
            label="Zoomed to"
            value={motion.zoomToMm ?? camera.focalMm}
            onChange={(mm) => changeMotion({ zoomToMm: mm === camera.focalMm ? null : mm })}
            low={4}
            high={2000}
            series={FOCALS}
            unit="mm"
            note={`from ${camera.focalMm} mm`}
          />
        ) : (
          <Dial
            label="Speed across the picture"
            value={motion.speedMS}
            onChange={(speedMS) => changeMotion({ speedMS })}
            low={0}
            high={200}
            series={SPEEDS}
            unit="m/s"
          />
        )}
        {zooms ? null : (
          <Dial
            label="Width of what moves"
            value={motion.widthM}
            onChange={(widthM) => changeMotion({ widthM })}
            low={0.005}
            high={20}
            series={[0.05, 0.1, 0.2, 0.3, 0.5, 0.8, 1.2]}
            unit="m"
          />
        )}
        <ShutterDial label="Shutter" value={camera.shutterS} onChange={(shutterS) => changeCamera('shutter', { shutterS })} />
        <LensDials camera={camera} />
      </StepperGrid>
      {drag ? <DragAnswer look={look} drag={drag} /> : <Waiting height={72} />}
      {here === null || atSync === null ? null : (
        <Text size="label">
          Ambient is {percent(here)} of the light on the face at this shutter, {percent(atSync)} at sync.{' '}
          {lasting !== null && lasting > 0.05 ? `Lamps that burn on are ${percent(lasting)}. ` : ''}
          {here + (lasting ?? 0) > 0.05 ? 'The shutter matters here.' : 'The shutter hardly matters here.'}
        </Text>
      )}
    </Section>
  );
}

function DragAnswer({ look: { camera, motion }, drag }: { readonly look: Look; readonly drag: DragReading }) {
  const clipped = drag.zones.filter((zone) => zone.clipped.length > 0);
  const zooms = motion.of === 'zoom';
  const moves = drag.trailPx > 0;
  return (
    <View testID="drag-answer" aria-live="polite">
      <Text size="huge" weight="strong" narrow>
        {moves ? `Trail ${Math.round(drag.trailPx)} px` : 'Nothing moves'}
      </Text>
      <Text>
        {moves
          ? zooms
            ? `${percent(drag.trailShare)} of the picture’s width at its edge (${camera.imageWidthPx} px), nothing in the middle.`
            : `${percent(drag.trailShare)} of the picture’s width (${camera.imageWidthPx} px). The figure covers one place for ${percent(drag.coveredShare)} of the exposure.`
          : zooms
            ? 'Say where the zoom ends to see what trails.'
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
