import { cautionsOf, HEAT_REASONS, PLAIN_REASONS, type Caution, type CautionAbout, type CautionReason } from '@fulgent/core/day';
import { demoLooks, nightOvenLooks, nocturneLooks } from '@fulgent/core/demo';
import { cautionWords, HEAT_CAUTION, SAFETY_DEFERS } from '../src';

const saying = (about: CautionAbout, reasons: readonly CautionReason[] = []) =>
  cautionWords({ key: 'k', kind: 'heat', level: 'act', lightIds: [], about, reasons });

/** Words that would promise what nobody can. */
const PROMISE = /(?<!that a set-up )\b(is|are) safe\b|safely|no (danger|risk)|harmless/i;

describe('a caution', () => {
  it.each<[CautionAbout, string]>([
    [{ is: 'gel-heat', name: 'Key' }, 'Key: gel and heat'],
    [{ is: 'over-rating', name: 'Lamp', fittedW: 100, ratedW: 60 }, 'Lamp: 100 W in a holder for 60 W'],
    [{ is: 'diffused-lamp', name: 'Lamp' }, 'Lamp: diffusion round a lamp'],
    [{ is: 'hangs', name: 'Top', heightM: 2.44, overSubject: false }, 'Top: hangs 2.4 m up'],
    [{ is: 'hangs', name: 'Top', heightM: 2.44, overSubject: true }, 'Top: hangs 2.4 m up, over the subject'],
    [{ is: 'loose-stand', name: 'Rim' }, 'Rim: tall stand not weighed down'],
    [{ is: 'loose-stands', names: ['Key', 'Fill'] }, 'Stands not weighed down: Key, Fill'],
    [{ is: 'tall-board', name: 'Flag' }, 'Flag: tall board'],
    [{ is: 'near-water', name: 'Key' }, 'Key: near water'],
    [{ is: 'not-wet-rated', name: 'Key' }, 'Key: not rated for wet'],
    [{ is: 'effect', name: 'Alarm', type: 'beacon', rateHz: 2 }, 'Alarm: beacon, 2 Hz'],
    [{ is: 'near-eyes', name: 'Key', distanceM: 0.62 }, 'Key: 0.6 m from the eyes'],
    [{ is: 'bright-at-eyes', name: 'Key', lux: 23_400 }, 'Key: about 23 000 lx at the eyes'],
    [{ is: 'large-battery', name: 'Key' }, 'Key: large battery'],
    [{ is: 'by-hand', name: 'Rim' }, 'Rim: held by hand'],
    [
      { is: 'circuit', name: 'Kitchen', watts: 1840.4, amps: 8.04, ratedA: 10, estimated: true },
      'Kitchen: 1840 W, 8.0 A of 10 A, partly estimated',
    ],
    [{ is: 'circuit', name: 'Hall', watts: 100, amps: 0.5, ratedA: 16, estimated: false }, 'Hall: 100 W, 0.5 A of 16 A'],
    [{ is: 'gels-warm', names: ['Key', 'Rim'] }, 'Key, Rim: gel and heat'],
    [{ is: 'sockets', watts: 369.4, givenW: 200, estimated: true }, '369 W at sockets that give 200 W, partly estimated'],
    [{ is: 'holds-several', who: 'Second', names: ['Rim', 'Fill'] }, 'Second holds Rim and Fill'],
    [{ is: 'hands', needed: 3, crew: 1 }, '3 lights held by hand, 1 to help'],
    [{ is: 'leads', count: 4, lengthM: 10 }, '4 leads of about 10 m'],
    [{ is: 'haze' }, 'Haze in the air'],
    [{ is: 'long-exposure' }, 'Moving about during a long exposure'],
    [{ is: 'blackout' }, 'A blacked-out room'],
    [{ is: 'place', name: 'Bakery' }, 'The place: Bakery'],
    [{ is: 'place', name: '' }, 'The place'],
  ])('%j is headed "%s"', (about, title) => expect(saying(about).title).toBe(title));

  it.each<[CautionReason, RegExp]>([
    [{ why: 'gel-absorbs', wPerCm2: 0.256 }, /^About 0\.26 W stay in each cm² of gel\.$/],
    [{ why: 'weighs', weightKg: 4.2 }, /^4\.2 kg: hold that against/],
    [{ why: 'topples', heightM: 2.6 }, /^At 2\.6 m it topples easily: .*sandbag/],
    [{ why: 'over-usual-share', share: 0.8 }, /^Over 80 % of its rating/],
    [{ why: 'holder-needs', who: 'Ash', heightM: 1.9 }, /^Ash needs a path that can be seen, firm ground at 1\.9 m/],
    [{ why: 'holder-needs', who: '', heightM: 1.9 }, /^Somebody needs/],
    [{ why: 'tape-lets-go' }, /^Tape lets go when it gets hot/],
  ])('%j is said with its figure', (reason, text) => expect(saying({ is: 'haze' }, [reason]).reasons[0]).toMatch(text));

  it('has a sentence for every reason, and none promises anything', () => {
    const said = [...HEAT_REASONS, ...PLAIN_REASONS].map((why) => saying({ is: 'haze' }, [{ why }]).reasons[0]!);
    expect(new Set(said).size).toBe(said.length);
    for (const text of [...said, SAFETY_DEFERS, HEAT_CAUTION]) {
      expect(text).toMatch(/^[A-Z].*\.$/);
      expect(text).not.toMatch(PROMISE);
    }
  });

  it('of every demo look reads as words and figures', () => {
    const all: Caution[] = [...demoLooks(), ...nightOvenLooks(), ...nocturneLooks()].flatMap((look) => cautionsOf(look));
    for (const { title, reasons } of all.map(cautionWords))
      expect(`${title} ${reasons.join(' ')}`).not.toMatch(/undefined|NaN|\[object/);
  });
});
