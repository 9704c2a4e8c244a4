import { formatStops } from '@fulgent/core/exposure';
import { trimmed } from '@fulgent/core/planning';
import { nearestPower } from '@fulgent/core/scene';
import { edit, undo } from '../look/store';
import { say } from '../ui/Toasts';

/**
 * Writes into the look that a light comes out `offStops` stronger than its figures, and dials it back: the plan stays, the sheet says what to dial. One undo step.
 */
export function correctDial(id: string, name: string, offStops: number, by: 'a test frame' | 'a meter' = 'a test frame'): void {
  edit(`frame.correct.${id}`, (look) => {
    const light = look.lights.find((one) => one.id === id);
    if (!light) return look;
    const wanted = Math.min(0, Math.max(light.fixture.minStops, light.powerStops - offStops));
    const turned = nearestPower(light.fixture, wanted) - light.powerStops;
    const dialled = trimmed(look, [id], turned, new Date().toISOString(), `held against ${by}`, '');
    return {
      ...dialled,
      lights: dialled.lights.map((one) =>
        one.id === id
          ? { ...one, unit: { ...one.unit, outputStops: Math.min(4, Math.max(-4, one.unit.outputStops + offStops)) } }
          : one,
      ),
    };
  });
  say(`${name}: ${formatStops(-offStops)} on the sheet.`, { label: 'Undo', run: undo });
}
