import { formatStops } from '@fulgent/core/exposure';
import type { EffectNote, NightRemedy, Watch } from '@fulgent/core/planning';
import { percentWords } from './numbers';

/** What a light can do when the day is made a night. */
export function nightWords(remedy: NightRemedy): string {
  switch (remedy.kind) {
    case 'stays':
      return 'Stays as it is.';
    case 'power':
      return `Set it to ${remedy.dial}.`;
    case 'nearer':
      return `${remedy.shortStops.toFixed(1)} short at full: bring it to ${percentWords(remedy.distanceShare)} of its distance, take a stronger lamp, or less density.`;
    case 'lamp': {
      const short = `${remedy.shortStops.toFixed(1)} short at full`;
      if (remedy.lampW === null) return `${short}: more than a lamp can give. Light its place from outside the picture.`;
      const over = remedy.overRatedW === null ? '' : `, over the ${remedy.overRatedW} W its holder is rated for`;
      return `${short}: a ${remedy.lampW} W lamp would do${over}.`;
    }
  }
}

const CATCHLIGHT = {
  upper: 'in the upper half of the eye',
  level: 'level in the eye',
  low: 'low in the eye: it may look ghostly',
};

/** What to look for at a step of the build. */
export function watchWords(watch: Watch): string {
  switch (watch.kind) {
    case 'catchlight':
      return watch.at === 'none' ? 'No catchlight: it stands behind.' : `Catchlight ${CATCHLIGHT[watch.at]}, ${watch.side}.`;
    case 'nose-shadow':
      return `Shadow of the nose falls to the ${watch.side}${watch.isLong ? ' and far down: raise the fill or lower the light' : ''}, ${Math.round(watch.roundDeg)}° round.`;
    case 'fill-unseen':
      return 'It must not show itself: no second shadow, no second catchlight that asks why.';
    case 'edge-cut-off':
      return 'It stands under the eye line: shoulders and ears may cut it off.';
    case 'edge':
      return `Edge against the backdrop: ${watch.apart.toFixed(2)} apart${watch.isEnough ? '' : ', too little'}.`;
    case 'backdrop-even':
      return 'Even across, or uneven on purpose? The Set shows its level.';
    case 'spill':
      return `Spill on ${watch.place.toLowerCase()}: ${formatStops(watch.stops)}.`;
    case 'flare':
      return 'It shines into the lens: wanted, or a flag beside the lens.';
    case 'clips':
      return `Clips on ${watch.places.map((name) => name.toLowerCase()).join(', ')}.`;
  }
}

/** What keeps an effect from showing as it is meant, and what would help. */
export function effectWords(note: EffectNote): string {
  switch (note.kind) {
    case 'flash':
      return 'A flash cannot do this: take a lamp that burns on.';
    case 'averaged':
      return `${note.turns.toFixed(1)} turns fall into one exposure: the effect is averaged away. A shorter shutter shows it.`;
    case 'hardly-shows':
      return 'From frame to frame it hardly shows: widen its range, or shoot faster than it changes.';
    case 'beats':
      return `Over ${note.fps / 2} Hz it beats against ${note.fps} frames a second.`;
    case 'dim-on-average':
      return `On average it gives ${formatStops(note.meanStops)} against its peak: light the place for that as well.`;
  }
}

/** What a new look has otherwise than it was asked for: lights that the kit has no fixture for, and a key that is so many stops darker. Empty where nothing is. */
export function newLookWords(without: readonly string[], keyLoweredStops: number): string {
  return [
    without.length ? `Your kit has no fixture left for ${without.join(', ')}: a stand-in is there.` : '',
    keyLoweredStops > 0.05
      ? `The key is ${keyLoweredStops.toFixed(1)} stop darker than the mood has it, so that it washes no colour out; the brief has the figure.`
      : '',
  ]
    .filter(Boolean)
    .join(' ');
}
