import type { Caution, CautionAbout, CautionReason, HeatReason, PlainReason } from '@fulgent/core/day';
import { percentWords } from './numbers';

/** Said with every list of cautions. */
export const SAFETY_DEFERS =
  'These are cautions, and the list is not complete. Nothing here says that a set-up is safe: local codes, the makers’ instructions and licensed practice decide.';

/** Said wherever gels are put on lamps. */
export const HEAT_CAUTION =
  'Heat can melt or scorch gel. Keep it off bare tubes and hot lamps, turn modelling lamps down, leave vents open, let heads cool, and follow the maker and local rules.';

export interface CautionWords {
  readonly title: string;
  readonly reasons: readonly string[];
}

/** A caution: what it is about, then why, with what to do. */
export const cautionWords = ({ about, reasons }: Caution): CautionWords => ({
  title: titleOf(about),
  reasons: reasons.map(reasonWords),
});

function titleOf(about: CautionAbout): string {
  switch (about.is) {
    case 'gel-heat':
      return `${about.name}: gel and heat`;
    case 'gels-warm':
      return `${about.names.join(', ')}: gel and heat`;
    case 'over-rating':
      return `${about.name}: ${about.fittedW} W in a holder for ${about.ratedW} W`;
    case 'diffused-lamp':
      return `${about.name}: diffusion round a lamp`;
    case 'hangs':
      return `${about.name}: hangs ${about.heightM.toFixed(1)} m up${about.overSubject ? ', over the subject' : ''}`;
    case 'loose-stand':
      return `${about.name}: tall stand not weighed down`;
    case 'loose-stands':
      return `Stands not weighed down: ${about.names.join(', ')}`;
    case 'no-room':
      return about.isOutside
        ? `${about.name}: outside the room, ${about.heightM.toFixed(1)} m up under a ceiling of ${about.ceilingM.toFixed(1)} m`
        : `${about.name}: ${about.heightM.toFixed(1)} m up, the ceiling is at ${about.ceilingM.toFixed(1)} m`;
    case 'tall-board':
      return `${about.name}: tall board`;
    case 'near-water':
      return `${about.name}: near water`;
    case 'not-wet-rated':
      return `${about.name}: not rated for wet`;
    case 'effect':
      return `${about.name}: ${about.type}, ${about.rateHz} Hz`;
    case 'near-eyes':
      return `${about.name}: ${about.distanceM.toFixed(1)} m from the eyes`;
    case 'bright-at-eyes':
      return `${about.name}: about ${Math.round(about.lux / 1000)} 000 lx at the eyes`;
    case 'large-battery':
      return `${about.name}: large battery`;
    case 'by-hand':
      return `${about.name}: held by hand`;
    case 'circuit': {
      const { name, watts, amps, ratedA, estimated } = about;
      return `${name}: ${Math.round(watts)} W, ${amps.toFixed(1)} A of ${ratedA} A${estimated ? ', partly estimated' : ''}`;
    }
    case 'sockets':
      return `${Math.round(about.watts)} W at sockets that give ${Math.round(about.givenW)} W${about.estimated ? ', partly estimated' : ''}`;
    case 'holds-several':
      return `${about.who} holds ${about.names.join(' and ')}`;
    case 'hands':
      return `${about.needed} lights held by hand, ${about.crew} to help`;
    case 'leads':
      return `${about.count} leads of about ${about.lengthM} m`;
    case 'haze':
      return 'Haze in the air';
    case 'long-exposure':
      return 'Moving about during a long exposure';
    case 'blackout':
      return 'A blacked-out room';
    case 'place':
      return about.name ? `The place: ${about.name}` : 'The place';
  }
}

/** What heat does to gel as it is held, and what to do. */
export const HEAT_REASON_WORDS: Readonly<Record<HeatReason, string>> = {
  'in-contact': 'The gel lies on a tube or lamp: it will melt. Give it a holder with an air gap.',
  'much-power': 'Much power lands on little gel: move it away from the lamp, or spread the light first.',
  'gets-warm': 'The gel gets warm: leave air round it and look at it between frames.',
  filament: 'A filament sends most of its power as heat; use heat-proof gel at a distance.',
  'bare-tube': 'A bare flash tube is too hot for gel: use a dome or a reflector with a gel holder.',
  'dome-tube':
    'The dome keeps some of the heat from the gel and does not take the risk away: try it with nobody under it, modelling lamp off, and look after every few frames.',
  'tape-lets-go': 'Tape lets go when it gets hot; use clips or a holder.',
  'closes-box': 'Gel inside a box closes it: keep the vents open and the gel off the lamp.',
  'modelling-lamp': 'The modelling lamp heats the gel most: turn it off or down, and let the head cool.',
};

const PLAIN: Readonly<Record<PlainReason | HeatReason, string>> = {
  ...HEAT_REASON_WORDS,
  'lamp-over-holder': 'Holder, shade and cloth can burn. Take a smaller lamp, or a fitting made for it.',
  'fitting-changed': 'Where somebody licensed has changed the fitting, enter its new rating.',
  'diffusion-near-lamp': 'Use material made for heat, with air between it and the lamp, and do not leave it unattended.',
  'tape-unrated': 'Tape and hook tape carry no rated load: hang it from something that does.',
  'magnet-slips': 'A magnet slips on paint and tape: it does not hold over people.',
  'balance-boom': 'Balance the boom and weigh its foot down.',
  'weigh-it': 'Weigh it with its modifier and gel, and hold that against what clamp and fixing are rated for.',
  'second-hold-carries-all': 'Its second hold must carry the whole by itself: a rated line, short, to something fixed.',
  'needs-second-hold': 'Give it a second, independent hold: a rated safety line to something fixed.',
  'subject-under': 'The subject is under it: nobody stands there while it is put up or moved.',
  'people-under': 'Keep people out from under it while it is put up or moved.',
  wind: 'Outside, wind takes boxes and umbrellas with it: more weight, somebody beside it.',
  'under-ceiling':
    'There is no room for a head there: lower it, or measure the room again in Set. A head under a ceiling heats it, and sprinklers.',
  'weigh-stands': 'Spread their legs and lay a weight on each.',
  'board-topples': 'Sandbag its foot or tie it off; it goes over when a door opens or somebody brushes past.',
  'wet-rated-links':
    'Every link must be rated for it: head, ballast, plugs, leads. Feed it through a residual-current breaker, and test that.',
  'cover-from-wet': 'Cover it without closing its vents, and keep it out of the water.',
  'mains-and-water':
    'Mains and water: keep it out of reach of water, or take one that is rated, with all its connectors, behind a residual-current breaker.',
  'flicker-seizures':
    'Between 3 and 30 flashes a second can set off seizures: everybody in the room must have been asked, or another rate taken.',
  'flicker-announce': 'Ask everybody in the room beforehand, and announce it.',
  'flicker-stop-cue': 'Agree on a cue that stops it at once.',
  'flicker-mistaken': 'It may be taken for the real thing from outside: tell neighbours or the site.',
  'flash-in-eyes': 'Eyes away from the head, no flash right before a face; count down.',
  'bright-in-eyes': 'Do not look into it; give the eyes breaks, and move it away where the picture allows.',
  'blue-hurts': 'Strong blue and violet hurt before they seem bright. Night vision goes: light paths before anybody walks.',
  'battery-charge': 'Charge under supervision, keep it from heat, and mind the rules for its transport.',
  'nobody-helps': 'The brief has nobody to help: name who holds it.',
  'one-pair-of-hands': 'One person cannot hold two lights: name somebody else, or put one on a stand.',
  'more-hands': 'There are fewer helpers than lights to hold: put some on stands, or ask more people.',
  'over-sockets':
    'All lights at full output take more than the brief says the sockets give: fewer or smaller lights, batteries, or a supply that somebody licensed has looked at.',
  'over-circuit': 'More than the circuit is rated for: it trips, or worse. Put lights on another circuit.',
  'unroll-leads':
    'Unroll them: a coiled lead heats. Route them round paths, tape them down, keep plugs off the floor where it may get wet.',
  'same-circuit': 'Find out what else hangs on the same circuit.',
  'haze-breathing': 'Ask everybody first: it can trouble breathing and eyes. Air the room, and write down when it was made.',
  'haze-alarms': 'Settle smoke alarms with whoever runs the building. Floors get slippery.',
  'haze-cans': 'Pressurised cans stay away from hot heads and sparks.',
  'way-out-lit': 'Leave the way out lit and free; clear the path before the light goes off.',
  'cloth-flame': 'Black cloth must be flame-retardant and stay off hot lamps; leave air.',
  'site-look-first': 'Floor, traffic, exits, permission, first aid: look before the gear goes in.',
  'safety-parts-stay': 'Safety parts stay in place and free to work, also where they rattle.',
};

function reasonWords(reason: CautionReason): string {
  switch (reason.why) {
    case 'gel-absorbs':
      return `About ${reason.wPerCm2.toFixed(2)} W stay in each cm² of gel.`;
    case 'weighs':
      return `${reason.weightKg} kg: hold that against what clamp and fixing are rated for.`;
    case 'topples':
      return `At ${reason.heightM.toFixed(1)} m it topples easily: spread the legs, a leg under the load, sandbag on it.`;
    case 'over-usual-share':
      return `Over ${percentWords(reason.share)} of its rating, which is the usual limit for hours of use. Put lights on another circuit.`;
    case 'holder-needs':
      return `${reason.who || 'Somebody'} needs a path that can be seen, firm ground at ${reason.heightM.toFixed(1)} m, and eyes off the head.`;
    default:
      return PLAIN[reason.why];
  }
}
