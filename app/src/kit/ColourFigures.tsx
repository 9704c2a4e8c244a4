import type { ColourFixture, Emitter, Fixture } from '@fulgent/core/document';
import { MODE_NAMES } from '@fulgent/core/fixture';
import { View } from 'react-native';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Dial } from '../ui/Dial';

type Put = (change: Partial<Fixture>) => void;

/** What a fixture that mixes colours gives: each emitter’s light and colour, and its whites. */
export function ColourFigures({ fixture, put }: { readonly fixture: ColourFixture; readonly put: Put }) {
  return (
    <>
      {fixture.emitters.map((emitter, i) => (
        <EmitterDials
          key={`${i} ${emitter.name}`}
          emitter={emitter}
          onChange={(next) => put({ emitters: fixture.emitters.map((one, k) => (k === i ? next : one)) })}
        />
      ))}
      <Dial
        label="White from"
        value={fixture.lowK}
        onChange={(lowK) => put({ lowK: Math.min(lowK, fixture.highK) })}
        low={1000}
        high={25_000}
        step={100}
        unit="K"
      />
      <Dial
        label="White to"
        value={fixture.highK}
        onChange={(highK) => put({ highK: Math.max(highK, fixture.lowK) })}
        low={1000}
        high={25_000}
        step={100}
        unit="K"
      />
      <Dial
        label="White in steps of"
        value={fixture.stepK}
        onChange={(stepK) => put({ stepK })}
        low={1}
        high={1000}
        series={[1, 5, 10, 25, 50, 100, 200, 500, 1000]}
        unit="K"
      />
    </>
  );
}

function EmitterDials({ emitter, onChange }: { readonly emitter: Emitter; readonly onChange: (next: Emitter) => void }) {
  const { name } = emitter;
  return (
    <>
      <Dial
        label={`${name}, lx at 1 m`}
        value={emitter.luxAt1m}
        onChange={(luxAt1m) => onChange({ ...emitter, luxAt1m })}
        low={0.1}
        high={10_000_000}
        step={20}
      />
      {emitter.kind === 'lobe' ? (
        <>
          <Dial
            label={`${name}, peak`}
            value={emitter.peakNm}
            onChange={(peakNm) => onChange({ ...emitter, peakNm })}
            low={380}
            high={780}
            unit="nm"
          />
          <Dial
            label={`${name}, width`}
            value={emitter.widthNm}
            onChange={(widthNm) => onChange({ ...emitter, widthNm })}
            low={2}
            high={300}
            unit="nm"
          />
        </>
      ) : null}
      {emitter.kind === 'white' ? (
        <>
          <Dial
            label={`${name}, its white`}
            value={emitter.cctK}
            onChange={(cctK) => onChange({ ...emitter, cctK })}
            low={1900}
            high={12_000}
            step={50}
            unit="K"
          />
          <Dial
            label={`${name}, Duv`}
            value={emitter.duv}
            onChange={(duv) => onChange({ ...emitter, duv })}
            low={-0.03}
            high={0.03}
            step={0.001}
          />
        </>
      ) : null}
    </>
  );
}

const MODES = Object.entries(MODE_NAMES) as [ColourFixture['modes'][number], string][];

/** The modes that its menu has. */
export function MenuModes({ fixture, put }: { readonly fixture: ColourFixture; readonly put: Put }) {
  const { modes } = fixture;
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }} role="group" aria-label="Modes of its menu">
      {MODES.map(([id, name]) => (
        <Button
          key={id}
          label={name}
          on={modes.includes(id)}
          // The last one stays: a fixture has one at least.
          disabled={modes.length === 1 && modes.includes(id)}
          onPress={() => put({ modes: modes.includes(id) ? modes.filter((one) => one !== id) : [...modes, id] })}
        />
      ))}
    </View>
  );
}
