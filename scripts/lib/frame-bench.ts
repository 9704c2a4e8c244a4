// Reads trial frames as the server does, and counts what it says of them.
import { readFiguresFrom } from '../../core/figures/read';
import { NO_META, readTestFrame } from '../../core/src/day';
import { makeStudio } from '../../core/src/picture/index';
import { trialLooks, trialsOf } from './frame-trials';

/** Looks from the tenth on are turned and moved by the seed: none is a demo look as it ships. */
const SHIPPED = 10;

export async function benchFrames(figures: string, looks: number, seed: number, say: (line: string) => void): Promise<void> {
  readFiguresFrom(figures);
  const counts = { untouched: 0, falselyNamed: 0, one: 0, oneFound: 0, half: 0, halfFound: 0, refused: 0 };
  const errors: number[] = [];
  for (const [k, look] of trialLooks(SHIPPED + looks, seed)
    .slice(SHIPPED)
    .entries()) {
    const studio = makeStudio();
    for await (const { frame, planted, name, disturbed } of trialsOf(look, 1000 * seed + SHIPPED + k)) {
      const { comparison } = readTestFrame(studio, frame, look, { kind: 'full', lightId: '', given: [], meta: NO_META });
      const { fits, reason, lights } = comparison!;
      if (!fits) counts.refused++;
      const named = lights.filter(({ isOff }) => isOff);
      if (!planted) {
        counts.untouched++;
        if (named.length) counts.falselyNamed++;
      } else {
        const size = Math.abs(planted.stops) === 1 ? 'one' : 'half';
        const light = lights.find(({ lightId }) => lightId === planted.id)!;
        counts[size]++;
        if (light.isOff && Math.sign(light.offStops) === Math.sign(planted.stops)) counts[`${size}Found`]++;
        if (!light.unseen) errors.push(Math.abs(light.offStops - planted.stops));
      }
      const said = named.map(
        ({ lightId, offStops, uncertainStops }) => `${lightId} ${offStops.toFixed(2)} ±${uncertainStops.toFixed(2)}`,
      );
      say(
        `${name}, ${disturbed.join(' ') || 'plain'}, ${planted ? `${planted.id} ${planted.stops}` : 'untouched'}: ${reason ?? (said.join(', ') || 'as planned')}`,
      );
    }
  }
  errors.sort((a, b) => a - b);
  say(`untouched and no light named: ${counts.untouched - counts.falselyNamed} of ${counts.untouched} (goal 95 %)`);
  say(`a stop off, named with its sign: ${counts.oneFound} of ${counts.one} (goal 90 %)`);
  say(`half a stop off: ${counts.halfFound} of ${counts.half} (goal 75 %)`);
  say(`median error ${errors[Math.floor(errors.length / 2)]?.toFixed(2)} stop (goal 0.1); refused ${counts.refused}`);
}
