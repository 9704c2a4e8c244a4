import type { KitEntry } from '../../catalogue/kit-schema';
import { buildOrder } from '../../planning/build/order';
import { gelNeeds, gelPieceCm } from '../../planning/gel-pieces';
import type { Light, Look } from '../../document/schema';
import { gelNameIn } from '../../scene/resolve';

/** One kind of thing to pack, and how many. */
export interface PackItem {
  readonly kind: 'fixture' | 'gel' | 'modifier' | 'board' | 'cloth' | 'stand' | 'power' | 'rigging' | 'tape';
  readonly name: string;
  readonly count: number;
  /** What it is for. */
  readonly use: string;
  /** How many the kit has; null where it does not list such things, or no kit is asked. */
  readonly have: number | null;
  /** How many have to be borrowed, hired or done without. */
  readonly short: number;
  /** Of gel: how many of its pieces are larger than a sheet and have to be joined, or cut from a roll. */
  readonly joined: number;
}

const BOARD_NAMES = { black: 'Black flag', silk: 'Silk', silver: 'Silver card', white: 'White card' } as const;
const HUNG: ReadonlySet<Light['rig']['hold']> = new Set(['boom', 'overhead', 'magnet', 'tape']);
/** A roll does for so many gels. */
const GELS_A_ROLL = 6;

const IN_KIT: Readonly<Partial<Record<PackItem['kind'], KitEntry['kind']>>> = { fixture: 'fixture', modifier: 'modifier' };

interface Counted {
  readonly kind: PackItem['kind'];
  readonly name: string;
  readonly count: number;
  readonly use: Set<string>;
  readonly joined: number;
  /** How many there are, where that is not found by name. */
  readonly have: number | null;
}

/**
 * What has to be there, against the kit: equal things counted together, in the order fixtures, modifiers, gels (sheets that the pieces are cut from),
 * boards, cloth, stands, power, rigging, tape. Without a kit nothing is short.
 */
export function packList(look: Look, kit: readonly KitEntry[] = []): PackItem[] {
  const lights = buildOrder(look).filter(({ role }) => role !== 'window');
  const items = new Map<string, Counted>();
  const add = (kind: PackItem['kind'], name: string, count: number, use: string, more: Partial<Counted> = {}) => {
    const key = `${kind} ${name}`;
    const before = items.get(key);
    if (count <= 0 && !before) return;
    const uses = (before?.use ?? new Set<string>()).add(use);
    items.set(key, { kind, name, joined: 0, have: null, ...more, count: (before?.count ?? 0) + count, use: uses });
  };
  for (const light of lights) add('fixture', light.fixture.name, light.pieces, light.name);
  for (const light of lights) add('modifier', light.modifier.name, light.pieces, light.name);
  for (const { gel, sheets, joined, have } of gelNeeds({ ...look, lights }, kit))
    lights
      .filter(({ gels }) => gels.some((one) => one.gel === gel))
      .forEach((light, i) => add('gel', gelNameIn(look.spectra, gel), i === 0 ? sheets : 0, pieceWords(light), { joined, have }));
  for (const { name, finish, widthM, heightM } of look.boards)
    add('board', `${BOARD_NAMES[finish]} ${Math.round(100 * widthM)} x ${Math.round(100 * heightM)} cm`, 1, name);
  for (const { name, count } of look.ambient.openings)
    add('cloth', 'Black cloth, flame-retardant, for an opening', count, count > 1 ? `${count} x ${name}` : name);
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
  return [...items.values()].map(({ use, have: own, ...item }) => {
    const have = own ?? listed(kit, item.kind, item.name);
    return { ...item, use: [...use].join('; '), have, short: have === null ? 0 : Math.max(0, item.count - have) };
  });
}

/** How many of a name a kit has; null where it does not list such things. */
function listed(kit: readonly KitEntry[], kind: PackItem['kind'], name: string): number | null {
  const inKit = IN_KIT[kind];
  if (!inKit || kit.length === 0) return null;
  return kit.reduce((sum, one) => sum + (one.kind === inKit && one.name === name && !one.archived ? one.count : 0), 0);
}

/** A light and the piece of gel that it takes; how many where there are several. */
function pieceWords(light: Light): string {
  const [w, h] = gelPieceCm(light);
  return `${light.name}, ${light.pieces > 1 ? `${light.pieces} of ` : ''}${w} x ${h} cm`;
}
