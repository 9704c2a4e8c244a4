import type { Channel } from '../camera/sensor';
import type { LightReading, Verdict } from './readings';

const CHANNEL_NAMES: Record<Channel, string> = { R: 'Red', G: 'Green', B: 'Blue' };

/** How far from its window's ends a light still counts as standing on them, stops. */
const EDGE_STOPS = 0.005;

/** Another light that takes this much vividness is what is wrong, whatever the level. */
const WASHES_OUT = 0.1;

const stopsText = (stops: number) =>
  `${Math.abs(stops).toFixed(1)} ${Number(Math.abs(stops).toFixed(1)) <= 1 ? 'stop' : 'stops'}`;

/** The plain verdict on one light: the consequence, then the number. */
export function verdictOf(reading: Omit<LightReading, 'verdict'>, probeName: string): Verdict {
  const { stops, window, firstClip, best, spoiler, isWhite } = reading;
  const channel = `${CHANNEL_NAMES[firstClip.channel]} channel`;
  if (!reading.active) return { kind: 'silent', text: 'Not in the picture now.' };
  if (stops === -Infinity) return { kind: 'unreached', text: `Does not reach the ${probeName.toLowerCase()}: move or turn it.` };
  if (firstClip.stops === -Infinity)
    return { kind: 'crowded', text: `Other light already clips the ${probeName.toLowerCase()}.` };
  const toClip = firstClip.stops - stops;
  if (toClip < 0) return { kind: 'clipped', text: `${channel} clips: ${stopsText(toClip)} too hot.` };
  if (!window) {
    const at = best ? `at best ${Math.round(best.vividness * 100)} % vivid` : 'no room under the clip';
    const cause = spoiler ? ` ${spoiler.name} washes it out: ${Math.round(spoiler.vividness * 100)} % without it.` : '';
    return { kind: 'diluted', text: `Washed out: ${at}.${cause}` };
  }
  if (stops < window.lowStops - EDGE_STOPS) {
    const worst = reading.dilution[0];
    if (worst && worst.vividnessLost >= WASHES_OUT) {
      return { kind: 'diluted', text: `Washed out by ${worst.name}: ${stopsText(window.lowStops - stops)} under its window.` };
    }
    return {
      kind: 'dark',
      text: `Too dark to read as ${isWhite ? 'light' : 'colour'}: ${stopsText(window.lowStops - stops)} under its window.`,
    };
  }
  if (stops > window.highStops + EDGE_STOPS) {
    if (toClip <= 0.11)
      return { kind: 'vivid', text: `On the edge: ${channel.toLowerCase()} clips ${toClip.toFixed(2)} stop above.` };
    return { kind: 'diluted', text: `Colour gives way: ${stopsText(stops - window.highStops)} over its window.` };
  }
  if (isWhite) return { kind: 'white', text: `Clean: ${stopsText(toClip)} to the first clip.` };
  const place = reading.place ?? 0;
  const word = place < 1 / 3 ? 'Deep' : place < 2 / 3 ? 'Middle' : 'Brilliant';
  return { kind: 'vivid', text: `${word}: ${stopsText(toClip)} until the ${channel.toLowerCase()} clips.` };
}
