import { findGel } from '../catalogue/gels';
import { sampledSensor, standInSensor, type Sensor } from '../camera/sensor';
import { InputError } from '../errors';
import { gelAtStrength, gelStack, withLeak } from '../spectrum/gel';
import { flat, type Spectrum } from '../spectrum/grid';
import { resample } from '../spectrum/samples';
import { daylightSource, filamentKelvin, planckSource, sampledSource, tungstenSource, whiteLedSource } from '../spectrum/source';
import { findMaterial } from '../surface/materials';
import type { Fixture, Light, Look, LookCamera, LookSpectrum, SurfaceRef } from './schema';

/** Finds what a look refers to: first among its own spectra, then in the stand-in kit. */
export type SpectrumLookup = (id: string, kind: LookSpectrum['kind']) => LookSpectrum | undefined;

export function lookupIn(spectra: readonly LookSpectrum[]): SpectrumLookup {
  const byId = new Map(spectra.map((spectrum) => [spectrum.id, spectrum]));
  return (id, kind) => {
    const found = byId.get(id);
    return found?.kind === kind ? found : undefined;
  };
}

/** The transmittance of a gel by its id. @throws InputError naming an unknown gel. */
export function resolveGel(id: string, lookup: SpectrumLookup = () => undefined): Spectrum {
  const own = lookup(id, 'gel');
  if (own?.kind === 'gel') return resample(own, 'transmittance');
  const stock = findGel(id);
  if (!stock)
    throw new InputError(
      'gel',
      `There is no gel "${id}" in this look or in the stand-in kit; add its spectrum or choose another.`,
    );
  return stock.transmittance;
}

/** What stands before a light: gels at their strengths, and the leak beside them. No gels, no leak. */
export function resolveFilter({ gels, leak }: Pick<Light, 'gels' | 'leak'>, lookup?: SpectrumLookup): Spectrum {
  if (gels.length === 0) return flat(1);
  return withLeak(gelStack(gels.map(({ gel, strength }) => gelAtStrength(resolveGel(gel, lookup), strength))), leak);
}

/** The reflectance of a surface. @throws InputError naming an unknown material or spectrum. */
export function resolveSurface(surface: SurfaceRef, lookup: SpectrumLookup = () => undefined): Spectrum {
  switch (surface.kind) {
    case 'neutral':
      return flat(surface.reflectance);
    case 'material': {
      const material = findMaterial(surface.id);
      if (!material) throw new InputError('id', `There is no surface "${surface.id}" in the stand-in kit; choose another.`);
      return material.reflectance;
    }
    case 'spectrum': {
      const own = lookup(surface.id, 'reflectance');
      if (own?.kind !== 'reflectance')
        throw new InputError('id', `This look carries no reflectance "${surface.id}"; add it under spectra.`);
      return resample(own, 'reflectance');
    }
  }
}

/** Whether the colour of a fixture's light moves with its power. */
export function colourMovesWithLevel(fixture: Fixture): boolean {
  return (
    fixture.source.kind === 'tungsten' ||
    (fixture.kind === 'flash' && fixture.source.kind === 'daylight' && fixture.driftKPerStop !== 0)
  );
}

/** The spectrum of a fixture without gels at `stopsUnderFull` (0 or less), held to 1 lx. */
export function resolveSource(fixture: Fixture, stopsUnderFull: number, lookup: SpectrumLookup = () => undefined): Spectrum {
  const { source } = fixture;
  switch (source.kind) {
    case 'daylight': {
      const drift = fixture.kind === 'flash' ? fixture.driftKPerStop : 0;
      return daylightSource(Math.min(25_000, Math.max(4000, source.cctK - drift * stopsUnderFull)));
    }
    case 'planck':
      return planckSource(source.cctK);
    case 'tungsten':
      return tungstenSource(source.cctK, 2 ** stopsUnderFull);
    case 'led':
      return whiteLedSource(source.cctK, source.duv);
    case 'spectrum': {
      const own = lookup(source.id, 'source');
      if (own?.kind !== 'source')
        throw new InputError('source.id', `This look carries no source spectrum "${source.id}"; add it under spectra.`);
      return sampledSource(own);
    }
  }
}

/** The colour temperature that a dimmed or drifting fixture has at a level, K; null where it has none. */
export function sourceKelvin(fixture: Fixture, stopsUnderFull: number): number | null {
  const { source } = fixture;
  if (source.kind === 'spectrum') return null;
  if (source.kind === 'tungsten') return filamentKelvin(source.cctK, 2 ** stopsUnderFull);
  if (source.kind === 'daylight' && fixture.kind === 'flash') return source.cctK - fixture.driftKPerStop * stopsUnderFull;
  return source.cctK;
}

const standIns = new Map<number, Sensor>();

export function resolveSensor(camera: LookCamera, lookup: SpectrumLookup = () => undefined): Sensor {
  const { sensor } = camera;
  if (sensor.kind === 'spectrum') {
    const own = lookup(sensor.id, 'sensor');
    if (own?.kind !== 'sensor')
      throw new InputError('sensor.id', `This look carries no sensor "${sensor.id}"; add it under spectra.`);
    return sampledSensor(own);
  }
  let found = standIns.get(sensor.shiftNm);
  if (!found) standIns.set(sensor.shiftNm, (found = standInSensor(sensor.shiftNm)));
  return found;
}

/** Checks everything a look refers to, and its imported numbers. Returns the problems with their fields. */
export function referenceProblems(look: Look): InputError[] {
  const problems: InputError[] = [];
  const lookup = lookupIn(look.spectra);
  const check = (field: string, work: () => unknown) => {
    try {
      work();
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      problems.push(new InputError(error.field ? `${field}.${error.field}` : field, error.message));
    }
  };
  look.spectra.forEach((spectrum, i) => check(`spectra[${i}]`, () => checkSpectrum(spectrum)));
  check('camera', () => resolveSensor(look.camera, lookup));
  check('subject.hair', () => resolveSurface(look.subject.hair, lookup));
  check('subject.wardrobe', () => resolveSurface(look.subject.wardrobe, lookup));
  check('backdrop.surface', () => resolveSurface(look.backdrop.surface, lookup));
  look.lights.forEach((light, i) => {
    check(`lights[${i}].fixture`, () => resolveSource(light.fixture, light.powerStops, lookup));
    light.gels.forEach(({ gel }, j) => check(`lights[${i}].gels[${j}]`, () => resolveGel(gel, lookup)));
  });
  return problems;
}

function checkSpectrum(spectrum: LookSpectrum): void {
  switch (spectrum.kind) {
    case 'gel':
      return void resample(spectrum, 'transmittance');
    case 'reflectance':
      return void resample(spectrum, 'reflectance');
    case 'source':
      return void sampledSource(spectrum);
    case 'sensor':
      return void sampledSensor(spectrum);
  }
}
