import type { KitEntry } from '@fulgent/core/catalogue';
import type { Look, Member, SchemeId, Setting } from '@fulgent/core/document';
import { quantised } from '@fulgent/core/fixture';
import { asNeutral, lightColours, lookWithGels, membersFor, schemeColours, type SchemeColour } from '@fulgent/core/planning';
import { cameraOf, nearestPower } from '@fulgent/core/scene';
import { presetSource } from '@fulgent/core/source';
import { planeOfSpectrum, targetOf } from '@fulgent/core/vivid';
import { edit } from '../look/store';
import { withLight } from '../look/edits';

/** The changes that the palette makes to a look. */

/** As pure as a palette can ask for. */
export const MOST_PURITY = 0.65;

export function changePalette(key: string, change: (palette: Look['palette']) => Look['palette'], gesture?: number): void {
  edit(`palette.${key}`, (look) => ({ ...look, palette: change(look.palette) }), gesture);
}

export function changeMember(id: string, key: string, change: Partial<Member>, gesture?: number): void {
  changePalette(
    `${id}.${key}`,
    (palette) => ({
      ...palette,
      members: palette.members.map((member) => (member.id === id ? { ...member, ...change } : member)),
    }),
    gesture,
  );
}

/** Colours on a look's lights, each on the one whose own is nearest; purposes stay with their lights. */
function membersOn(look: Look, colours: readonly SchemeColour[]): Member[] {
  const makes = new Map(Object.entries(lightColours(look)).map(([id, { point }]) => [id, targetOf(point)]));
  const purposeOf = (light: string) => look.palette.members.find((member) => member.light === light)?.purpose ?? '';
  return membersFor(colours, look.lights, makes).map((member) => ({ ...member, purpose: purposeOf(member.light) }));
}

/** Takes colours, the strongest first, as the palette of the look's lights. */
export function takeColours(colours: readonly { readonly hueDeg: number; readonly purity: number }[]): void {
  edit('palette.reference', (look) => {
    const parts = colours.map(({ hueDeg, purity }, i) => ({ hueDeg, purity, part: i === 0 ? 'base' : 'partner' }) as const);
    return { ...look, palette: { ...look.palette, scheme: 'own', members: membersOn(look, parts) } };
  });
}

/** Lays the colours of a scheme on the look's lights, each on the one whose own is nearest; purposes stay with their lights. */
export function withScheme(look: Look, scheme: SchemeId, baseHueDeg: number, leanDeg: number): Look {
  const { palette } = look;
  if (scheme === 'own') return { ...look, palette: { ...palette, scheme, baseHueDeg, leanDeg } };
  const members = membersOn(look, schemeColours(scheme, baseHueDeg, leanDeg));
  return { ...look, palette: { ...palette, scheme, baseHueDeg, leanDeg, members } };
}

export function applyScheme(scheme: SchemeId, baseHueDeg: number, leanDeg: number): void {
  edit('palette.scheme', (look) => withScheme(look, scheme, baseHueDeg, leanDeg));
}

/** Takes what a member's light makes now for what it is to make. */
export function takeMade(memberId: string): void {
  edit(`palette.${memberId}.made`, (look) => {
    const member = look.palette.members.find(({ id }) => id === memberId);
    const made = member && lightColours(look)[member.light];
    if (!made) return look;
    const { hueDeg, purity } = targetOf(made.point);
    const taken = { hueDeg: Number(hueDeg.toFixed(2)), purity: Number(Math.min(MOST_PURITY, purity).toFixed(4)) };
    return {
      ...look,
      palette: {
        ...look.palette,
        scheme: 'own',
        members: look.palette.members.map((one) => (one.id === memberId ? { ...one, ...taken } : one)),
      },
    };
  });
}

/** Takes a palette that was made on all lights at once. */
export function takePalette(made: Look): void {
  edit('palette.make-all', (look) => ({ ...made, title: look.title }));
}

/** Gives two members each other's light and part. */
export function swapMembers(first: string, second: string): void {
  changePalette('swap', (palette) => {
    const a = palette.members.find(({ id }) => id === first);
    const b = palette.members.find(({ id }) => id === second);
    if (!a || !b) return palette;
    const place = ({ light, part, name, share }: Member) => ({ light, part, name, share });
    return {
      ...palette,
      members: palette.members.map((member) =>
        member.id === first ? { ...member, ...place(b) } : member.id === second ? { ...member, ...place(a) } : member,
      ),
    };
  });
}

export function addMember(): string {
  let id = '';
  changePalette('add', (palette) => {
    for (let n = 1; ; n++) {
      id = `colour-${n}`;
      if (!palette.members.some((member) => member.id === id)) break;
    }
    const member: Member = {
      id,
      name: 'No light yet',
      hueDeg: palette.baseHueDeg,
      purity: 0.15,
      light: '',
      part: '',
      share: 0.05,
      purpose: '',
    };
    return { ...palette, scheme: 'own', members: [...palette.members, member] };
  });
  return id;
}

export function removeMember(id: string): void {
  changePalette('remove', (palette) => ({ ...palette, members: palette.members.filter((member) => member.id !== id) }));
}

/** Accepts a check as it is on purpose, or takes that back. */
export function accept(check: string, on: boolean): void {
  changePalette('accept', (palette) => ({
    ...palette,
    accepted: on ? [...palette.accepted.filter((id) => id !== check), check] : palette.accepted.filter((id) => id !== check),
  }));
}

/** Keeps the present scheme as tried, with what was thought of it. */
export function keepTried(verdict: string): void {
  edit('palette.tried', (look) => {
    const { palette } = look;
    const lights = new Set(palette.members.map(({ light }) => light));
    const tried = {
      id: `tried-${palette.tried.length + 1}-${Date.now()}`,
      scheme: palette.scheme,
      hues: palette.members.map(({ hueDeg }) => hueDeg),
      places: look.lights.filter(({ id }) => lights.has(id)).map(({ id, position }) => ({ light: id, position })),
      verdict,
    };
    return { ...look, palette: { ...palette, tried: [...palette.tried, tried].slice(-60) } };
  });
}

/** The colour of a found light (a street light, a screen ...) as the look's camera records it. */
export function presetTarget(preset: string, look: Pick<Look, 'camera' | 'spectra'>): { hueDeg: number; purity: number } {
  const { hueDeg, purity } = targetOf(planeOfSpectrum(cameraOf(look), presetSource(preset)));
  return { hueDeg: Number(hueDeg.toFixed(2)), purity: Number(purity.toFixed(4)) };
}

/** Takes the colour from a member's light: no gel, or white at the camera's balance; the rest stays. */
export function neutralise(memberId: string): void {
  edit(`palette.${memberId}.neutral`, (look) => {
    const member = look.palette.members.find(({ id }) => id === memberId);
    if (!member) return look;
    const plain = withLight(look, member.light, (light) => asNeutral(light, look.camera.whiteK));
    return {
      ...plain,
      palette: {
        ...plain.palette,
        members: plain.palette.members.map((one) => (one.id === memberId ? { ...one, purity: 0 } : one)),
      },
    };
  });
}

/** Puts gels of the kit on a light, in place of what is on it. */
export function putGels(lightId: string, gels: readonly string[], kit: readonly KitEntry[]): void {
  const entries = kit.filter(
    (entry): entry is Extract<KitEntry, { kind: 'gel' }> => entry.kind === 'gel' && gels.includes(entry.id),
  );
  edit(`${lightId}.gels`, (look) =>
    withLight(lookWithGels(look, entries), lightId, (light) => ({ ...light, gels: gels.map((gel) => ({ gel, strength: 1 })) })),
  );
}

/** Dials a setting in on a full-colour fixture; its level stays on its steps, and gels, which would spoil it, come off. */
export function putSetting(lightId: string, setting: Setting, kit: readonly KitEntry[] = []): void {
  const entries = kit.filter(
    (entry): entry is Extract<KitEntry, { kind: 'gel' }> =>
      setting.mode === 'gel' && entry.kind === 'gel' && entry.id === setting.gel,
  );
  edit(`${lightId}.setting`, (look) =>
    withLight(lookWithGels(look, entries), lightId, (light) => ({
      ...light,
      // On the fixture's own steps, however it was typed.
      setting: light.fixture.kind === 'colour' ? quantised(light.fixture, setting) : setting,
      gels: [],
      powerStops: nearestPower(light.fixture, light.powerStops),
    })),
  );
}
