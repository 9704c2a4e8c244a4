import type { LookSpectrum, SourceRef } from '@fulgent/core/document';
import { LIGHT_PRESETS } from '@fulgent/core/source';
import { View } from 'react-native';
import { readNumber, taken, WHITES_K, nextInSeries } from '../look/numbers';
import { SPACE } from '../theme/theme';
import { Pick } from '../ui/Pick';
import { Cell, Stepper, StepperGrid } from '../ui/Stepper';

const KINDS = [
  { id: 'daylight', name: 'Daylight', low: 4000, high: 25_000, usual: 6500 },
  { id: 'planck', name: 'Bulbs, filaments', low: 1000, high: 25_000, usual: 2800 },
  { id: 'led', name: 'White LED', low: 1900, high: 12_000, usual: 4000 },
] as const;
type KindId = (typeof KINDS)[number]['id'];

/** The name of a source of found light, as it is listed here. */
export function sourceName(source: SourceRef, spectra: readonly LookSpectrum[] = []): string {
  if (source.kind === 'preset') return LIGHT_PRESETS.find(({ id }) => id === source.id)?.name ?? source.id;
  if (source.kind === 'spectrum') return spectra.find(({ id }) => id === source.id)?.name ?? source.id;
  return KINDS.find(({ id }) => id === kindOf(source))?.name ?? source.kind;
}

const kindOf = (source: SourceRef): string => (source.kind === 'tungsten' ? 'planck' : source.kind);

function ofKind(kind: KindId, cctK: number): SourceRef {
  return kind === 'led' ? { kind, cctK, duv: 0 } : { kind, cctK };
}

/** What kind of light it is, and its colour temperature where it has one. */
export function SourceChoice({
  label,
  source,
  spectra = [],
  onChange,
}: {
  readonly label: string;
  readonly source: SourceRef;
  readonly spectra?: readonly LookSpectrum[];
  readonly onChange: (source: SourceRef) => void;
}) {
  const own = spectra.filter(({ kind }) => kind === 'source');
  const kind = KINDS.find(({ id }) => id === kindOf(source));
  const pick = (id: string) => {
    const known = KINDS.find((one) => one.id === id);
    if (known) onChange(ofKind(known.id, known.usual));
    else if (own.some((one) => one.id === id)) onChange({ kind: 'spectrum', id });
    else onChange({ kind: 'preset', id } as SourceRef);
  };
  const dial = (cctK: number) => {
    if (kind) onChange(ofKind(kind.id, Math.min(kind.high, Math.max(kind.low, cctK))));
  };
  return (
    <View style={{ gap: SPACE.s }}>
      <Pick
        label={label}
        current={sourceName(source, spectra)}
        options={[...KINDS, ...LIGHT_PRESETS, ...own].map(({ id, name }) => ({ id, name }))}
        onPick={pick}
      />
      {kind && 'cctK' in source ? (
        <StepperGrid>
          <Cell>
            <Stepper
              label={`${label}: colour temperature`}
              value={`${Math.round(source.cctK)} K`}
              onStep={(by) => dial(nextInSeries(WHITES_K, source.cctK, by))}
              onType={(text) =>
                taken(readNumber(text, { name: 'Colour temperature', low: kind.low, high: kind.high, unit: 'K' }), dial)
              }
            />
          </Cell>
        </StepperGrid>
      ) : null}
    </View>
  );
}
