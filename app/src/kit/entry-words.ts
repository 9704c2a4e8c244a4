import type { KitEntry } from '@fulgent/core/catalogue';
import { recipeOf } from '@fulgent/core/fixture';
import { resample } from '@fulgent/core/spectrum';
import { reflectanceHex } from '@fulgent/core/surface';
import { gelFacts, JUDGED_ON, transmittanceOf } from './gel-facts';

/** The colour of an entry, where it has one: a gel before daylight, a surface in it. */
export function entrySwatch(entry: KitEntry): string | null {
  if (entry.kind === 'gel') return gelFacts(transmittanceOf(entry), JUDGED_ON[0]).hex;
  if (entry.kind === 'surface') return reflectanceHex(resample(entry.spectrum, 'reflectance'));
  return null;
}

/** One line on an entry. */
export function entryFacts(entry: KitEntry): string {
  switch (entry.kind) {
    case 'gel': {
      const { stopsLost, channels } = gelFacts(transmittanceOf(entry), JUDGED_ON[0]);
      const [r, g, b] = channels;
      return `${stopsLost.toFixed(1)} lost · R ${r.toFixed(1)} G ${g.toFixed(1)} B ${b.toFixed(1)}${entry.shiftMired === null ? '' : ` · ${entry.shiftMired > 0 ? '+' : ''}${entry.shiftMired} mired`}`;
    }
    case 'fixture': {
      const { fixture } = entry;
      if (fixture.kind === 'flash') return `flash, guide number ${fixture.guideNumberM}`;
      if (fixture.kind === 'continuous') return `continuous, ${fixture.luxAt1m} lx at 1 m`;
      return `${recipeOf(fixture)}, ${fixture.modes.length} ${fixture.modes.length === 1 ? 'mode' : 'modes'}, ${fixture.lowK} to ${fixture.highK} K`;
    }
    case 'modifier': {
      const { face, beam, gridDeg, lossStops } = entry.modifier;
      const size =
        face.kind === 'disc'
          ? `${Math.round(200 * face.radiusM)} cm`
          : face.kind === 'tube'
            ? `${Math.round(100 * face.lengthM)} cm tube`
            : `${Math.round(100 * face.widthM)} x ${Math.round(100 * face.heightM)} cm`;
      const spread =
        beam.kind === 'lens'
          ? `beam ${beam.beamDeg}°`
          : beam.kind === 'table'
            ? 'measured beam'
            : beam.kind === 'bare'
              ? 'all round'
              : 'diffuse';
      return [size, spread, gridDeg === null ? null : `grid ${gridDeg}°`, lossStops ? `${lossStops.toFixed(1)} lost` : null]
        .filter(Boolean)
        .join(' · ');
    }
    case 'camera':
      return [
        entry.camera.learned?.tone ? 'learned curve' : entry.camera.curve,
        `${Number(entry.camera.headroomStops.toFixed(2))} stops over mid-grey`,
        ...(entry.camera.learned?.matrix ? ['learned colours'] : []),
        ...(entry.sensor ? ['own sensitivities'] : []),
      ].join(', ');
    case 'surface': {
      const reflectance = resample(entry.spectrum, 'reflectance');
      const mean = reflectance.reduce((sum, value) => sum + value, 0) / reflectance.length;
      return `${entry.use}, reflects about ${Math.round(100 * mean)} %`;
    }
  }
}
