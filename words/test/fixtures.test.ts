import { fixtureOf, modifierOf, STAND_IN_KIT, type KitFixture } from '@fulgent/core/catalogue';
import { demoLooks } from '@fulgent/core/demo';
import { lookWithFixture } from '@fulgent/core/planning';
import { cameOffWords } from '../src';

describe('what comes off with another fixture', () => {
  const look = demoLooks()[0]!;
  const rim = {
    ...look.lights.find(({ gels }) => gels.length > 0)!,
    fixture: fixtureOf('flash-400'),
    modifier: modifierOf('softbox'),
  };
  const entry = (id: string) => STAND_IN_KIT.find((one): one is KitFixture => one.kind === 'fixture' && one.id === id)!;
  const now = (id: string) => lookWithFixture({ ...look, lights: [rim] }, rim.id, entry(id)).lights[0]!;

  it('is said: the gel, the modifier, both or nothing', () => {
    expect(cameOffWords(rim, now('colour-tube'))).toBe(
      `${entry('colour-tube').name} mixes its own colour: the gel came off. Soft box 60 x 90 cm does not fit and came off; Tube face 120 cm stands there now.`,
    );
    expect(cameOffWords(rim, now('led-panel'))).toMatch(/^Soft box 60 x 90 cm does not fit/);
    expect(cameOffWords(rim, now('flash-200'))).toBe('');
  });
});
