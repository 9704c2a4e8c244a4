import { demoLooks } from '@fulgent/core/demo';
import type { Light, Look } from '@fulgent/core/document';
import { stepWords } from '../src';

const look = demoLooks()[0]!;
const withLight = (id: string, change: (light: Light) => Partial<Light>): Look => ({
  ...look,
  lights: look.lights.map((light) => (light.id === id ? { ...light, ...change(light) } : light)),
});
const camera = (change: Partial<Look['camera']>): Look => ({ ...look, camera: { ...look.camera, ...change } });

describe('what a step of work did', () => {
  it.each<[string, Look, RegExp | string]>([
    ['a power', withLight('rim-right', ({ powerStops }) => ({ powerStops: powerStops + 0.3 })), 'Rim right +0.3'],
    ['a gel', withLight('key', () => ({ gels: [{ gel: 'amber-deep', strength: 1 }] })), /^Key: .*amber/],
    ['no gel', withLight('rim-left', () => ({ gels: [] })), 'Rim left: no gel'],
    ['moved', withLight('key', ({ position: [x, y, z] }) => ({ position: [x + 0.5, y, z] })), 'Key moved'],
    ['muted', withLight('key', () => ({ muted: true })), 'Key muted'],
    ['a name', withLight('key', () => ({ name: 'Main' })), 'Key is called Main'],
    ['one less', { ...look, lights: look.lights.slice(1) }, `${look.lights[0]!.name} taken away`],
    ['one more', { ...look, lights: [...look.lights, { ...look.lights[0]!, id: 'new', name: 'Kicker' }] }, 'Kicker put up'],
    ['all powers', { ...look, lights: look.lights.map((l) => ({ ...l, powerStops: l.powerStops - 0.5 })) }, 'Powers of 4 lights'],
    ['ISO', camera({ iso: 2 * look.camera.iso }), `ISO ${look.camera.iso} to ${2 * look.camera.iso}`],
    ['white', camera({ whiteK: 3200 }), /^White \d+ K to 3200 K$/],
    ['something of the camera', camera({ glare: 0.03 }), 'The camera'],
    ['haze', { ...look, air: { hazePerM: 0.03 } }, 'The haze'],
    ['two parts', { ...look, air: { hazePerM: 0.03 }, title: 'Other' }, /^The title and the haze$/],
    ['nothing', look, 'Nothing that shows'],
  ])('%s', (_name, after, words) => {
    const said = stepWords(look, after);
    if (typeof words === 'string') expect(said).toBe(words);
    else expect(said).toMatch(words);
  });

  it('is the same thing both ways round, and fits a button', () => {
    const after = withLight('rim-right', ({ powerStops }) => ({ powerStops: powerStops - 1 }));
    expect(stepWords(after, look)).toBe('Rim right +1.0');
    expect(stepWords(look, after).length).toBeLessThan(40);
  });
});
