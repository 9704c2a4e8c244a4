import { recordInto } from '../../camera/camera';
import { luminousSum } from '../../colour/observer';
import { MID_GREY } from '../../exposure/meter';
import type { Look } from '../../document/schema';
import { product } from '../../spectrum/grid';
import { balancedTriple } from '../../vivid/alone';
import type { Found, Seen, SheetCount } from './check';
import { motiveProblems } from './motives';
import { JUST_SEEN, planeDistance, planeOfSpectrum, pointOf, sigmaOfLinear, targetOf } from '../../vivid/plane';

/** Checks of the palette's members and their lights: alike, off target, motive, purpose, sheets. */

const PURPOSE_FROM = 3;
const rgb = new Float64Array(3);

/** Colours that differ as light and no longer do as recorded. */
export function alike({ scene, readings }: Seen): Found[] {
  const coloured = readings.lights.flatMap((reading, l) => {
    const light = scene.lights[l]!;
    if (!reading.active || reading.isWhite || !Number.isFinite(reading.stops)) return [];
    const own = product(light.filtered, scene.probes[light.zone]!.reflectance);
    const k = (MID_GREY * 2 ** reading.stops) / luminousSum(own);
    const [r, g, b] = balancedTriple(scene.camera, own);
    recordInto(rgb, scene.camera, k * r, k * g, k * b);
    return [
      {
        id: reading.id,
        name: reading.name,
        own: planeOfSpectrum(scene.camera, own),
        recorded: sigmaOfLinear(rgb[0]!, rgb[1]!, rgb[2]!),
      },
    ];
  });
  return coloured.flatMap((p, i) =>
    coloured.slice(i + 1).flatMap((q): Found[] => {
      const [own, recorded] = [planeDistance(p.own, q.own), planeDistance(p.recorded, q.recorded)];
      if (own < 0.05 || recorded > JUST_SEEN + 0.01) return [];
      return [
        {
          id: `alike:${p.id}:${q.id}`,
          title: 'Alike',
          text: `${p.name} and ${q.name} are recorded alike: ${own.toFixed(2)} apart as light, ${recorded.toFixed(2)} as recorded. Lower the one that clips.`,
          holds: false,
          fix: null,
        },
      ];
    }),
  );
}

const OFF_TARGET = 0.05;

export function offTarget({ look, scene }: Seen): Found[] {
  return look.palette.members.flatMap((member): Found[] => {
    const light = scene.lights.find(({ id, index }) => index >= 0 && id === member.light);
    if (!light) return [];
    const point = planeOfSpectrum(scene.camera, light.filtered);
    const off = planeDistance(point, pointOf(member));
    if (off < OFF_TARGET) return [];
    const is = targetOf(point);
    return [
      {
        id: `target:${member.id}`,
        title: 'Off its colour',
        text: `${light.name} makes hue ${Math.round(is.hueDeg)}°, purity ${is.purity.toFixed(2)}; the palette wants ${Math.round(member.hueDeg)}°, ${member.purity.toFixed(2)} (${off.toFixed(2)} off).`,
        holds: false,
        fix: null,
      },
    ];
  });
}

export function motives({ look, scene }: Seen): Found[] {
  return look.lights.flatMap((light, l): Found[] => {
    const recorded = targetOf(planeOfSpectrum(scene.camera, scene.lights[l]!.filtered));
    const problems = motiveProblems(light, recorded);
    if (problems.length === 0) return [];
    return [
      { id: `motive:${light.id}`, title: 'Motive', text: `${light.name}: ${problems.join('; ')}.`, holds: false, fix: null },
    ];
  });
}

export function purposes({ palette, lights }: Look): Found {
  const coloured = palette.members.filter(({ purity }) => purity > 0.05);
  const open = coloured.filter(({ purpose, light }) => purpose.trim() === '' && !lights.find(({ id }) => id === light)?.motive);
  const holds = coloured.length <= PURPOSE_FROM || open.length === 0;
  return {
    id: 'purpose',
    title: 'Purpose',
    text: holds
      ? `${coloured.length} ${coloured.length === 1 ? 'colour' : 'colours'}${open.length && coloured.length ? `, ${open.length} without a stated purpose` : ''}.`
      : `${coloured.length} colours, ${open.length} without a purpose: what is each for?`,
    holds,
    fix: null,
  };
}

/** Sheets that a look needs against those in the kit. */
export function sheetChecks({ lights }: Look, sheets: SheetCount): Found[] {
  const needed = new Map<string, number>();
  for (const { gels, on, pieces } of lights) {
    if (on) for (const { gel } of gels) needed.set(gel, (needed.get(gel) ?? 0) + pieces);
  }
  return [...needed].flatMap(([gel, count]): Found[] => {
    const owned = sheets(gel);
    if (owned >= count) return [];
    return [
      {
        id: `sheets:${gel}`,
        title: 'Sheets',
        text: `${count} sheets of ${gel} are needed, ${owned} in the kit: get ${count - owned} more, or choose another.`,
        holds: false,
        fix: null,
      },
    ];
  });
}
