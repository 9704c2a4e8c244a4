import type { Channel } from '@fulgent/core/camera';

const CHANNELS: Readonly<Record<Channel, string>> = { R: 'red', G: 'green', B: 'blue' };

/** 'red', 'green' or 'blue'. */
export const channelWord = (channel: Channel): string => CHANNELS[channel];

/** An amount of stops without its sign: '0.6 stop', '1.4 stops'. */
export function stopsWords(stops: number): string {
  const text = Math.abs(stops).toFixed(1);
  return `${text} ${Number(text) <= 1 ? 'stop' : 'stops'}`;
}

/** A share of 1: '34 %'. */
export const percentWords = (share: number): string => `${Math.round(100 * share)} %`;

/** With its first letter small, for the middle of a sentence. */
export const lowered = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
