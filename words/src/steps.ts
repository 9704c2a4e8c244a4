import { changedIn, type Light, type Look, type LookCamera } from '@fulgent/core/document';
import { formatShutter, formatStops } from '@fulgent/core/exposure';
import { gelNameIn } from '@fulgent/core/scene';
import { PART_WORDS } from './changed';

/** What one step of work changed, short enough for a button: 'Rim right +0.3', 'Key: deep amber', 'ISO 100 to 200'. */
export function stepWords(before: Look, after: Look): string {
  const { lights, parts } = changedIn(before, after);
  // What only follows from what was done is not told beside it.
  const told = parts.filter((part) => part !== 'spectra' && !(lights.length > 0 && (part === 'build' || part === 'probes')));
  if (lights.length > 0 && told.length === 0) return lightsWords(before, after);
  if (lights.length === 0 && told.length === 1 && told[0] === 'camera') return cameraWords(before.camera, after.camera);
  const things = [
    ...(lights.length === 1 ? lights : lights.length ? [`${lights.length} lights`] : []),
    ...told.map((part) => PART_WORDS[part]),
  ];
  const [first = 'nothing that shows', second] = things;
  const text = things.length > 2 ? `${first} and ${things.length - 1} more` : second ? `${first} and ${second}` : first;
  return text.charAt(0).toUpperCase() + text.slice(1);
}

function lightsWords(before: Look, after: Look): string {
  const was = new Map(before.lights.map((light) => [light.id, light]));
  const is = new Map(after.lights.map((light) => [light.id, light]));
  const gone = before.lights.find(({ id }) => !is.has(id));
  const come = after.lights.find(({ id }) => !was.has(id));
  if (gone && !come) return `${gone.name} taken away`;
  if (come && !gone) return `${come.name} put up`;
  const changed = after.lights.flatMap((light) => {
    const old = was.get(light.id);
    return old && JSON.stringify(old) !== JSON.stringify(light) ? [{ old, light }] : [];
  });
  if (changed.length === 0) return 'Order of the lights';
  if (changed.length === 1) return lightWords(changed[0]!.old, changed[0]!.light, after);
  const isOnlyPower = changed.every(({ old, light }) => fieldsOf(old, light).every((key) => key === 'powerStops'));
  return `${isOnlyPower ? 'Powers of ' : ''}${changed.length} lights`;
}

const fieldsOf = (old: Light, light: Light) =>
  (Object.keys(light) as (keyof Light)[]).filter((key) => JSON.stringify(old[key]) !== JSON.stringify(light[key]));

const FIELD_WORDS: Readonly<Partial<Record<keyof Light, string>>> = {
  setting: 'colour',
  fixture: 'fixture',
  modifier: 'modifier',
  position: 'moved',
  aim: 'aimed',
  rig: 'rig',
  unit: 'this unit',
  rollDeg: 'turned',
  mount: 'how its gel is held',
  leak: 'leak',
  pieces: 'pieces',
  effect: 'effect',
  zone: 'its place',
};

function lightWords(old: Light, light: Light, look: Look): string {
  const fields = fieldsOf(old, light);
  if (fields.includes('name')) return `${old.name} is called ${light.name}`;
  if (fields.includes('fixture')) return `${light.name}: ${light.fixture.name}`;
  if (fields.includes('gels')) {
    const names = light.gels.map(({ gel }) => gelNameIn(look.spectra, gel)).join(' + ');
    return `${light.name}: ${names || 'no gel'}`;
  }
  if (fields.includes('powerStops') && fields.length === 1)
    return `${light.name} ${formatStops(light.powerStops - old.powerStops)}`;
  for (const [key, on, off] of [
    ['on', 'on', 'off'],
    ['muted', 'muted', 'heard again'],
    ['solo', 'alone', 'with the others'],
    ['locked', 'locked', 'unlocked'],
  ] as const)
    if (fields.length === 1 && fields[0] === key) return `${light.name} ${light[key] ? on : off}`;
  const word = fields.map((key) => FIELD_WORDS[key]).find(Boolean);
  return word ? `${light.name} ${word}` : light.name;
}

function cameraWords(before: LookCamera, after: LookCamera): string {
  const shown: readonly (readonly [keyof LookCamera, string, (camera: LookCamera) => string])[] = [
    ['aperture', '', ({ aperture }) => `f/${Number(aperture.toPrecision(2))}`],
    ['iso', 'ISO ', ({ iso }) => `${iso}`],
    ['shutterS', '', ({ shutterS }) => formatShutter(shutterS)],
    ['whiteK', 'White ', ({ whiteK }) => `${Math.round(whiteK)} K`],
    ['ndStops', 'ND ', ({ ndStops }) => `${ndStops}`],
    ['focalMm', '', ({ focalMm }) => `${focalMm} mm`],
    ['distanceM', 'Camera ', ({ distanceM }) => `${Number(distanceM.toFixed(2))} m`],
  ];
  const [one] = shown.filter(([key]) => before[key] !== after[key]);
  return one ? `${one[1]}${one[2](before)} to ${one[2](after)}` : 'The camera';
}
