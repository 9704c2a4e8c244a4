import type { LightReading, Verdict } from './readings';

/** How far from its window's ends a light still counts as standing on them, stops. */
const EDGE_STOPS = 0.005;
/** Over its window by so little of the clip, a light is on the edge and not over it, stops. */
const UNDER_CLIP_STOPS = 0.11;

/** Another light that takes this much vividness is what is wrong, whatever the level. */
const WASHES_OUT = 0.1;

/** The verdict on one light, for the place that it is for. */
export function verdictOf(reading: Omit<LightReading, 'verdict'>, place: string): Verdict {
  const { stops, window, firstClip, best, spoiler, isWhite } = reading;
  const { channel } = firstClip;
  if (!reading.active) return { kind: 'silent' };
  if (stops === -Infinity) return { kind: 'unreached', place };
  if (firstClip.stops === -Infinity) return { kind: 'crowded', place };
  const toClipStops = firstClip.stops - stops;
  if (toClipStops < 0) return { kind: 'clipped', channel, overStops: -toClipStops };
  if (!window) {
    const without = spoiler && { name: spoiler.name, vividness: spoiler.vividness };
    return { kind: 'diluted', by: { why: 'no-window', best: best?.vividness ?? null, spoiler: without } };
  }
  if (stops < window.lowStops - EDGE_STOPS) {
    const underStops = window.lowStops - stops;
    const worst = reading.dilution[0];
    return worst && worst.vividnessLost >= WASHES_OUT
      ? { kind: 'diluted', by: { why: 'other-light', name: worst.name, underStops } }
      : { kind: 'dark', isWhite, underStops };
  }
  const isOver = stops > window.highStops + EDGE_STOPS;
  if (isOver && toClipStops > UNDER_CLIP_STOPS)
    return { kind: 'diluted', by: { why: 'too-bright', overStops: stops - window.highStops } };
  if (isWhite && !isOver) return { kind: 'white', toClipStops };
  return { kind: 'vivid', upWindow: reading.place ?? 0, atEdge: isOver, channel, toClipStops };
}
