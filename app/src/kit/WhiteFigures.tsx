import type { KitEntry, KitFixture } from '@fulgent/core/catalogue';
import { similarityOfWhite } from '@fulgent/core/source';
import type { Spectrum } from '@fulgent/core/spectrum';
import { Choice } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';

const FIGURES = [
  { key: 'cri', label: 'CRI', low: 0, high: 100 },
  { key: 'tlci', label: 'TLCI', low: 0, high: 100 },
  { key: 'rf', label: 'TM-30 Rf', low: 0, high: 100 },
  { key: 'rg', label: 'TM-30 Rg', low: 40, high: 200 },
] as const;

const SOURCES = [
  { id: 'maker', name: 'Its maker says so' },
  { id: 'measured', name: 'Measured' },
  { id: 'guessed', name: 'Guessed' },
] as const;

/** A white of a fixture, by its own spectrum. */
export interface White {
  readonly name: string;
  readonly spectrum: Spectrum;
}

/** How good a fixture's white is: what somebody says of it, and what its spectrum says. */
export function WhiteFigures({
  entry,
  whites,
  save,
}: {
  readonly entry: KitFixture;
  readonly whites: readonly White[];
  /** Null for what nobody may change. */
  readonly save: ((change: Partial<KitEntry>) => void) | null;
}) {
  const { quality } = entry;
  const put = (change: Partial<KitFixture['quality']>) => save?.({ quality: { ...quality, ...change } });
  const isTold = FIGURES.some(({ key }) => quality[key] !== null);
  return (
    <Section flush title="Its white" aside="none of this describes coloured modes">
      {whites.map(({ name, spectrum }) => (
        <Text key={name}>{similarityText(name, spectrum)}</Text>
      ))}
      {save ? (
        <>
          <StepperGrid>
            {FIGURES.map(({ key, label, low, high }) => (
              <Dial
                key={key}
                label={label}
                value={quality[key] ?? 0}
                onChange={(value) => put({ [key]: value === 0 ? null : Math.max(low, value) })}
                low={0}
                high={high}
                show={(value) => (value === 0 ? 'not told' : `${Number(value.toFixed(1))}`)}
              />
            ))}
          </StepperGrid>
          {isTold ? (
            <Choice label="Who says so" options={SOURCES} value={quality.source} onChange={(source) => put({ source })} />
          ) : null}
        </>
      ) : null}
      <Text size="label" quiet>
        Similarity is the index of SMPTE ST 2122, from the spectrum that is kept here: 100 is daylight or a full radiator of the
        same temperature.
      </Text>
    </Section>
  );
}

function similarityText(name: string, spectrum: Spectrum): string {
  const found = similarityOfWhite(spectrum);
  if (!found) return `${name}: not a white, so nothing to compare it with.`;
  const against = found.reference === 'daylight' ? 'daylight' : 'a full radiator';
  return `${name}: spectral similarity ${found.index}, to ${against} of ${Math.round(found.cctK)} K.`;
}
