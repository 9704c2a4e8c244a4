import type { Fixture } from '@fulgent/core/document';
import { Dial } from '../ui/Dial';

type Flash = Extract<Fixture, { kind: 'flash' }>;

/** Figures that nobody has to know: 0 on the dial stands for that. */
const KNOWN = [
  { key: 'joules', label: 'Energy at full', low: 1, high: 10_000, step: 50, unit: 'J' },
  { key: 'recycleS', label: 'Ready again after full', low: 0.01, high: 120, step: 0.1, unit: 's' },
  { key: 'pops', label: 'Full flashes on a charge', low: 1, high: 100_000, step: 10, unit: '' },
] as const;

/** What a flash gives and takes: guide number, energy, time between flashes, colour, modelling lamp. */
export function FlashFigures({ fixture, put }: { readonly fixture: Flash; readonly put: (change: Partial<Flash>) => void }) {
  return (
    <>
      <Dial
        label="Guide number at ISO 100, m"
        value={fixture.guideNumberM}
        onChange={(guideNumberM) => put({ guideNumberM })}
        low={1}
        high={500}
      />
      {KNOWN.map(({ key, label, low, high, step, unit }) => (
        <Dial
          key={key}
          label={label}
          value={fixture[key] ?? 0}
          onChange={(value) => put({ [key]: value === 0 ? null : Math.max(low, key === 'pops' ? Math.round(value) : value) })}
          low={0}
          high={high}
          step={step}
          show={(value) => (value === 0 ? 'not known' : `${Number(value.toPrecision(4))}${unit ? ` ${unit}` : ''}`)}
        />
      ))}
      <Dial
        label="Colour at each stop down"
        value={fixture.driftKPerStop}
        onChange={(driftKPerStop) => put({ driftKPerStop })}
        low={-1000}
        high={1000}
        step={10}
        unit="K"
      />
      <Dial
        label="Modelling lamp"
        value={fixture.modellingW}
        onChange={(modellingW) => put({ modellingW })}
        low={0}
        high={2000}
        step={10}
        unit="W"
      />
    </>
  );
}
