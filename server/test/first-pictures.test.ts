import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { demoLooks, nightOvenLooks, nocturneLooks } from '@fulgent/core/demo';
import { PERSON_IDS, type Look, type Mood } from '@fulgent/core/document';
import { makeStudio } from '@fulgent/core/picture';
import {
  COLOUR_SETS,
  firstFaces,
  firstPicture,
  LIGHT_SETS,
  portraitOf,
  USUAL_CHOICES,
  type SeenChoices,
} from '@fulgent/core/planning';
import { newLook } from '@fulgent/core/planning/search';
import { parseLook } from '@fulgent/core/scene';
import sharp from 'sharp';
import { lookPictures, wholeSize } from '../src/frames/look-pictures';
import { shippedIn, shippedName } from '../src/frames/shipped';

/** What is there before anything is drawn: it has to be what would be drawn. */

const folder = path.resolve(__dirname, '../../app/public/first');
const [version] = readdirSync(folder) as [string];
const files = readdirSync(path.join(folder, version)).sort();
const read = (name: string) => readFileSync(path.join(folder, version, `${name}.jpg`));
const MOODS: readonly Mood[] = ['dark', 'neutral', 'bright'];
const all = COLOUR_SETS.flatMap(({ id }) => MOODS.map((mood): SeenChoices => ({ ...USUAL_CHOICES, colours: id, mood })));
const people = PERSON_IDS.map((person): SeenChoices => ({ ...USUAL_CHOICES, person }));

const [W, H] = [180, 120];
const FACE_W = 92;
const drawn = (look: Look, width: number, height: number) => {
  const { rgba } = makeStudio().picture({ look, width, height, fineness: 2 });
  return sharp(Buffer.from(rgba.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .raw()
    .toBuffer();
};
const apart = (a: Buffer, b: Buffer) => a.reduce((sum, v, i) => sum + Math.abs(v - b[i]!), 0) / a.length;
const lookOf = (choices: SeenChoices) => newLook({ title: 'New look', ...choices });

describe('pictures of the first choices', () => {
  it('are there for every pair of colours in every mood and for everybody, and nothing else is', () => {
    const names = new Set([...all.flatMap((one) => [firstPicture(one), firstFaces(one)]), ...people.map(firstPicture)]);
    expect(names.has(null)).toBe(false);
    expect(files).toEqual([...names].map((name) => `${name}.jpg`).sort());
  });

  it('have an address that changes with them', () => {
    expect(readdirSync(folder)).toHaveLength(1);
    const { version: asked } = JSON.parse(readFileSync(path.resolve(folder, '../../src/shoots/first.json'), 'utf8')) as {
      version: string;
    };
    expect(asked).toBe(version);
    const order = [...all.flatMap((one) => [firstPicture(one)!, firstFaces(one)!]), ...people.map((one) => firstPicture(one)!)];
    const hash = createHash('sha256');
    for (const name of new Set(order)) hash.update(`${name}.jpg`).update(read(name));
    expect(hash.digest('hex').slice(0, 10)).toBe(version);
  });

  it('are small enough to be there at once', () => {
    const bytes = files.map((file) => readFileSync(path.join(folder, version, file)).length);
    expect(Math.max(...bytes)).toBeLessThan(60_000);
    expect(bytes.reduce((sum, one) => sum + one, 0)).toBeLessThan(1_200_000);
  });

  it('stand for no other choice', () => {
    const others: Partial<SeenChoices>[] = [
      { skin: 'dark' },
      { backdrop: 'paper-white' },
      { lights: LIGHT_SETS[0].id },
      { lamps: 'continuous' },
      { camera: 'cinema' },
      { person: 'curls', mood: 'dark' },
    ];
    for (const other of others) expect(firstPicture({ ...USUAL_CHOICES, ...other })).toBeNull();
    expect(firstFaces({ ...USUAL_CHOICES, skin: 'dark' })).toBeNull();
    expect(firstFaces({ ...USUAL_CHOICES, person: 'bald' })).toBe(firstFaces(USUAL_CHOICES));
  });

  it.each([all[9]!, people[3]!])(
    'are what is drawn now: else run `npm run first-pictures` ($colours, $mood, $person)',
    async (one) => {
      const kept = await sharp(read(firstPicture(one)!))
        .resize(W, H, { fit: 'fill' })
        .raw()
        .toBuffer();
      const now = await drawn(lookOf(one), W, H);
      expect(apart(kept, now)).toBeLessThan(2.5);
      // Two that are not of the same choices are told apart by this.
      const other = await sharp(read(firstPicture(all[14]!)!))
        .resize(W, H, { fit: 'fill' })
        .raw()
        .toBuffer();
      expect(apart(other, now)).toBeGreaterThan(4);
    },
  );

  it('so are the faces, in their order', async () => {
    const one = all[4]!;
    const strip = sharp(read(firstFaces(one)!));
    const { width, height } = (await strip.metadata()) as { width: number; height: number };
    const each = width / PERSON_IDS.length;
    const [w, h] = [FACE_W, Math.round((FACE_W * height) / each)];
    const last = PERSON_IDS.length - 1;
    const kept = await strip
      .extract({ left: last * each, top: 0, width: each, height })
      .resize(w, h, { fit: 'fill' })
      .raw()
      .toBuffer();
    expect(apart(kept, await drawn(portraitOf(lookOf(one), PERSON_IDS[last]!), w, h))).toBeLessThan(4);
  });
});

describe('pictures of the demo', () => {
  const looks = [...demoLooks(), ...nightOvenLooks(), ...nocturneLooks()];
  const shipped = shippedIn(path.resolve(__dirname, '../pictures'));
  const never = () => Promise.reject(new Error('Nothing is to be drawn.'));

  it('are there for every look as it begins, and nothing else is: else run `npm run first-pictures -- demo`', () => {
    expect(readdirSync(path.resolve(__dirname, '../pictures')).sort()).toEqual(looks.map(shippedName).sort());
  });

  it('are known by what a look shows, however it came', async () => {
    const [look] = looks as [Look];
    const same = parseLook(
      JSON.parse(JSON.stringify({ ...look, title: 'Renamed', lights: look.lights.map((light) => ({ ...light, locked: true })) })),
    );
    expect(shippedName(same)).toBe(shippedName(look));
    const [key, ...others] = look.lights;
    expect(await shipped({ ...look, lights: [{ ...key!, powerStops: key!.powerStops - 1 }, ...others] })).toBeNull();
    expect(await shipped({ ...look, camera: { ...look.camera, iso: 2 * look.camera.iso } })).toBeNull();
  });

  it('are given without drawing anything, to whoever waits and for good', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-shipped-'));
    const pictures = lookPictures(folder, never, never, shipped);
    const [look] = looks as [Look];
    const waited = await pictures.sketch(look);
    const kept = await pictures.of('a', 1, () => look);
    expect(kept.equals(waited)).toBe(true);
    expect((await pictures.stored('a', 1))!.equals(kept)).toBe(true);
    await expect(pictures.sketch({ ...look, air: { hazePerM: 0.1 } })).rejects.toThrow('Nothing is to be drawn');
    rmSync(folder, { recursive: true });
  });

  it.each([1, 9])('are what is drawn now (%d)', async (i) => {
    const look = looks[i]!;
    const { width, height } = wholeSize(look);
    const [w, h] = [Math.round(width / 5), Math.round(height / 5)];
    const kept = await sharp((await shipped(look))!)
      .resize(w, h, { fit: 'fill' })
      .raw()
      .toBuffer();
    expect(apart(kept, await drawn(look, w, h))).toBeLessThan(3);
  });
});
