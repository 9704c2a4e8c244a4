import {
  LIMITS,
  type BuildOrder,
  type EffectType,
  type Effect,
  type Light,
  type Look,
  type Variant,
} from '@fulgent/core/document';
import type { KitGel } from '@fulgent/core/catalogue';
import { lookWithGels, trimmed, USUAL_EFFECTS, withGroup } from '@fulgent/core/planning';
import { changeLight } from '../look/edits';
import { edit } from '../look/store';

/** The changes of the Build step; each is one undo step. */

export function setOrder(order: BuildOrder): void {
  edit('build.order', (look) => ({ ...look, build: { ...look.build, order } }));
}

/** Trims lights together and writes it into the ledger. */
export function trim(ids: readonly string[], stops: number, why: string, group = ''): void {
  edit(`build.trim.${ids.join()}`, (look) => trimmed(look, ids, stops, new Date().toISOString(), why, group));
}

export function clearLedger(): void {
  edit('build.ledger', (look) => ({ ...look, build: { ...look.build, ledger: [], start: [] } }));
}

/** A new group of lights. */
export function addGroup(name: string, lights: readonly string[]): void {
  edit('build.group', (look) => {
    let n = look.build.groups.length + 1;
    while (look.build.groups.some(({ id }) => id === `group-${n}`)) n++;
    return withGroup(look, {
      id: `group-${n}`,
      name: name.trim().slice(0, LIMITS.nameLength) || `Group ${n}`,
      lights: [...lights],
    });
  });
}

/** Mutes all lights of a group, or none of them. */
export function muteGroup(ids: readonly string[], muted: boolean): void {
  edit('build.group.mute', (look) => withLights(look, ids, (light) => ({ ...light, muted })));
}

/** Lets only the lights of a group burn, or all again. */
export function soloGroup(ids: readonly string[], solo: boolean): void {
  edit('build.group.solo', (look) => ({
    ...look,
    lights: look.lights.map((light) => ({ ...light, solo: solo && ids.includes(light.id) })),
  }));
}

/** One gel of the kit, or none, on every light of a group that takes gels. */
export function gelGroup(ids: readonly string[], gel: KitGel | null): void {
  edit('build.group.gel', (look) =>
    withLights(gel ? lookWithGels(look, [gel]) : look, ids, (light) =>
      light.fixture.kind === 'colour' ? light : { ...light, gels: gel ? [{ gel: gel.id, strength: 1 }] : [] },
    ),
  );
}

const withLights = (look: Look, ids: readonly string[], change: (light: Light) => Light): Look => ({
  ...look,
  lights: look.lights.map((light) => (ids.includes(light.id) ? change(light) : light)),
});

export function removeGroup(id: string): void {
  edit('build.group', (look) => ({
    ...look,
    build: { ...look.build, groups: look.build.groups.filter((group) => group.id !== id) },
  }));
}

/** Takes the whole state of a look that was worked out beside it. */
export function takeLook(key: string, made: Look): void {
  edit(key, (look) => ({ ...made, title: look.title }));
}

/** Keeps a version, under an id of its own. */
export function addVariant(variant: Variant): void {
  edit('variants.add', (look) => {
    const { variants } = look;
    let n = variants.length + 1;
    while (variants.some(({ id }) => id === `version-${n}`)) n++;
    return { ...look, variants: [...variants, { ...variant, id: `version-${n}` }] };
  });
}

export function changeVariant(id: string, change: Partial<Variant>): void {
  edit(`variants.${id}.${Object.keys(change).join()}`, (look) => ({
    ...look,
    variants: look.variants.map((one) => (one.id === id ? { ...one, ...change } : one)),
  }));
}

/** One version is the chosen one. */
export function chooseVariant(id: string): void {
  edit('variants.choose', (look) => ({
    ...look,
    variants: look.variants.map((one) => ({ ...one, chosen: one.id === id ? !one.chosen : false })),
  }));
}

export function removeVariant(id: string): void {
  edit('variants.remove', (look) => ({ ...look, variants: look.variants.filter((one) => one.id !== id) }));
}

export function putEffect(light: Light, type: EffectType | null): void {
  changeLight(light.id, 'effect', (one) => ({
    ...one,
    effect: type ? { kind: 'effect', cue: one.effect?.cue ?? '', type, ...USUAL_EFFECTS[type] } : null,
  }));
}

export function changeEffect(light: Light, key: string, change: Partial<Effect>): void {
  changeLight(light.id, `effect.${key}`, (one) => ({ ...one, effect: one.effect && { ...one.effect, ...change } }));
}
