import type { KitEntry } from '@fulgent/core/catalogue';
import { PERSON_IDS, type Light, type Look } from '@fulgent/core/document';
import type {
  AmbientReading,
  BalanceResult,
  DayForNight,
  DragReading,
  Drowned,
  KindsAt,
  NightReading,
  PlaceReading,
  SpillCure,
  Trial,
  FromKit,
  GelSwatch,
  NewLook,
} from '@fulgent/core/planning';
import {
  ambientShareAt,
  comparePlaces,
  dayForNight,
  drownedLights,
  kindsOfLight,
  readAmbient,
  readDrag,
  spillCures,
  trials,
  balance,
  gelSwatches,
  litFromKit,
  newLook,
  newLookShape,
} from '@fulgent/core/planning/search';
import {
  backdropEvenness,
  reachTable,
  veils,
  compareTones,
  evaluate,
  type Evenness,
  type LightReach,
  type Veil,
  type Readings,
  type ToneComparison,
} from '@fulgent/core/scene';
import type { Exercise, Skill } from '@fulgent/core/practice';
import { makeExercise, practiceShape } from '@fulgent/core/practice/make';
import { expose } from 'comlink';
import { ensureFigure, withFigures } from '../figure/figures';
import { keepFigure } from '../figure/files';

/** All heavy computation of the application runs behind this, off the main thread. */
export interface ComputeApi {
  evaluate(look: Look): Readings;
  ambientShareAt(look: Look, shutterS: number): number;
  backdropEvenness(look: Look): Evenness;
  comparePlaces(look: Look): PlaceReading[];
  dayForNight(look: Look, wish: DayForNight): NightReading;
  drownedLights(look: Look): Drowned[];
  kindsOfLight(look: Look): KindsAt[];
  reachTable(look: Look): readonly (readonly LightReach[])[];
  readAmbient(look: Look): AmbientReading;
  readDrag(look: Look): DragReading;
  spillCures(look: Look, lightId: string, probe: string, kit: readonly KitEntry[]): SpillCure[];
  trials(look: Look, lightId: string): Trial[];
  veils(look: Look): Veil[];
  balance(look: Look): BalanceResult;
  /** An exercise of a skill; of somebody's own looks where they are given. */
  practise(skill: Skill, seed: number, own: readonly Look[]): Promise<Exercise>;
  /** Fetches all figures of made-up looks, so that whoever keeps files has them. */
  keepPractice(): Promise<void>;
  /** A look from four choices, lit with these things where a kit is given. */
  newLook(choices: NewLook, kit: readonly KitEntry[] | null): Promise<FromKit>;
  compareTones(look: Look): ToneComparison[];
  gelSwatches(look: Look, light: Light, kit: readonly KitEntry[]): GelSwatch[];
}

const api: ComputeApi = {
  evaluate,
  ambientShareAt,
  backdropEvenness,
  comparePlaces,
  dayForNight,
  drownedLights,
  kindsOfLight,
  reachTable,
  readAmbient,
  readDrag,
  spillCures,
  trials,
  veils,
  balance: (look) => balance(look),
  async newLook(choices, kit) {
    await ensureFigure(newLookShape(choices), 'quick');
    const look = newLook(choices);
    return kit ? litFromKit(look, kit) : { look, without: [] };
  },
  async practise(skill, seed, own) {
    await ensureFigure(practiceShape(seed), 'quick');
    return makeExercise(skill, seed, own);
  },
  async keepPractice() {
    for (let i = 0; i < PERSON_IDS.length; i++) await keepFigure(practiceShape(i));
  },
  compareTones,
  gelSwatches,
};

expose(withFigures(api));
