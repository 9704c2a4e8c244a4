import { cardSources, CARD_REFLECTANCE, fromCard, pastBoards } from '../src/transport/boards';
import { STAND_IN_KIT } from '../src/catalogue';
import { demoLooks } from '../src/demo';
import type { Board, Look } from '../src/document';
import { returnable, returning } from '../src/planning';
import { spillCures } from '../src/planning/search';
import { evaluate, parseLook, reachTable } from '../src/scene';
import { makeStudio } from '../src/picture';

const [poster, washed] = demoLooks() as [Look, Look, Look];

const board = (change: Partial<Board> = {}): Board => ({
  id: 'one',
  name: 'Flag',
  finish: 'black',
  position: [0, 1, 1],
  widthM: 1,
  heightM: 1,
  yawDeg: 0,
  lossStops: 0,
  tint: null,
  ...change,
});

/** From the origin at a height of 1 to a light 2 m towards the camera. */
const past = (boards: Board[], radius = 0.01, x = 0, y = 1) => pastBoards(boards, x, y, 0, x, y, 2, radius);

describe('boards in the way', () => {
  it('a flag hides what is behind it and nothing beside it', () => {
    expect(past([board()])).toBe(0);
    expect(past([board()], 0.01, 0.7)).toBe(1);
    expect(past([board()], 0.01, 0, 1.7)).toBe(1);
    // Behind the light or behind the place it is not in the way.
    expect(past([board({ position: [0, 1, 3] })])).toBe(1);
    expect(past([board({ position: [0, 1, -1] })])).toBe(1);
    // Edge on it is a line.
    expect(past([board({ yawDeg: 90 })])).toBe(1);
  });

  it('its edge cuts a source in half, softer the larger the source', () => {
    expect(past([board()], 0.2, 0.5)).toBeCloseTo(0.5, 6);
    const [hard, soft] = [past([board()], 0.02, 0.55), past([board()], 0.4, 0.55)];
    expect(hard).toBe(1);
    expect(soft).toBeGreaterThan(0.5);
    expect(soft).toBeLessThan(1);
  });

  it('a silk passes what it says', () => {
    expect(past([board({ finish: 'silk', lossStops: 1 })])).toBeCloseTo(0.5, 12);
    expect(
      past([board({ finish: 'silk', lossStops: 1 }), board({ id: 'two', finish: 'silk', lossStops: 2, position: [0, 1, 0.5] })]),
    ).toBeCloseTo(0.125, 12);
  });

  it('a white card is a Lambertian source far off, and sends back no more than it gets', () => {
    const card = board({ finish: 'white', position: [0, 1, 0], widthM: 0.5, heightM: 0.4 });
    const [source] = cardSources([card, board()], [0, 1, 2], () => 3);
    expect(source!.normal).toEqual([0, 0, 1]);
    // B A cos cos / (pi d^2) at 10 m.
    expect(fromCard(source!, 0, 1, 10, 0, 0, -1)).toBeCloseTo((3 * CARD_REFLECTANCE * 0.2) / (Math.PI * 100), 5);
    expect(fromCard(source!, 0, 1, -1, 0, 0, 1)).toBe(0);
    expect(fromCard(source!, 0, 1, 1, 0, 0, 1)).toBe(0);
    // Everything that leaves, over a half sphere of 3 m.
    let flux = 0;
    const n = 60;
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        const z = (i + 0.5) / n;
        const s = Math.sqrt(1 - z * z);
        const phi = (2 * Math.PI * (j + 0.5)) / n;
        const [x, y] = [s * Math.cos(phi), s * Math.sin(phi)];
        flux += fromCard(source!, 3 * x, 1 + 3 * y, 3 * z, -x, -y, -z) * ((2 * Math.PI * 9) / (n * n));
      }
    expect(flux).toBeLessThanOrEqual(3 * 0.2 * CARD_REFLECTANCE * 1.001);
    expect(flux).toBeGreaterThan(3 * 0.2 * CARD_REFLECTANCE * 0.95);
    // Edge on to the light it gets nothing that counts from behind.
    expect(cardSources([card], [0, 1, -2], () => 1)[0]!.normal[2]).toBe(-1);
  });
});

describe('boards in a look', () => {
  const level = (look: Look, light: string, probe: string) =>
    reachTable(look)[look.lights.findIndex(({ id }) => id === light)]!.find((row) => row.probe === probe)!.stops;

  it('a flag between key and backdrop takes the spill and leaves the face, in readings and picture', () => {
    const flag = spillCures(washed, 'key', 'backdrop', STAND_IN_KIT).find(({ change }) => change.kind === 'flag')!;
    expect(flag.there).toBeLessThan(-0.3);
    expect(flag.atWork).toBeGreaterThan(flag.there);
    const flagged = flag.look;
    expect(flagged.boards).toHaveLength(1);
    parseLook(flagged);
    expect(level(flagged, 'key', 'backdrop') - level(washed, 'key', 'backdrop')).toBeLessThan(-0.2);
    const studio = makeStudio();
    const request = (look: Look) => ({ look, width: 60, height: 40, fineness: 2 as const, only: 'key' });
    const sum = ({ rgba }: { rgba: Uint8ClampedArray }) => rgba.reduce((total, v) => total + v, 0);
    const [plain, held] = [studio.picture(request(washed)), studio.picture(request(flagged))];
    expect(held.newTerms).toBe(1);
    expect(sum(held)).toBeLessThan(sum(plain));
  });

  it('a white card opens the shadow side by the light that falls on it', () => {
    const card = board({ finish: 'white', position: [0.7, 1.6, 0.5], yawDeg: -60, widthM: 1, heightM: 1.4 });
    const opened: Look = { ...poster, boards: [card] };
    const shadow = (look: Look) => evaluate(look).probes.find(({ id }) => id === 'face-shadow')!;
    expect(shadow(opened).stops).toBeGreaterThan(shadow(poster).stops + 0.05);
    expect(level(opened, 'key', 'face-shadow')).toBeGreaterThan(level(poster, 'key', 'face-shadow'));
    const black: Look = { ...poster, boards: [{ ...card, finish: 'black' }] };
    expect(shadow(black).stops).toBeLessThanOrEqual(shadow(poster).stops + 1e-9);
  });

  it('a silver card that returns a lamp to the face is turned as the best of all turns and heights', () => {
    const beam = { ...poster.lights.find(({ id }) => id === 'rim-left')!, position: [-1.2, 2.2, -0.6], aim: [0.7, 1.4, 0.7] };
    const silver = board({ finish: 'silver', position: [0.7, 1.2, 0.7], widthM: 0.6, heightM: 0.6, yawDeg: 40 });
    const look = parseLook({ ...poster, boards: [silver], lights: [beam] });
    const face = (change: Partial<Board>) => level({ ...look, boards: [{ ...silver, ...change }] }, 'rim-left', 'face-key');
    const set = face(returning(look, silver, look.lights[0]!));
    let best = -Infinity;
    for (let yawDeg = -180; yawDeg < 180; yawDeg += 12)
      for (let y = 0.4; y < 2.6; y += 0.4) best = Math.max(best, face({ yawDeg, position: [0.7, y, 0.7] }));
    expect(set).toBeGreaterThan(best - 0.35);
    expect(set).toBeGreaterThan(face({}) + 0.5);
    expect(returnable(look, silver).map(({ id }) => id)).toEqual(['rim-left']);
    expect(returnable(look, { ...silver, finish: 'black' })).toEqual([]);
  });

  it('wrong boards are named', () => {
    expect(() => parseLook({ ...poster, boards: [board({ widthM: 0 })] })).toThrow(/widthM/);
    expect(() => parseLook({ ...poster, boards: [board(), board()] })).toThrow(/stands twice/);
    expect(() => parseLook({ ...poster, boards: [{ ...board(), finish: 'gold' }] })).toThrow(/finish/);
  });
});
