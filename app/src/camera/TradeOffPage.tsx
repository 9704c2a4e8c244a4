import type { Look } from '@fulgent/core/document';
import { formatShutter, formatStops } from '@fulgent/core/exposure';
import { apertureTrades, shutterTrades, type ApertureTrade } from '@fulgent/core/planning';
import { useMemo, useState } from 'react';
import { Dial, DISTANCES_M } from '../ui/Dial';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { ExposureDials } from './ExposureDials';

const metres = (value: number) => (value === Infinity ? '∞' : value < 10 ? value.toFixed(2) : value.toFixed(0));

/** From which of the full stops on somebody there is not made out any more. */
function vanishWords(apertures: readonly ApertureTrade[]): string {
  const enough = apertures.filter(({ blurBehind }) => blurBehind >= GONE_SHARE).map(({ aperture }) => aperture);
  return enough.length ? `gone at f/${Math.max(...enough)} and wider` : 'still made out at each of these';
}

const GONE_SHARE = 0.05;

/** Depth, motion, power and ambient for the settings round the present ones. */
export function TradeOffPage({ look }: { readonly look: Look }) {
  const [behindM, setBehindM] = useState<number | null>(null);
  const behind = behindM ?? look.backdrop.distanceM;
  const apertures = useMemo(() => apertureTrades(look, behind), [look, behind]);
  const shutters = useMemo(() => shutterTrades(look), [look]);
  const { camera, motion } = look;
  const cinema = camera.mode === 'cinema';
  return (
    <>
      <Section title="Now">
        <ExposureDials look={look} />
      </Section>
      <Section title="Aperture" aside={`focused at ${camera.distanceM} m, ${camera.focalMm} mm`}>
        <StepperGrid>
          <Dial
            label="Behind the subject"
            value={behind}
            onChange={setBehindM}
            low={0.05}
            high={100}
            series={DISTANCES_M}
            unit="m"
            note={behindM === null ? 'the backdrop; set where a helper hides' : vanishWords(apertures)}
          />
        </StepperGrid>
        <Table
          label="What each aperture means"
          columns={['f/', 'Sharp, m', 'Blur behind', 'Lights', 'Ambient']}
          first={0.7}
          rows={apertures.map((one) => ({
            id: `${one.aperture}`,
            present: one.isPresent,
            cells: [
              `${one.aperture}`,
              `${metres(one.nearM)}–${metres(one.farM)}`,
              `${(100 * one.blurBehind).toFixed(1)} %`,
              one.isPresent ? 'as now' : formatStops(one.powerStops),
              formatStops(one.ambientStops),
            ],
            ...(one.short ? { note: `${one.short.name} runs out: ${one.short.stops.toFixed(1)} short at full.` } : {}),
          }))}
        />
        <Text size="label" quiet>
          Blur is the disc of a point there, in the picture’s height: under 1 % it is plain to see, over 5 % it is gone. Lights is
          what every light has to give more.
        </Text>
      </Section>
      <Section title="Shutter" aside={motion.speedMS > 0 ? `motion ${motion.speedMS} m/s` : 'nothing moves'}>
        <Table
          label="What each shutter means"
          columns={[cinema ? 'Angle' : 'Time', 'Trail', 'Continuous', 'Flash', 'Ambient']}
          first={0.9}
          rows={shutters.map((one) => ({
            id: `${one.shutterS}`,
            present: one.isPresent,
            cells: [
              cinema && one.angleDeg !== null ? `${one.angleDeg.toFixed(1)}°` : formatShutter(one.shutterS),
              `${Math.round(one.trailPx)} px`,
              one.isPresent ? 'as now' : formatStops(one.continuousStops),
              one.flashLossStops > 0 ? formatStops(-one.flashLossStops) : 'stays',
              formatStops(one.ambientStops),
            ],
            note: shutterNote(one, look),
          }))}
        />
        <Text size="label" quiet>
          Trail is that of the moving subject. Continuous is what such lights have to give more; flash stays, up to sync.
        </Text>
      </Section>
    </>
  );
}

function shutterNote(
  { canBeHeld, flickerSafe, flashLossStops }: ReturnType<typeof shutterTrades>[number],
  { camera }: Look,
): string | undefined {
  const notes = [
    camera.mode === 'cinema'
      ? flickerSafe
        ? `no flicker on ${camera.mainsHz} Hz mains`
        : `lamps on ${camera.mainsHz} Hz mains may flicker`
      : null,
    canBeHeld ? null : 'longer than you said can be held',
    flashLossStops > 0 ? 'faster than sync' : null,
  ].filter((one) => one !== null);
  return notes.length ? `${notes.join(', ')}.` : undefined;
}
