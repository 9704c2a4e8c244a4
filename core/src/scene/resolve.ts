import { findGel } from '../gel/stand-ins';
import { checkLearned } from '../camera/learned';
import { sampledSensor, standInSensor, type Sensor } from '../camera/sensor';
import { inField, InputError } from '../errors';
import { gelAtStrength, gelStack, withLeak } from '../gel/gel';
import { flat, type Spectrum } from '../spectrum/grid';
import { resample } from '../spectrum/samples';
import { daylightSource, filamentKelvin, planckSource, sampledSource, tungstenSource, whiteLedSource } from '../source/source';
import { findMaterial } from '../surface/materials';
import { hasPrimaries, mixOf, type FixtureLookup } from '../fixture/modes';
import { unitSpectrum } from '../fixture/unit';
import { presetSource } from '../source/presets';
import type { Fixture, Light, Look, LookCamera, LookSpectrum, SourceRef, SurfaceRef } from '../document/schema';

/** Finds what a look refers to: first among its own spectra, then in the stand-in kit. */
export type SpectrumLookup = (id: string, kind: LookSpectrum['kind']) => LookSpectrum | undefined;

export function lookupIn(spectra: readonly LookSpectrum[]): SpectrumLookup {
  const byId = new Map(spectra.map((spectrum) => [spectrum.id, spectrum]));
  return (id, kind) => {
    const found = byId.get(id);
    return found?.kind === kind ? found : undefined;
  };
}

/** A gel's name, a look's own first; its id where nobody knows it. */
export function gelNameIn(spectra: readonly LookSpectrum[], id: string): string {
  return lookupIn(spectra)(id, 'gel')?.name ?? findGel(id)?.name ?? id;
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

/** How strongly a surface glows by an optical brightener; 0 for most. */
export function glowOf(surface: SurfaceRef): number {
  return surface.kind === 'material' ? (findMaterial(surface.id)?.glow ?? 0) : 0;
}

/** Whether the colour of a fixture's light moves with its power. */
export function colourMovesWithLevel(fixture: Fixture): boolean {
  if (fixture.kind === 'colour') return false;
  return (
    fixture.source.kind === 'tungsten' ||
    (fixture.kind === 'flash' && fixture.source.kind === 'daylight' && fixture.driftKPerStop !== 0)
  );
}

/** What decides a lamp's light without gels, its level apart. */
export type Lamp = Pick<Light, 'fixture' | 'setting' | 'unit'>;

/** What a full-colour fixture may refer to, as `fixture/modes.ts` wants it. */
export function fixtureLookup(lookup: SpectrumLookup = () => undefined): FixtureLookup {
  return { gel: (id) => resolveGel(id, lookup), source: (id) => ownSource(id, lookup) };
}

function ownSource(id: string, lookup: SpectrumLookup): Spectrum {
  const own = lookup(id, 'source');
  if (own?.kind !== 'source')
    throw new InputError('source.id', `This look carries no source spectrum "${id}"; add it under spectra.`);
  return sampledSource(own);
}

/** The spectrum of a lamp without gels at `stopsUnderFull` (0 or less), held to 1 lx, its unit's own deviation included. */
export function resolveSource(lamp: Lamp, stopsUnderFull: number, lookup: SpectrumLookup = () => undefined): Spectrum {
  return unitSpectrum(modelSource(lamp, stopsUnderFull, lookup), lamp.unit);
}

/** The same as its model says: without the deviation of the one unit. */
export function modelSource(
  { fixture, setting }: Pick<Lamp, 'fixture' | 'setting'>,
  stopsUnderFull: number,
  lookup: SpectrumLookup = () => undefined,
): Spectrum {
  if (fixture.kind === 'colour')
    return inField('setting', () => mixOf(fixture, settingOf({ setting }), fixtureLookup(lookup)).spectrum);
  const { source } = fixture;
  if (source.kind === 'tungsten') return tungstenSource(source.cctK, 2 ** stopsUnderFull);
  if (source.kind === 'daylight' && fixture.kind === 'flash')
    return daylightSource(Math.min(25_000, Math.max(4000, source.cctK - fixture.driftKPerStop * stopsUnderFull)));
  return spectrumOfSource(source, lookup);
}

/** The spectrum of a source at its full level, held to 1 lx. @throws InputError naming a spectrum that the look does not carry. */
export function spectrumOfSource(source: SourceRef, lookup: SpectrumLookup = () => undefined): Spectrum {
  switch (source.kind) {
    case 'daylight':
      return daylightSource(source.cctK);
    case 'planck':
      return planckSource(source.cctK);
    case 'tungsten':
      return tungstenSource(source.cctK);
    case 'led':
      return whiteLedSource(source.cctK, source.duv);
    case 'preset':
      return presetSource(source.id);
    case 'spectrum':
      return ownSource(source.id, lookup);
  }
}

/** The setting of a full-colour fixture. @throws InputError where a look has left it out. */
export function settingOf({ setting }: Pick<Light, 'setting'>): NonNullable<Light['setting']> {
  if (setting === null) throw new InputError('', 'A full-colour fixture needs a setting, for example { "mode": "cct", ... }.');
  return setting;
}

/** lx at 1 m on the axis at full output for what a lamp is set to; for flash see its guide number. */
export function fullLux(
  { fixture, setting }: Pick<Lamp, 'fixture' | 'setting'>,
  lookup: SpectrumLookup = () => undefined,
): number {
  if (fixture.kind === 'flash') return 0;
  return fixture.kind === 'colour' ? mixOf(fixture, settingOf({ setting }), fixtureLookup(lookup)).luxAt1m : fixture.luxAt1m;
}

/** What a lamp in the picture gives against its fixture's figure: by the watts that are fitted and what is round it, stops. */
export function lampStops({ lamp }: Pick<Light, 'lamp'>): number {
  return lamp ? Math.log2(lamp.fittedW / lamp.figureW) - lamp.diffusionStops : 0;
}

/** The colour temperature that a dimmed or drifting fixture has at a level, K; null where it has none. */
export function sourceKelvin(fixture: Fixture, stopsUnderFull: number): number | null {
  if (fixture.kind === 'colour') return null;
  const { source } = fixture;
  if (source.kind === 'spectrum' || source.kind === 'preset') return null;
  if (source.kind === 'tungsten') return filamentKelvin(source.cctK, 2 ** stopsUnderFull);
  if (source.kind === 'daylight' && fixture.kind === 'flash') return source.cctK - fixture.driftKPerStop * stopsUnderFull;
  return source.cctK;
}

export function resolveSensor(camera: LookCamera, lookup: SpectrumLookup = () => undefined): Sensor {
  const { sensor } = camera;
  if (sensor.kind === 'spectrum') {
    const own = lookup(sensor.id, 'sensor');
    if (own?.kind !== 'sensor')
      throw new InputError('sensor.id', `This look carries no sensor "${sensor.id}"; add it under spectra.`);
    return sampledSensor(own);
  }
  return standInSensor(sensor.shiftNm);
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
  check('camera.learned', () => look.camera.learned && checkLearned(look.camera.learned));
  check('subject.hair', () => resolveSurface(look.subject.hair, lookup));
  check('subject.wardrobe', () => resolveSurface(look.subject.wardrobe, lookup));
  check('subject.label', () => resolveSurface(look.subject.label, lookup));
  check('backdrop.surface', () => resolveSurface(look.backdrop.surface, lookup));
  const { paint } = look.room;
  if (paint) check('room.paint', () => resolveSurface(paint, lookup));
  look.boards.forEach(({ tint }, i) => {
    if (tint) check(`boards[${i}].tint`, () => resolveSurface(tint, lookup));
  });
  const { ambient } = look;
  check('ambient.source', () => spectrumOfSource(ambient.source, lookup));
  if (ambient.window) check('ambient.window.source', () => spectrumOfSource(ambient.window!.source, lookup));
  ambient.places.forEach(({ source }, i) => check(`ambient.places[${i}].source`, () => spectrumOfSource(source, lookup)));
  look.lights.forEach((light, i) => {
    check(`lights[${i}]`, () => checkLamp(light));
    check(`lights[${i}].fixture`, () => resolveSource(light, light.powerStops, lookup));
    light.gels.forEach(({ gel }, j) => check(`lights[${i}].gels[${j}]`, () => resolveGel(gel, lookup)));
  });
  return problems;
}

/** A setting is there exactly where the fixture can be set, and in a mode that it has. */
function checkLamp({ fixture, setting, name }: Light): void {
  if (fixture.kind === 'colour') {
    if (setting === null) throw new InputError('setting', `${name}: a full-colour fixture needs a setting.`);
    if (!fixture.modes.includes(setting.mode))
      throw new InputError('setting.mode', `${fixture.name} has no ${setting.mode} mode; it has ${fixture.modes.join(', ')}.`);
    if (fixture.lowK >= fixture.highK) throw new InputError('fixture.highK', 'highK must be over lowK.');
    if (fixture.modes.some((mode) => mode === 'hsi' || mode === 'rgb') && !hasPrimaries(fixture))
      throw new InputError('fixture.modes', 'Hue and RGB modes need an emitter on each of the channels r, g and b.');
  } else if (setting !== null) throw new InputError('setting', `${name}: only a full-colour fixture has a setting; give null.`);
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
