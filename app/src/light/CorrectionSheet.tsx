import type { KitEntry } from '@fulgent/core/catalogue';
import type { Light, Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { ambientKelvin, type Correction, type CorrectionStudy } from '@fulgent/core/planning';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { useKit, useKitEntries } from '../kit/useKit';
import { readNumber, taken } from '../look/numbers';
import { putGels } from '../palette/edits';
import { skinWord } from './skin-word';
import { useStudy } from '../workers/useStudy';
import { SPACE, themed } from '../theme/theme';
import { Choice } from '../ui/Button';
import { OfferRow } from '../ui/OfferRow';
import { Sheet } from '../ui/Sheet';
import { Cell, Stepper, StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { study } from '../workers/study';

const LEAVE = [
  { id: 0, name: 'Full match' },
  { id: -20, name: 'Left a little cool' },
  { id: 20, name: 'Left warm' },
  { id: 40, name: 'Left very warm' },
] as const;

const useStyles = themed(() => ({
  skin: { width: 36, height: 40, borderRadius: 2 },
  pair: { flexDirection: 'row', height: 40, flex: 1 },
}));

/** Gel that brings a white light to another white, in mired and green or magenta; or leaves it warm on purpose. */
export function CorrectionSheet({
  look,
  light,
  onClose,
}: {
  readonly look: Look;
  readonly light: Light;
  readonly onClose: () => void;
}) {
  const { loaded } = useKit();
  const kit = useKitEntries();
  const [toK, setToK] = useState(Math.round(ambientKelvin(look) ?? look.camera.whiteK));
  const [leave, setLeave] = useState<number>(0);
  const key = useMemo(
    () => ({ light, toK, leave, kit, whiteK: look.camera.whiteK }),
    [light, toK, leave, kit, look.camera.whiteK],
  );
  const { value, error } = useStudy(async () => (loaded ? study().correction(look, light, kit, toK, 0, leave) : null), key);
  const correction = value?.correction;
  return (
    <Sheet title={`Match ${light.name} to a white`} onClose={onClose}>
      <StepperGrid>
        <Cell>
          <Stepper
            label="To the white of"
            value={`${toK} K`}
            onStep={(by) => setToK(Math.min(12_000, Math.max(1800, toK + by * 100)))}
            onType={(text) => taken(readNumber(text, { name: 'Colour temperature', low: 1800, high: 12_000, unit: 'K' }), setToK)}
            note={ambientNote(look)}
          />
        </Cell>
      </StepperGrid>
      <Choice
        label="How far"
        options={LEAVE.map(({ id, name }) => ({ id: String(id), name }))}
        value={String(leave)}
        onChange={(id) => setLeave(Number(id))}
      />
      {error ? <Text role="alert">{error}</Text> : null}
      {correction ? (
        <Fits correction={correction} value={value} light={light} kit={kit} onClose={onClose} look={look} />
      ) : error ? null : (
        <Text quiet>Searching</Text>
      )}
    </Sheet>
  );
}

function Fits({
  correction,
  value,
  light,
  kit,
  onClose,
  look,
}: {
  readonly correction: Correction;
  readonly value: CorrectionStudy;
  readonly light: Light;
  readonly kit: readonly KitEntry[];
  readonly onClose: () => void;
  readonly look: Look;
}) {
  const styles = useStyles();
  return (
    <>
      <Text testID="needed">
        From {Math.round(correction.fromK)} K it takes <Text weight="strong">{formatMired(correction.neededMired)}</Text>:{' '}
        {Math.abs(correction.fraction).toFixed(2)} of a full {correction.neededMired >= 0 ? 'warming' : 'cooling'} gel.
      </Text>
      {correction.fits.slice(0, 5).map((fit, i) => (
        <OfferRow
          key={fit.gels.join()}
          swatch={<View testID="light-colour" style={[styles.skin, { backgroundColor: value.skin[i]!.hex }]} />}
          title={fit.names.join(' + ') || 'no gel'}
          text={`${fit.cctK ? `${Math.round(fit.cctK)} K, ` : ''}${
            Math.abs(fit.residualMired) < 0.5 ? 'on it' : `${formatMired(fit.residualMired)} left`
          }${
            Math.abs(fit.residualDuv) >= 0.0015
              ? `, ${fit.residualDuv > 0 ? 'green' : 'magenta'} ${Math.abs(fit.residualDuv).toFixed(3)}`
              : ''
          } · skin ${skinWord(value.skin[i]!.offDeg)}`}
          figure={`${fit.stopsLost.toFixed(1)} lost`}
          take={{
            label: 'Take',
            spoken: `Take ${fit.names.join(' and ') || 'no gel'}`,
            onPress: () => {
              putGels(light.id, fit.gels, kit);
              onClose();
            },
          }}
        />
      ))}
      <Text size="label" quiet>
        The swatches are this skin at {look.camera.whiteK} K. What a warm-up afterwards would do instead, on a grey subject (left)
        and a grey ground in the ambient (right):
      </Text>
      {value.warmUp.map(({ id, name, subject, ground }) => (
        <View key={id} style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.m }}>
          <View style={styles.pair}>
            <View testID="light-colour" style={{ flex: 1, backgroundColor: subject }} />
            <View testID="light-colour" style={{ flex: 1, backgroundColor: ground }} />
          </View>
          <Text size="label" style={{ flex: 1.2 }}>
            {name}
          </Text>
        </View>
      ))}
    </>
  );
}

export function formatMired(mired: number): string {
  return `${formatStops(mired, 0)} mired`;
}

function ambientNote(look: Look): string {
  const cctK = ambientKelvin(look);
  return cctK === null ? 'the ambient here has no colour temperature' : `the ambient here is ${Math.round(cctK)} K`;
}
