import { readFiguresFrom } from '../../figures/read';
import { random } from '../../src/figure/numeric';
import { amountAt } from '../../src/picture/amounts';
import { spotOf } from '../../src/picture/room-parts';
import { flareOf, inScatter } from '../../src/transport/air';
import { reaching } from '../../src/transport/reach';
import { SKIN_SPREAD } from '../../src/transport/skin-light';
import { stageOf } from '../../src/transport/stage';
import { bring, placed, type Placed } from '../../src/transport/zone-light';
import { modifierOf, MODIFIERS } from '../../src/catalogue';
import { demoLooks } from '../../src/demo';
import type { Board, Look } from '../../src/document';
import { parseLook } from '../../src/scene';
import { paintsOf, reflectancesOf } from '../../src/scene/reflectances';
import { drawn, type Drawn, inRoom } from '../picture-support';

/**
 * One physics: what a light brings to a zone by the figures, and to the place of the picture that shows it, are the same. Looks with everything
 * that stands in light's way or sends it on are made up, and every visible zone of each is held against its pixels, light by light.
 */

readFiguresFrom(process.argv[2]!);
const poster = demoLooks()[0]!;
const [W, H] = [240, 160];

/** A look with boards, cards, haze and lights of every kind, turned; the same for the same number. */
function generated(n: number): Look {
  const next = random(1000 + n);
  const between = (low: number, high: number) => low + (high - low) * next();
  const one = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const board = (i: number): Board => ({
    id: `board-${i}`,
    name: `Board ${i}`,
    finish: one(['black', 'white', 'silver', 'silk'] as const),
    position: [between(0.5, 1.1) * (i % 2 ? 1 : -1), between(1.1, 1.8), between(0.2, 0.9)],
    widthM: between(0.3, 1.2),
    heightM: between(0.4, 1.6),
    yawDeg: between(-170, 170),
    lossStops: 1,
    tint: next() < 0.5 ? { kind: 'material', id: one(['cloth-red', 'cloth-cream']) } : null,
  });
  const shapes = [
    { person: 'curls', garment: 'fencing' },
    { person: 'cropped', garment: 'jacket' },
  ] as const;
  return parseLook({
    ...poster,
    air: { hazePerM: n % 3 === 0 ? between(0.01, 0.1) : 0 },
    subject: { ...poster.subject, ...shapes[n % 2]!, headTurnDeg: 6, turnDeg: n % 4 === 1 ? between(-40, 40) : 0 },
    boards: n % 2 ? [board(0), board(1)] : [],
    lights: poster.lights.map((light, i) => ({
      ...light,
      modifier: modifierOf(MODIFIERS[(7 * n + 3 * i) % MODIFIERS.length]!.id),
      position: [
        light.position[0] + between(-0.4, 0.4),
        light.position[1] + between(-0.3, 0.5),
        light.position[2] + between(-0.3, 0.3),
      ],
    })),
  });
}

/** What a light brings to the place of a zone, mean over the parts of the picture that show it there: light, and haze and flare apart. */
function atPixels(
  { seen, terms }: Drawn,
  l: number,
  at: Placed,
): { light: number; air: number; least: number; most: number } | null {
  const term = terms[l]!;
  const distance = (values: Float32Array, i: number) =>
    Math.hypot(values[3 * i]! - at.place[0], values[3 * i + 1]! - at.place[1], values[3 * i + 2]! - at.place[2]);
  const airAt = (p: number) => (term.air ? term.air[p]! : 0);
  if (!at.on) {
    const { room } = seen;
    let best = -1;
    let nearest = Infinity;
    for (let i = 0; i < room.through; i++) {
      const { x, y, z } = spotOf(seen, i);
      const away = Math.hypot(x - at.place[0], y - at.place[1], z - at.place[2]);
      if (away < nearest) [best, nearest] = [i, away];
    }
    if (nearest > 0.02) return null;
    const cards = term.sent.reduce((sum, card) => sum + inRoom(seen, card)[best]!, 0);
    const light = (amountAt(term.room, best) + cards) / room.fade[best]!;
    return { light, air: airAt(room.pixel[best]!), least: light, most: light };
  }
  const { fragments: f } = seen;
  const near: { i: number; d: number }[] = [];
  for (let i = 0; i < f.count; i++) {
    if (f.surface[i] !== at.on.surface) continue;
    const d = distance(f.place, i);
    if (d < 0.012) near.push({ i, d });
  }
  if (near.length < 6) return null;
  near.sort((a, b) => a.d - b.d);
  const [a, b, c] = SKIN_SPREAD[1]!;
  const parts = near.slice(0, 10).map(({ i }) => {
    const k = f.inSkin[i]!;
    const direct =
      k >= 0 ? a * amountAt(term.sharp, i) + b * amountAt(term.near, k) + c * amountAt(term.wide, k) : amountAt(term.sharp, i);
    const cards = term.sent.reduce((sum, card) => sum + amountAt(card.sharp, i), 0);
    return (direct + cards + amountAt(term.cloth, i) + (k >= 0 ? amountAt(term.skin, k) : 0)) / f.fade[i]!;
  });
  const light = parts.reduce((sum, v) => sum + v, 0) / parts.length;
  return { light, air: airAt(f.pixel[near[0]!.i]!), least: Math.min(...parts), most: Math.max(...parts) };
}

interface Row {
  readonly n: number;
  readonly zone: string;
  readonly light: string;
  /** Figure over the mean of the parts of the picture that show the place. */
  readonly stops: number;
  /** How unevenly the place is lit in the picture: stops from the least to the largest of those parts. */
  readonly spread: number;
  /** Stops by which the figure is outside of them. */
  readonly outside: number;
}

const rows: Row[] = [];
for (let n = 0; n < 16; n++) {
  const look = generated(n);
  const picture = drawn(look, W, H, n % 25 === 0 ? 'finest' : 'quick');
  const stage = stageOf(look);
  const { eye, forward } = picture.seen.view;
  look.lights.forEach((light, l) => {
    const reach = reaching(light, stage, paintsOf(look, reflectancesOf(look)));
    const { veil } = flareOf(reach, stage, eye, forward);
    const all = look.probes.flatMap((probe) => {
      const at = placed(stage, probe);
      if (at.on?.strands.length) return [];
      const b = bring(reach, at, eye);
      const figure =
        b.direct[1] +
        b.fromCloth +
        b.fromSkin +
        b.cards.reduce((sum, { value }) => sum + value, 0) +
        b.sent.reduce((sum, value) => sum + value, 0);
      const air = veil + inScatter(reach, stage, stage.hazePerM, eye, at.place);
      const pixel = atPixels(picture, l, at);
      return pixel ? [{ zone: probe.id, figure, air, pixel }] : [];
    });
    // Scraps are left out: what is four stops under the brightest zone of this light, or five under the brightest part of the picture. Eight
    // stops under it is dark.
    const { sharp } = picture.terms[l]!;
    const parts = sharp.codes.reduce((best, _, i) => Math.max(best, amountAt(sharp, i)), 0);
    const most = all.reduce((best, { figure, pixel }) => Math.max(best, figure, pixel.light), parts / 2);
    for (const { zone, figure, air, pixel } of all) {
      if (figure + pixel.light <= most / 16) continue;
      const dark = most / 256;
      const stopsOver = (light: number) => Math.log2(Math.max(dark, figure + air) / Math.max(dark, light + pixel.air));
      const outside = Math.max(0, stopsOver(pixel.most), -stopsOver(pixel.least));
      const spread = stopsOver(pixel.least) - stopsOver(pixel.most);
      rows.push({ n, zone, light: light.id, stops: stopsOver(pixel.light), spread, outside });
    }
  });
}
process.stdout.write(JSON.stringify(rows));
