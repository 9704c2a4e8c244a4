import { LIMITS, type Ambient, type CameraMode, type Look } from '@fulgent/core/document';
import { nearestMarked, SHUTTERS, type AmbientWay } from '@fulgent/core/exposure';
import { baselineOf, solveLookRatio, type DayForNight, type HoldBy, type NightLight } from '@fulgent/core/planning';
import type { White } from '@fulgent/core/scene';
import { APERTURES, ISOS } from '../look/numbers';
import { edit } from '../look/store';

/** The changes that the pages of the Camera step make to a look; each is one undo step. */

/** Stills or cinema; a shutter longer than a frame is brought to half of it. */
export function changeMode(mode: CameraMode): void {
  edit('camera.mode', (look) => {
    const { camera } = look;
    const tooLong = mode === 'cinema' && camera.shutterS * camera.fps > 1;
    return { ...look, camera: { ...camera, mode, shutterS: tooLong ? 1 / (2 * camera.fps) : camera.shutterS } };
  });
}

export function changeAmbientLight(key: string, change: Partial<Ambient>): void {
  edit(`ambient.${key}`, (look) => ({ ...look, ambient: { ...look.ambient, ...change } }));
}

const tenth = (stops: number) => Math.ceil(stops * 10 - 1e-6) / 10;

/** Takes one way to the wanted ambient: the control at the marked value that gets there or just beyond. */
export function takeWay({ control, setting, stops }: AmbientWay): void {
  edit(`ambient.way.${control}`, (look) => {
    const { camera, ambient } = look;
    switch (control) {
      case 'shutter':
        return { ...look, camera: { ...camera, shutterS: beyond(SHUTTERS, setting!, stops < 0) } };
      case 'aperture': {
        const aperture = beyond(APERTURES, setting!, stops > 0);
        const tStop = camera.tStop === null ? null : Number((camera.tStop * (aperture / camera.aperture)).toFixed(2));
        return { ...look, camera: { ...camera, aperture, tStop } };
      }
      case 'iso':
        return { ...look, camera: { ...camera, iso: beyond(ISOS, setting!, stops < 0) } };
      case 'nd':
        return { ...look, camera: { ...camera, ndStops: Math.max(0, tenth(setting!)) } };
      case 'blackout':
        return { ...look, ambient: { ...ambient, blackoutStops: Math.max(0, tenth(ambient.blackoutStops - stops)) } };
    }
  });
}

/** The nearest marked value; of two, the one on the side that is asked for. */
function beyond(series: readonly number[], value: number, smaller: boolean): number {
  const near = nearestMarked(series, value);
  if (Math.abs(Math.log2(near / value)) < 0.05) return near;
  const side = series.filter((one) => (smaller ? one < value : one > value));
  return side.length ? nearestMarked(side, value) : near;
}

/** Sets the white of the look. */
export function setWhite({ whiteK, tintDuv }: White): void {
  edit('camera.white', (look) => ({ ...look, camera: { ...look.camera, whiteK, tintDuv } }));
}

/** Keeps the present white as one of up to four versions. */
export function keepWhite(name: string): void {
  edit('whites.add', (look) => {
    const { whiteK, tintDuv } = look.camera;
    let n = look.whites.length + 1;
    while (look.whites.some(({ id }) => id === `white-${n}`)) n++;
    return {
      ...look,
      whites: [...look.whites, { id: `white-${n}`, name: name.slice(0, LIMITS.nameLength), whiteK, tintDuv }].slice(-4),
    };
  });
}

export function dropWhite(id: string): void {
  edit('whites.drop', (look) => ({ ...look, whites: look.whites.filter((white) => white.id !== id) }));
}

/** Moves flash against continuous light, as solved for the look as it then is. */
export function applyRatio(changeStops: number, holdBy: HoldBy): void {
  edit('camera.ratio', (look) => solveLookRatio(look, changeStops, holdBy).look);
}

/** Keeps settings and powers to compare with, or lets them go. */
export function keepBaseline(kept: boolean): void {
  edit('baseline', (look) => ({ ...look, baseline: kept ? baselineOf(look, new Date().toISOString()) : null }));
}

/** Goes back to the settings and powers that were kept. */
export function backToBaseline(): void {
  edit('baseline.back', (look) => {
    const { baseline } = look;
    if (!baseline) return look;
    const { aperture, tStop, iso, shutterS, ndStops, blackoutStops, powers } = baseline;
    const power = new Map(powers.map(({ id, stops }) => [id, stops]));
    return {
      ...look,
      camera: { ...look.camera, aperture, tStop, iso, shutterS, ndStops },
      ambient: { ...look.ambient, blackoutStops },
      lights: look.lights.map((light) => ({
        ...light,
        powerStops: Math.max(light.fixture.minStops, power.get(light.id) ?? light.powerStops),
      })),
    };
  });
}

export function changeMotion(change: Partial<Look['motion']>): void {
  edit('motion', (look) => ({ ...look, motion: { ...look.motion, ...change } }));
}

/** Makes the day a night; with `raise`, every light that can follow is raised as it says. */
export function makeNight({ whiteK, tintDuv, ndStops }: DayForNight, raise: readonly NightLight[] | null): void {
  const powers = new Map(raise?.map(({ lightId, powerStops }) => [lightId, powerStops]));
  edit('camera.night', (look) => ({
    ...look,
    camera: { ...look.camera, whiteK, tintDuv, ndStops },
    lights: look.lights.map((light) =>
      light.locked ? light : { ...light, powerStops: powers.get(light.id) ?? light.powerStops },
    ),
  }));
}
