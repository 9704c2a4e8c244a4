import { LIMITS, type Day, type Look, type MeterEntry, type Rig } from '@fulgent/core/document';
import { changeLight } from '../look/edits';
import { edit } from '../look/store';

/** The changes of the Sheet step; each is one undo step. */

export function changeRig(id: string, key: string, change: Partial<Rig>): void {
  changeLight(id, `rig.${key}`, (light) => ({ ...light, rig: { ...light.rig, ...change } }));
}

export function changeDay(key: string, change: Partial<Day>): void {
  edit(`day.${key}`, (look) => ({ ...look, day: { ...look.day, ...change } }));
}

/** Keeps what a meter showed; the oldest goes where there is no room. */
export function keepReading(read: Omit<MeterEntry, 'id' | 'at'>): void {
  const now = new Date();
  edit('day.meter', (look) => ({
    ...look,
    day: {
      ...look.day,
      meter: [...look.day.meter, { id: `m${now.getTime().toString(36)}`, at: now.toISOString(), ...read }].slice(-LIMITS.entries),
    },
  }));
}

export function removeReading(id: string): void {
  edit('day.meter', (look) => ({ ...look, day: { ...look.day, meter: look.day.meter.filter((one) => one.id !== id) } }));
}

export function addCircuit(): void {
  edit('day.circuits', (look) => {
    const { circuits } = look.day;
    if (circuits.length >= LIMITS.places) return look;
    let n = circuits.length + 1;
    while (circuits.some(({ id }) => id === `circuit-${n}`)) n++;
    return { ...look, day: { ...look.day, circuits: [...circuits, { id: `circuit-${n}`, name: `Circuit ${n}`, amps: 16 }] } };
  });
}

export function changeCircuit(id: string, change: Partial<Day['circuits'][number]>): void {
  edit(`day.circuit.${id}`, (look) => ({
    ...look,
    day: { ...look.day, circuits: look.day.circuits.map((one) => (one.id === id ? { ...one, ...change } : one)) },
  }));
}

/** Takes a circuit away; what hung on it hangs on the first again. */
export function removeCircuit(id: string): void {
  edit('day.circuits', (look) => ({
    ...look,
    day: { ...look.day, circuits: look.day.circuits.filter((one) => one.id !== id) },
    lights: look.lights.map((light) => (light.rig.circuit === id ? { ...light, rig: { ...light.rig, circuit: '' } } : light)),
  }));
}

export function toggleChecked(id: string): void {
  edit(`sheet.${id}`, (look) => {
    const { checked } = look.build;
    return {
      ...look,
      build: { ...look.build, checked: checked.includes(id) ? checked.filter((one) => one !== id) : [...checked, id] },
    };
  });
}

/** Takes over the units, modifiers and camera of a look that lessons were written into. */
export function takeLessons(taught: Look): void {
  edit('lessons', (look) => ({ ...taught, title: look.title }));
}

export function addPose(): void {
  edit('day.poses', (look) => {
    const { poses } = look.day;
    if (poses.length >= LIMITS.entries) return look;
    let n = poses.length + 1;
    while (poses.some(({ id }) => id === `pose-${n}`)) n++;
    const pose = { id: `pose-${n}`, name: `Pose ${n}`, turnDeg: look.subject.turnDeg, note: '', done: false };
    return { ...look, day: { ...look.day, poses: [...poses, pose] } };
  });
}

export function changePose(id: string, key: string, change: Partial<Day['poses'][number]>): void {
  edit(`day.pose.${id}.${key}`, (look) => ({
    ...look,
    day: { ...look.day, poses: look.day.poses.map((one) => (one.id === id ? { ...one, ...change } : one)) },
  }));
}

export function removePose(id: string): void {
  edit('day.poses', (look) => ({ ...look, day: { ...look.day, poses: look.day.poses.filter((one) => one.id !== id) } }));
}
