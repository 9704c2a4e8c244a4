import type { SourceRef } from '../../document/schema';

/** Light that is found in places: typical levels on a subject and typical colours, to start from until it is metered. */
export interface AmbientPreset {
  readonly id: string;
  readonly name: string;
  readonly lux: number;
  readonly source: SourceRef;
}

const daylight = (cctK: number): SourceRef => ({ kind: 'daylight', cctK });
const planck = (cctK: number): SourceRef => ({ kind: 'planck', cctK });

export const AMBIENT_PRESETS: readonly AmbientPreset[] = [
  { id: 'blackout', name: 'Blacked-out room', lux: 0.5, source: planck(3000) },
  { id: 'candles', name: 'Candles on a table', lux: 8, source: { kind: 'preset', id: 'fire' } },
  { id: 'bulbs', name: 'Living room, bulbs', lux: 80, source: planck(2700) },
  { id: 'work-light', name: 'Tungsten work light', lux: 200, source: { kind: 'tungsten', cctK: 3200 } },
  { id: 'white-led', name: 'White diode ceiling', lux: 400, source: { kind: 'led', cctK: 4000, duv: 0.002 } },
  { id: 'tubes', name: 'Fluorescent tubes', lux: 450, source: { kind: 'preset', id: 'tube-green' } },
  { id: 'window-overcast', name: 'Window, overcast', lux: 400, source: daylight(6800) },
  { id: 'window-north', name: 'Window to a clear sky', lux: 600, source: daylight(9000) },
  { id: 'window-sun', name: 'Sun through a window', lux: 20_000, source: daylight(5300) },
  { id: 'dusk', name: 'Dusk, outside', lux: 40, source: daylight(9500) },
  { id: 'street', name: 'Street at night', lux: 10, source: { kind: 'preset', id: 'street-sodium' } },
  { id: 'moon', name: 'Full moon', lux: 0.2, source: { kind: 'preset', id: 'moon' } },
];
