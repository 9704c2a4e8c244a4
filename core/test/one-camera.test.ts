import { readFiguresFrom } from '../figures/read';
import { correctionForLight } from '../src/planning/correction/for-light';
import { cameraOf } from '../src/scene/camera';
import { paletteChecks } from '../src/planning/palette/checks';
import { gelSwatches, reachWithKit } from '../src/planning/palette/with-kit';
import { lightColours } from '../src/planning/palette/light-colours';
import { membersFromLights } from '../src/planning/palette/from-lights';
import { meansFor } from '../src/planning/palette/means';
import { makeStudio } from '../src/picture/studio';
import { sampledSensor } from '../src/camera';
import { STAND_IN_KIT } from '../src/catalogue';
import { demoLooks } from '../src/demo';
import type { Look } from '../src/document';
import { evaluate, parseLook } from '../src/scene';
import { WAVELENGTHS_NM } from '../src/spectrum';

readFiguresFrom(`${__dirname}/../figures`);
const poster = demoLooks()[0]!;

/** Bells about these wavelengths, nm: a sensor of nobody's. */
const bells = (peaks: readonly [number, number, number]) => {
  const [r, g, b] = peaks.map((peak) => Array.from(WAVELENGTHS_NM, (nm) => Math.exp(-(((nm - peak) / 45) ** 2)))) as [
    number[],
    number[],
    number[],
  ];
  return { wavelengthsNm: [...WAVELENGTHS_NM], r, g, b };
};

/** The poster on another sensor that it carries with it. */
function onSensor(peaks: readonly [number, number, number]): Look {
  const look = {
    ...poster,
    camera: { ...poster.camera, sensor: { kind: 'spectrum' as const, id: 'own' } },
    spectra: [...poster.spectra, { kind: 'sensor' as const, id: 'own', name: 'Own', ...bells(peaks) }],
  };
  return parseLook(look);
}

const narrow = onSensor([615, 535, 460]);
const gel = STAND_IN_KIT.find((entry) => entry.kind === 'gel' && entry.id === 'teal-mid')!;
const light = (look: Look) => look.lights.find(({ id }) => id === 'rim-right')!;

/** Every way in which a look's camera is asked, as what it answers. */
const ASKED: Readonly<Record<string, (look: Look) => unknown>> = {
  'the ladder': (look) => evaluate(look).lights.map((one) => one.window),
  zones: (look) => evaluate(look).probes.map(({ hex, stops }) => [hex, stops]),
  'colours of the lights': (look) => lightColours(look),
  'the palette from the lights': (look) => membersFromLights(look),
  'checks of the palette': (look) => paletteChecks(look, STAND_IN_KIT),
  swatches: (look) => gelSwatches(look, light(look), [gel])[0]!.hex,
  'reach of the kit': (look) => reachWithKit(look, STAND_IN_KIT).purity,
  'gel search': (look) => meansFor({ look, light: light(look), target: { hueDeg: 60, purity: 0.2 }, kit: STAND_IN_KIT }).gels,
  'skin under a correction': (look) => correctionForLight(look, light(look), STAND_IN_KIT, 3200, 0, 0).skin,
  'warming afterwards': (look) => correctionForLight(look, light(look), STAND_IN_KIT, 3200, 0, 0).warmUp,
  'the picture': (look) => [...makeStudio().picture({ look, width: 24, height: 16, fineness: 0 }).rgba],
};

describe('the camera of a look', () => {
  it.each(Object.entries(ASKED))('%s follows its sensor', (_, ask) => {
    expect(ask(narrow)).not.toEqual(ask(poster));
  });

  it.each(Object.entries(ASKED))('%s is the same for a sensor by figures and by shift', (name, ask) => {
    if (name === 'the picture') return;
    const [r, g, b] = cameraOf(poster).sensor.map((one) => [...one]) as [number[], number[], number[]];
    const same: Look = {
      ...poster,
      camera: { ...poster.camera, sensor: { kind: 'spectrum', id: 'own' } },
      spectra: [...poster.spectra, { kind: 'sensor', id: 'own', name: 'Own', wavelengthsNm: [...WAVELENGTHS_NM], r, g, b }],
    };
    expect(JSON.parse(JSON.stringify(ask(same)))).toEqual(JSON.parse(JSON.stringify(ask(poster))));
  });

  it('is made once of the same figures, however often the look is read anew', () => {
    const again = () => parseLook(JSON.parse(JSON.stringify(narrow)));
    expect(cameraOf(again()).sensor).toBe(cameraOf(again()).sensor);
    expect(cameraOf(again()).matrix).toBe(cameraOf(again()).matrix);
    expect(sampledSensor(bells([615, 535, 460]))).toBe(sampledSensor(bells([615, 535, 460])));
    expect(sampledSensor(bells([616, 535, 460]))).not.toBe(sampledSensor(bells([615, 535, 460])));
  });

  it('keeps its curve and headroom at another white', () => {
    const look: Look = { ...poster, camera: { ...poster.camera, curve: 'log', headroomStops: 5 } };
    const other = cameraOf(look, { whiteK: 3200, tintDuv: 0.01 });
    expect(other.curve).toBe('log');
    expect(other.whiteResponse).not.toEqual(cameraOf(look).whiteResponse);
    expect(cameraOf(look, look.camera)).toEqual(cameraOf(look));
  });
});
