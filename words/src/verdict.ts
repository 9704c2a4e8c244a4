import type { Diluted, Verdict } from '@fulgent/core/scene';
import { capital, channelWord, percentWords, stopsWords } from './numbers';

/** The plain verdict on one light: the consequence, then the number. */
export function verdictWords(verdict: Verdict): string {
  switch (verdict.kind) {
    case 'silent':
      return 'Not in the picture now.';
    case 'unreached':
      return `Does not reach the ${verdict.place.toLowerCase()}: move or turn it.`;
    case 'crowded':
      return `Other light already clips the ${verdict.place.toLowerCase()}.`;
    case 'clipped':
      return `${capital(channelWord(verdict.channel))} channel clips: ${stopsWords(verdict.overStops)} too hot.`;
    case 'diluted':
      return dilutedWords(verdict.by);
    case 'dark':
      return `Too dark to read as ${verdict.isWhite ? 'light' : 'colour'}: ${stopsWords(verdict.underStops)} under its window.`;
    case 'white':
      return `Clean: ${stopsWords(verdict.toClipStops)} to the first clip.`;
    case 'vivid': {
      const { atEdge, channel, toClipStops, upWindow } = verdict;
      if (atEdge) return `On the edge: ${channelWord(channel)} channel clips ${toClipStops.toFixed(2)} stop above.`;
      return `${placeWord(upWindow)}: ${stopsWords(toClipStops)} until the ${channelWord(channel)} channel clips.`;
    }
  }
}

/** Where in its window a colour sits. */
const placeWord = (upWindow: number) => (upWindow < 1 / 3 ? 'Deep' : upWindow < 2 / 3 ? 'Middle' : 'Brilliant');

function dilutedWords(by: Diluted): string {
  switch (by.why) {
    case 'no-window': {
      const at = by.best === null ? 'no room under the clip' : `at best ${percentWords(by.best)} vivid`;
      const cause = by.spoiler ? ` ${by.spoiler.name} washes it out: ${percentWords(by.spoiler.vividness)} without it.` : '';
      return `Washed out: ${at}.${cause}`;
    }
    case 'other-light':
      return `Washed out by ${by.name}: ${stopsWords(by.underStops)} under its window.`;
    case 'too-bright':
      return `Colour gives way: ${stopsWords(by.overStops)} over its window.`;
  }
}
