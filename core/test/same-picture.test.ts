import { demoLooks } from '../src/demo';
import type { Light, Look } from '../src/document';
import { pictureText, samePicture } from '../src/scene';

const poster = demoLooks()[0]!;
const withLight = (change: Partial<Light>): Look => ({
  ...poster,
  lights: poster.lights.map((light, i) => (i === 0 ? { ...light, ...change } : light)),
});

describe('two looks of one picture', () => {
  const [key] = poster.lights as [Light];
  it.each<[string, Look]>([
    ['the title', { ...poster, title: 'Another' }],
    ['a note', { ...poster, brief: { ...poster.brief, note: 'x' } }],
    ['a check-off', { ...poster, build: { ...poster.build, checked: ['key'] } }],
    ['the day', { ...poster, day: { ...poster.day } }],
    ['a light’s name', withLight({ name: 'Sun' })],
    ['a lock', withLight({ locked: true })],
    ['a rig', withLight({ rig: { ...key.rig, holder: 'Ash' } })],
    ['nothing, in a list made anew', { ...poster, lights: [...poster.lights] }],
  ])('differ in %s', (_what, look) => {
    expect(samePicture(poster, look)).toBe(true);
    expect(pictureText(look)).toBe(pictureText(poster));
  });

  it.each<[string, Look]>([
    ['a power', withLight({ powerStops: key.powerStops - 1 })],
    ['a gel', withLight({ gels: [] })],
    ['a mute', withLight({ muted: true })],
    ['the camera', { ...poster, camera: { ...poster.camera, iso: 400 } }],
    ['the subject', { ...poster, subject: { ...poster.subject, turnDeg: 20 } }],
    ['a board', { ...poster, boards: [] }],
    ['a light less', { ...poster, lights: poster.lights.slice(1) }],
    ['the order of lights', { ...poster, lights: [...poster.lights].reverse() }],
    ['another look', demoLooks()[1]!],
  ])('are two where they differ in %s', (_what, look) => {
    expect(samePicture(poster, look)).toBe(false);
    if (JSON.stringify(look) !== JSON.stringify(poster)) expect(pictureText(look)).not.toBe(pictureText(poster));
  });

  it('read the same however they came, and whatever machine worked them out', () => {
    const turned = Object.fromEntries(Object.entries(poster).reverse()) as unknown as Look;
    expect(pictureText(JSON.parse(JSON.stringify(turned)) as Look)).toBe(pictureText(poster));
    expect(pictureText(withLight({ powerStops: key.powerStops * (1 + 1e-12) }))).toBe(pictureText(poster));
    expect(pictureText(withLight({ powerStops: key.powerStops + 0.01 }))).not.toBe(pictureText(poster));
  });
});
