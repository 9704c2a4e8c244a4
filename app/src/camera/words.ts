import { hueWord } from '@fulgent/words';
import { formatShutter, formatStops, type AmbientWay } from '@fulgent/core/exposure';
import type { LightAtWhites } from '@fulgent/core/planning';
import { formatAperture } from '../ui/Dial';

export const CONTROL_NAMES: Record<AmbientWay['control'], string> = {
  shutter: 'Shutter',
  aperture: 'Aperture',
  iso: 'ISO',
  nd: 'ND on the lens',
  blackout: 'Black out',
};

/** What a control has to be, as it is dialled. */
export function wayText({ control, setting, stops }: AmbientWay): string {
  switch (control) {
    case 'shutter':
      return formatShutter(setting!);
    case 'aperture':
      return formatAperture(setting!);
    case 'iso':
      return `ISO ${Math.round(setting!)}`;
    case 'nd':
      return `${setting!.toFixed(1)} stops`;
    case 'blackout':
      return `${formatStops(stops)} stops`;
  }
}

/** "7.4 stops under", "0.5 stops over", "none". */
export function underText(stops: number): string {
  if (stops === -Infinity) return 'none';
  const size = Math.abs(stops).toFixed(1);
  return `${size} ${size === '1.0' ? 'stop' : 'stops'} ${stops <= 0 ? 'under' : 'over'}`;
}

/** What a light reads as, in words. */
export function readsText({ cctK, at }: Pick<LightAtWhites, 'cctK' | 'at'>): string {
  const [{ reads, miredShift, hueDeg, purity } = at[0]!] = at;
  const mired = miredShift === null ? '' : `, ${formatStops(miredShift, 0)} mired`;
  if (reads === 'coloured') return purity < 0.03 ? 'neutral' : `${hueWord(hueDeg)}, its own colour`;
  return `${reads}${mired}${cctK === null ? '' : `, ${Math.round(cctK / 10) * 10} K`}`;
}
