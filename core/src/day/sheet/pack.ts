import { buildOrder } from '../../planning/build/order';
import type { Light, Look } from '../../document/schema';
import { gelNameIn } from '../../scene/resolve';

/** One kind of thing to pack, and how many. */
export interface PackItem {
  readonly kind: 'fixture' | 'gel' | 'modifier' | 'board' | 'stand' | 'power' | 'rigging' | 'tape';
  readonly name: string;
  readonly count: number;
  /** What it is for. */
  readonly use: string;
}

/** Gel in a head or box is cut to its lamp, not to its face, cm. */
const INSIDE_CM = 25;
const TUBE_WRAP_CM = 25;
/** Gel laps over the edge on every side, cm. */
const LAP_CM = 3;

/** The least sheet that covers a light where its gel is held, cm. */
export function sheetSizeCm({ modifier, mount }: Pick<Light, 'modifier' | 'mount'>): readonly [number, number] {
  const { face } = modifier;
  if (mount === 'inside') return [INSIDE_CM, INSIDE_CM];
  const lapped = (metres: number) => Math.ceil(100 * metres + 2 * LAP_CM);
  switch (face.kind) {
    case 'disc':
      return [lapped(2 * face.radiusM), lapped(2 * face.radiusM)];
    case 'rectangle':
      return [lapped(Math.min(face.widthM, face.heightM)), lapped(Math.max(face.widthM, face.heightM))];
    case 'tube':
      return [TUBE_WRAP_CM, lapped(face.lengthM)];
  }
}

const BOARD_NAMES = { black: 'Black flag', silk: 'Silk', silver: 'Silver card', white: 'White card' } as const;
const HUNG: ReadonlySet<Light['rig']['hold']> = new Set(['boom', 'overhead', 'magnet', 'tape']);
/** A roll does for so many gels. */
const GELS_A_ROLL = 6;

/** What has to be there: equal things counted together, in the order fixtures, modifiers, gels, boards, stands, power, rigging, tape. */
export function packList(look: Look): PackItem[] {
  const lights = buildOrder(look).filter(({ role }) => role !== 'window');
  const items = new Map<string, { kind: PackItem['kind']; name: string; count: number; use: Set<string> }>();
  const add = (kind: PackItem['kind'], name: string, count: number, use: string) => {
    if (count <= 0) return;
    const key = `${kind} ${name}`;
    const item = items.get(key) ?? { kind, name, count: 0, use: new Set<string>() };
    item.count += count;
    item.use.add(use);
    items.set(key, item);
  };
  for (const light of lights) add('fixture', light.fixture.name, light.pieces, light.name);
  for (const light of lights) add('modifier', light.modifier.name, light.pieces, light.name);
  for (const light of lights)
    for (const { gel, strength } of light.gels) {
      const [w, h] = sheetSizeCm(light);
      add('gel', gelNameIn(look.spectra, gel), light.pieces * Math.max(1, Math.round(strength)), `${light.name}, ${w} x ${h} cm`);
    }
  for (const { name, finish, widthM, heightM } of look.boards)
    add('board', `${BOARD_NAMES[finish]} ${Math.round(100 * widthM)} x ${Math.round(100 * heightM)} cm`, 1, name);
  const held = (hold: Light['rig']['hold']) => lights.filter(({ rig, role }) => rig.hold === hold && role !== 'practical');
  const pieces = (list: readonly Light[]) => list.reduce((sum, light) => sum + light.pieces, 0);
  add('stand', 'Stand with weight', pieces(held('stand')) + look.boards.length, 'lights and boards');
  add(
    'stand',
    'Boom with counterweight',
    pieces(held('boom')),
    held('boom')
      .map(({ name }) => name)
      .join(', '),
  );
  const mains = lights.filter(({ rig }) => !rig.battery);
  add('power', `Lead, ${look.day.leadM} m`, pieces(mains), 'one a light, unrolled');
  add('power', 'Battery', pieces(lights.filter(({ rig }) => rig.battery)), 'and one charged for each');
  for (const { name, lamp, pieces: count } of lights)
    if (lamp) add('power', `Bulb, ${lamp.fittedW} W`, count + 1, `${name}, one to spare`);
  const hung = lights.filter(({ rig }) => HUNG.has(rig.hold));
  add('rigging', 'Rated safety line', pieces(hung), hung.map(({ name }) => name).join(', '));
  const gels = lights.reduce((sum, light) => sum + light.gels.length * light.pieces, 0);
  add('tape', 'Roll of gel tape', gels ? Math.ceil(gels / GELS_A_ROLL) : 0, 'edges and gaps, ends folded to tabs');
  add('tape', 'Roll of gaffer tape', mains.length ? 1 : 0, 'leads on the floor');
  return [...items.values()].map(({ kind, name, count, use }) => ({ kind, name, count, use: [...use].join('; ') }));
}
