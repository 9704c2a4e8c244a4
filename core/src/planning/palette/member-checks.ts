import { recordInto } from '../../camera/camera';
import { gelNameIn } from '../../scene/resolve';
import { cctDuv } from '../../colour/cct';
import { luminousSum, spectrumToXy } from '../../colour/observer';
import { MID_GREY } from '../../exposure/meter';
import type { Look } from '../../document/schema';
import { product } from '../../spectrum/grid';
import { balancedTriple } from '../../vivid/alone';
import type { KitEntry } from '../../catalogue/kit-schema';
import { gelNeeds } from '../gel-pieces';
import type { Found, Seen } from './check';
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
          finding: { kind: 'alike', first: p.name, second: q.name, own, recorded },
          holds: false,
        },
      ];
    }),
  );
}

const OFF_TARGET = 0.05;
/** Farther than this from the line of whites a light has no colour temperature to hold against a motive. */
const WHITE_DUV = 0.012;

export function offTarget({ look, scene }: Seen): Found[] {
  return look.palette.members.flatMap((member): Found[] => {
    const light = scene.lights.find(({ id, index }) => index >= 0 && id === member.light);
    if (!light) return [];
    const point = planeOfSpectrum(scene.camera, light.filtered);
    const off = planeDistance(point, pointOf(member));
    if (off < OFF_TARGET) return [];
    return [
      {
        id: `target:${member.id}`,
        finding: {
          kind: 'off-target',
          light: light.name,
          is: targetOf(point),
          wanted: { hueDeg: member.hueDeg, purity: member.purity },
          off,
        },
        holds: false,
      },
    ];
  });
}

export function motives({ look, scene }: Seen): Found[] {
  return look.lights.flatMap((light, l): Found[] => {
    const { filtered } = scene.lights[l]!;
    const { cctK, duv } = cctDuv(spectrumToXy(filtered));
    const recorded = {
      ...targetOf(planeOfSpectrum(scene.camera, filtered)),
      cctK: cctK !== null && Math.abs(duv) <= WHITE_DUV ? cctK : null,
    };
    const others = look.lights.filter(({ id, on }) => on && id !== light.id);
    const problems = motiveProblems(light, recorded, others);
    if (problems.length === 0) return [];
    return [{ id: `motive:${light.id}`, finding: { kind: 'motive', light: light.name, problems }, holds: false }];
  });
}

export function purposes({ palette, lights }: Look): Found {
  const coloured = palette.members.filter(({ purity }) => purity > 0.05);
  const open = coloured.filter(({ purpose, light }) => purpose.trim() === '' && !lights.find(({ id }) => id === light)?.motive);
  const holds = coloured.length <= PURPOSE_FROM || open.length === 0;
  return {
    id: 'purpose',
    finding: { kind: 'purpose', colours: coloured.length, open: open.length },
    holds,
  };
}

/** Sheets that a look's gels are cut from, against those in the kit; and pieces that no sheet holds whole. */
export function sheetChecks(look: Look, kit: readonly KitEntry[]): Found[] {
  return gelNeeds(look, kit).flatMap(({ gel, pieces, sheets, joined, have }): Found[] => {
    if (have === null || (have >= sheets && joined === 0)) return [];
    const pieceCm = [...pieces].sort((a, b) => b[0] * b[1] - a[0] * a[1])[0]!;
    return [
      {
        id: `sheets:${gel}`,
        finding: { kind: 'sheets', gel: gelNameIn(look.spectra, gel), needed: sheets, owned: have, joined, pieceCm },
        holds: false,
      },
    ];
  });
}
