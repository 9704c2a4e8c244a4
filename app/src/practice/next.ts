import type { Look } from '@fulgent/core/document';
import { SEEDS, type Exercise, type Skill } from '@fulgent/core/practice';
import { create } from 'zustand';
import { api } from '../api/client';
import { compute } from '../workers/compute';

const STORED_AS = 'fulgent:practice-of';

/** What is practised on: made-up looks, or those of this server. */
export const useSource = create<{ readonly own: boolean }>(() => ({ own: localStorage.getItem(STORED_AS) === 'own' }));

export function setOwn(own: boolean): void {
  localStorage.setItem(STORED_AS, own ? 'own' : 'made');
  ahead.clear();
  useSource.setState({ own });
}

/** As many own looks are practised on, the latest. */
const MOST_LOOKS = 12;

async function ownLooks(): Promise<readonly Look[]> {
  if (!useSource.getState().own) return [];
  const cards = await api.readLooks();
  const latest = [...cards].sort((a, b) => b.updatedAt - a.updatedAt).slice(0, MOST_LOOKS);
  // Without a connection only those that were seen on this device are there.
  const read = await Promise.allSettled(latest.map(async ({ id }) => (await api.readLook(id)).look));
  const there = read.flatMap((one) => (one.status === 'fulfilled' ? [one.value] : []));
  if (latest.length > 0 && there.length === 0)
    throw new Error('Your looks cannot be read. Check the connection to the server, or practise on made-up ones.');
  return there;
}

/** Has everybody whom made-up looks show kept on the device, so that they can be drawn without a connection. */
export function keepFigures(): void {
  if ('serviceWorker' in navigator && navigator.serviceWorker.controller) void compute().keepPractice();
}

const freshSeed = (): number => Math.floor(Math.random() * SEEDS);

async function make(skill: Skill, seed: number): Promise<Exercise> {
  return compute().practise(skill, seed, await ownLooks());
}

/** The next exercise of a skill, made while the one before is answered. */
const ahead = new Map<Skill, Promise<Exercise>>();

export function makeAhead(skill: Skill): void {
  if (ahead.has(skill)) return;
  const made = make(skill, freshSeed());
  ahead.set(skill, made);
  // What failed is made again when it is wanted.
  made.catch(() => ahead.delete(skill));
}

/** An exercise of a skill: the one of a code, or one that was never there. */
export function nextExercise(skill: Skill, seed: number | null): Promise<Exercise> {
  if (seed !== null) return make(skill, seed);
  const made = ahead.get(skill) ?? make(skill, freshSeed());
  ahead.delete(skill);
  return made;
}
