import { baseCamera } from '@fulgent/core/camera';
import type { KitEntry, KitFixture } from '@fulgent/core/catalogue';
import { compileEmitters, mixOf, NO_CORRECTION, outputAcrossCct } from '@fulgent/core/fixture';
import { placedFixture } from '@fulgent/core/planning';
import { fixtureLookup, lookupIn, resolveSource } from '@fulgent/core/scene';
import type { Spectrum } from '@fulgent/core/spectrum';
import { hexOfPoint, planeOfSpectrum } from '@fulgent/core/vivid';
import { whatIsOutput, whatIsSpectrum } from '@fulgent/words';
import { OutputCurve } from '../charts/OutputCurve';
import { TransmissionCurve } from '../charts/TransmissionCurve';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { HueDial } from './HueDial';
import { Slots } from './Slots';
import { WhiteFigures, type White } from './WhiteFigures';

/** What is known of a fixture: its light, its white, its hue dial, its slots. */
export function FixtureFacts({
  entry,
  width,
  save,
  failed,
}: {
  readonly entry: KitFixture;
  readonly width: number;
  /** Null for what nobody may change. */
  readonly save: ((change: Partial<KitEntry>) => void) | null;
  readonly failed: (error: unknown) => void;
}) {
  return (
    <>
      <FixtureSpectrum entry={entry} width={width} />
      <AcrossWhites entry={entry} width={width} />
      <WhiteFigures entry={entry} whites={whitesOf(entry)} save={save} />
      {save ? <HueDial entry={entry} save={save} failed={failed} /> : null}
      <Slots entry={entry} save={save} failed={failed} />
    </>
  );
}

/** Whites that colour fixtures are asked for, K. */
const ASKED_K = [3200, 5600];

/** The whites of a fixture: its own, or those that its dial makes. */
function whitesOf(entry: KitFixture): White[] {
  const { fixture, spectra } = placedFixture(entry);
  if (fixture.kind !== 'colour') return [{ name: 'Its light', spectrum: fixtureSpectrum(entry) }];
  if (!fixture.modes.includes('cct')) return [];
  const lookup = fixtureLookup(lookupIn(spectra));
  return ASKED_K.filter((cctK) => cctK >= fixture.lowK && cctK <= fixture.highK).map((cctK) => ({
    name: `${cctK} K`,
    spectrum: mixOf(fixture, { mode: 'cct', cctK, duv: 0 }, lookup).spectrum,
  }));
}

/** What a fixture that mixes colours gives at each white that it makes. */
function AcrossWhites({ entry, width }: { readonly entry: KitFixture; readonly width: number }) {
  const { fixture, spectra } = placedFixture(entry);
  if (fixture.kind !== 'colour') return null;
  const lookup = fixtureLookup(lookupIn(spectra));
  return (
    <Section flush title="Output across its whites" aside="lx at 1 m, full" what={whatIsOutput(fixture)}>
      <OutputCurve fixture={fixture} cctK={Math.min(fixture.highK, Math.max(fixture.lowK, 5600))} width={width} lookup={lookup} />
      <Text size="label" quiet>
        {dropText(outputAcrossCct(fixture, lookup, 16))}
      </Text>
    </Section>
  );
}

/** What a fixture's light is made of, at full output: everything lit for one that mixes colours. */
function FixtureSpectrum({ entry, width }: { readonly entry: KitFixture; readonly width: number }) {
  const spectrum = fixtureSpectrum(entry);
  const most = Math.max(...spectrum);
  return (
    <Section
      flush
      title="Its light"
      aside={entry.fixture.kind === 'colour' ? 'every emitter full' : 'before any gel'}
      what={whatIsSpectrum(entry.name, spectrum)}
    >
      <TransmissionCurve
        quantity="Relative power"
        transmittance={spectrum.map((value) => value / most)}
        colour={hexOfPoint(planeOfSpectrum(baseCamera(), spectrum))}
        width={width}
        height={130}
      />
    </Section>
  );
}

function fixtureSpectrum(entry: KitFixture): Spectrum {
  const { fixture, spectra } = placedFixture(entry);
  const own = lookupIn(spectra);
  if (fixture.kind !== 'colour') return resolveSource({ fixture, setting: null, unit: NO_CORRECTION }, 0, own);
  const emitters = compileEmitters(fixture, fixtureLookup(own).source);
  const parts = emitters.map((emitter) => emitter.spectrum.map((value) => value * emitter.luxAt1m));
  return parts.reduce((sum, part) => sum.map((value, i) => value + part[i]!));
}

function dropText(points: readonly { cctK: number; luxAt1m: number }[]): string {
  const most = points.reduce((a, b) => (b.luxAt1m > a.luxAt1m ? b : a));
  const least = points.reduce((a, b) => (b.luxAt1m < a.luxAt1m ? b : a));
  return `Most at ${Math.round(most.cctK)} K; ${Math.log2(most.luxAt1m / least.luxAt1m).toFixed(1)} stops less at ${Math.round(least.cctK)} K.`;
}
