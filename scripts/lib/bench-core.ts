// The computations that have budgets, on generated looks. Bundled and run by scripts/bench.mjs.
import { readFiguresFrom } from '../../core/figures/read';
import { baseCamera } from '../../core/src/camera';
import { fixtureOf, modifierOf, STAND_IN_KIT } from '../../core/src/catalogue';
import { demoLooks, nightOvenLooks } from '../../core/src/demo';
import type { ColourFixture, Look } from '../../core/src/document';
import { matchFixture, mixOf } from '../../core/src/fixture';
import { findGel, gelAtStrength } from '../../core/src/gel';
import { gelOptions, LIGHT_SETS, makeLight, searchGels } from '../../core/src/planning';
import { balance, meansFor, newLook, paletteChecks } from '../../core/src/planning/search';
import { evaluate } from '../../core/src/scene';
import { daylightSource } from '../../core/src/source';
import { flat, product } from '../../core/src/spectrum';
import { windowAlone } from '../../core/src/vivid';

import { benchFrame } from './bench-frame';
import { benchSearch } from './bench-search';

type Row = [what: string, measured: string, budget: string];

/** Runs `work` for about a second after a warm-up and gives the times in ms, sorted. */
function times(work: (i: number) => unknown): number[] {
  for (let i = 0; i < 20; i++) work(i);
  const out: number[] = [];
  const end = performance.now() + 1500;
  for (let i = 0; performance.now() < end || out.length < 12; i++) {
    const start = performance.now();
    work(i);
    out.push(performance.now() - start);
  }
  return out.sort((a, b) => a - b);
}

function summary(sorted: readonly number[]): string {
  const at = (q: number) => sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))]!.toFixed(2);
  return `median ${at(0.5)} ms, p95 ${at(0.95)} ms (${sorted.length} runs)`;
}

/** A look of six lights: key, fill, two rims, hair and backdrop. */
function sixLights(): Look {
  const look = newLook({ title: 'Six', skin: 'light', backdrop: 'paper-grey', camera: 'stills', lights: 'full' });
  const [key, rim] = [look.lights[0]!, look.lights[1]!];
  const fill = makeLight({
    ...key,
    id: 'fill',
    name: 'Fill',
    role: 'fill',
    zone: 'face-shadow',
    position: [1.4, 1.5, 1.5],
    gels: [{ gel: 'teal-mid', strength: 1 }],
    modifier: modifierOf('umbrella'),
  });
  const hair = makeLight({
    ...rim,
    id: 'hair',
    name: 'Hair',
    role: 'hair',
    zone: 'hair-right',
    position: [0.6, 2.3, -1],
    gels: [{ gel: 'violet-pale', strength: 1 }],
  });
  return { ...look, lights: [...look.lights, fill, hair] };
}

export function demoLook(): Look {
  return demoLooks()[0]!;
}

/** `bandFile` is what draws beside the main thread, bundled. */
export async function benchCore(bandFile: string): Promise<Row[]> {
  readFiguresFrom('core/figures');
  const six = sixLights();
  const moved = (i: number): Look => ({
    ...six,
    lights: six.lights.map((light, l) => ({
      ...light,
      powerStops: Math.max(light.fixture.minStops, -((i * 7 + l * 3) % 20) / 3),
    })),
  });
  const filtered = product(daylightSource(5600), findGel('azure-mid')!.transmittance);
  const grey = flat(0.18);
  const gels = gelOptions(STAND_IN_KIT);
  // Four depths of each gel: 208, over 21 000 pairs.
  const many = gels.flatMap((gel) =>
    [1, 0.5, 0.25, 2].map((strength) => ({
      ...gel,
      id: `${gel.id}-${strength}`,
      transmittance: gelAtStrength(gel.transmittance, strength),
    })),
  );
  const camera = baseCamera();
  const source = daylightSource(5600);
  const target = (i: number) => ({ hueDeg: (i * 37) % 360, purity: 0.05 + ((i * 13) % 20) / 100 });
  const lookup = { gel: (id: string) => findGel(id)!.transmittance };
  const leader = mixOf(
    fixtureOf('colour-panel') as ColourFixture,
    { mode: 'hsi', hueDeg: 190, saturation: 0.7, whiteK: 5600 },
    lookup,
  );
  const follower = fixtureOf('colour-spot') as ColourFixture;
  const oven = nightOvenLooks()[0]!;
  let worst = 0;
  const balances = times((i) => (worst = Math.max(worst, balance(moved(i)).objective.after)));
  return [
    [`evaluate, ${six.lights.length} lights`, summary(times((i) => evaluate(moved(i)))), '5 ms'],
    [`balance, ${six.lights.length} lights from scattered powers`, summary(balances), '100 ms'],
    [
      `gel search, ${gels.length} gels, all pairs`,
      summary(times((i) => searchGels({ source, camera, target: target(i), gels }))),
      '100 ms',
    ],
    [
      `gel search, ${many.length} gels, all pairs`,
      summary(times((i) => searchGels({ source, camera, target: target(i), gels: many }))),
      'none set',
    ],
    [
      'match of a five-emitter fixture to a leader, every mode',
      summary(times(() => matchFixture({ spectrum: leader.spectrum, setting: null }, follower, camera, lookup))),
      'none set',
    ],
    [
      'means for a colour: gels, and every fixture of the kit compared',
      summary(times((i) => meansFor({ look: oven, light: oven.lights[1]!, target: target(i), kit: STAND_IN_KIT }))),
      'none set',
    ],
    ['palette checks, 4 lights', summary(times(() => paletteChecks(oven))), 'none set'],
    ['vivid window of one light alone', summary(times(() => windowAlone(filtered, grey, camera))), 'none set'],
    [
      `new look, balanced (${LIGHT_SETS.length} sets in turn)`,
      summary(
        times((i) =>
          newLook({
            title: 'New',
            skin: 'tan',
            backdrop: 'paper-grey',
            camera: 'stills',
            lights: LIGHT_SETS[i % LIGHT_SETS.length]!.id,
          }),
        ),
      ),
      'none set',
    ],
    ...benchSearch(six),
    ...(await benchFrame(six, bandFile)),
  ];
}
