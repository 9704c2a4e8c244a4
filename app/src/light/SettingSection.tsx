import { turnedDeg } from '@fulgent/core/colour';
import type { ColourFixture, Light, Look, Mode, Setting } from '@fulgent/core/document';
import { MATCH_TOLERANCE, MODE_NAMES, mixOf, recipeOf, settingFor, settingXy, type Match } from '@fulgent/core/fixture';
import { fixtureLookup, lookupIn, type LightReading } from '@fulgent/core/scene';
import { whatIsOutput } from '@fulgent/words';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { OutputCurve } from '../charts/OutputCurve';
import { useKit, useKitEntries } from '../kit/useKit';
import { readNumber, taken } from '../look/numbers';
import { putSetting } from '../palette/edits';
import { WayRow } from '../palette/MeansRows';
import { useStudy } from '../workers/useStudy';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Pick } from '../ui/Pick';
import { Topic } from '../ui/Section';
import { Sheet } from '../ui/Sheet';
import { Cell, Stepper, StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { WhatIs } from '../ui/WhatIs';
import { study } from '../workers/study';

const useStyles = themed(() => ({
  swatch: { height: 30, borderRadius: 2 },
}));

type Of<M extends Mode> = Extract<Setting, { mode: M }>;

interface Props {
  readonly look: Look;
  readonly light: Light;
  readonly reading: LightReading;
}

/** The dial of a full-colour fixture in each mode it has, what that gives, and what it is in the other modes. */
export function SettingSection({ look, light, reading }: Props) {
  const styles = useStyles();
  const { stored } = useKit();
  const kit = useKitEntries();
  const [matching, setMatching] = useState(false);
  const [others, setOthers] = useState(false);
  const [width, setWidth] = useState(0);
  const { fixture, setting } = light;
  if (fixture.kind !== 'colour' || setting === null) return null;
  const lookup = fixtureLookup(lookupIn(look.spectra));
  const mix = mixOf(fixture, setting, lookup);
  const put = (next: Setting) => putSetting(light.id, next, kit);
  const toMode = (mode: Mode) => {
    if (mode === setting.mode) return;
    const xy = settingXy(fixture, setting, lookup);
    const gels = stored.flatMap(({ entry, atHand }) => (entry.kind === 'gel' && atHand ? [entry.id] : []));
    const known = gels.filter(
      (gel) => look.spectra.some(({ id }) => id === gel) || stored.some(({ entry, standIn }) => standIn && entry.id === gel),
    );
    put(settingFor(fixture, mode, xy, lookup, { gels: known }) ?? fallback(mode, known[0] ?? 'amber-mid', fixture.lowK));
  };
  return (
    <Topic
      id="light.setting"
      title="Setting"
      now={`${MODE_NAMES[setting.mode]} · ${recipeOf(fixture)} · ${Math.round(mix.luxAt1m)} lx at 1 m`}
      patches={[reading.hex]}
    >
      <View
        testID="light-colour"
        style={[styles.swatch, { backgroundColor: reading.hex }]}
        onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      />
      <Choice
        label="Mode"
        options={fixture.modes.map((mode) => ({ id: mode, name: MODE_NAMES[mode] }))}
        value={setting.mode}
        onChange={toMode}
      />
      <Dials
        light={light}
        setting={setting}
        put={put}
        kitGels={stored.flatMap(({ entry, atHand }) =>
          entry.kind === 'gel' && atHand ? [{ id: entry.id, name: entry.name }] : [],
        )}
      />
      {mix.heldK === null ? null : (
        <Text weight="strong" role="status">
          {`This fixture makes ${fixture.lowK} to ${fixture.highK} K: it stays at ${mix.heldK} K.`}
        </Text>
      )}
      {mix.inGamut ? null : (
        <Text weight="strong" role="status">
          Out of this fixture’s reach: it makes the nearest colour that it can.
        </Text>
      )}
      {setting.mode === 'hsi' && setting.saturation === 0 ? (
        <Text size="label">At 0 % saturation the hue does nothing: it is the white.</Text>
      ) : null}
      {setting.mode === 'cct' && width > 0 ? (
        <>
          <OutputCurve fixture={fixture} cctK={setting.cctK} width={width} lookup={lookup} />
          <WhatIs words={whatIsOutput(fixture)} />
        </>
      ) : null}
      {fixture.pixels > 1 ? (
        <Text size="label" quiet>
          {fixture.pixels} pixels, all set alike here.
        </Text>
      ) : null}
      <View style={{ flexDirection: 'row', gap: SPACE.s, flexWrap: 'wrap' }}>
        <Button label="In its other modes" on={others} onPress={() => setOthers(!others)} />
        <Button label="Match to another light" disabled={look.lights.length < 2} onPress={() => setMatching(true)} />
      </View>
      {others ? <OtherModes look={look} light={light} /> : null}
      {matching ? <MatchSheet look={look} light={light} onClose={() => setMatching(false)} /> : null}
    </Topic>
  );
}

function fallback(mode: Mode, gel: string, lowK: number): Setting {
  switch (mode) {
    case 'cct':
      return { mode, cctK: Math.max(lowK, 5600), duv: 0 };
    case 'hsi':
      return { mode, hueDeg: 0, saturation: 1, whiteK: 5600 };
    case 'rgb':
      return { mode, r: 255, g: 255, b: 255 };
    case 'xy':
      return { mode, x: 0.33, y: 0.34 };
    case 'gel':
      return { mode, gel, whiteK: 5600 };
  }
}

interface DialsProps {
  readonly light: Light;
  readonly setting: Setting;
  readonly put: (next: Setting) => void;
  readonly kitGels: readonly { readonly id: string; readonly name: string }[];
}

/** One dial of a setting: stepped, or typed within its range. */
const dial = (
  label: string,
  value: string,
  onStep: (by: 1 | -1) => void,
  range: { low: number; high: number; unit?: string },
  take: (value: number) => void,
  note?: string,
) => (
  <Cell key={label}>
    <Stepper
      label={label}
      value={value}
      onStep={onStep}
      onType={(text) => taken(readNumber(text, { name: label, ...range }), take)}
      {...(note ? { note } : {})}
    />
  </Cell>
);

const heldKelvin = ({ lowK, highK }: ColourFixture, value: number) => Math.min(highK, Math.max(lowK, value));

const whiteDial = (fixture: ColourFixture, one: Of<'hsi'> | Of<'gel'>, put: (next: Setting) => void) =>
  dial(
    'On white of',
    `${one.whiteK} K`,
    (by) => put({ ...one, whiteK: heldKelvin(fixture, one.whiteK + by * Math.max(100, fixture.stepK)) }),
    { low: fixture.lowK, high: fixture.highK, unit: 'K' },
    (whiteK) => put({ ...one, whiteK }),
  );

function Dials({ light, setting, put, kitGels }: DialsProps) {
  const { fixture } = light;
  if (fixture.kind !== 'colour') return null;
  switch (setting.mode) {
    case 'cct':
      return <CctDials setting={setting} put={put} fixture={fixture} />;
    case 'hsi':
      return <HsiDials setting={setting} put={put} fixture={fixture} />;
    case 'rgb':
      return (
        <StepperGrid>
          {(['r', 'g', 'b'] as const).map((channel) =>
            dial(
              { r: 'Red', g: 'Green', b: 'Blue' }[channel],
              `${Math.round(setting[channel])}`,
              (by) => put(rgbWith(setting, channel, Math.round(setting[channel]) + by * 5)),
              { low: 0, high: 255 },
              (value) => put(rgbWith(setting, channel, value)),
            ),
          )}
        </StepperGrid>
      );
    case 'xy':
      return (
        <StepperGrid>
          {(['x', 'y'] as const).map((axis) =>
            dial(
              axis,
              setting[axis].toFixed(3),
              (by) => put({ ...setting, [axis]: Math.min(0.8, Math.max(0.01, Number((setting[axis] + by * 0.005).toFixed(4)))) }),
              { low: 0.01, high: 0.8 },
              (value) => put({ ...setting, [axis]: value }),
            ),
          )}
        </StepperGrid>
      );
    case 'gel':
      return (
        <>
          <Pick
            label="Gel"
            options={kitGels}
            current={kitGels.find(({ id }) => id === setting.gel)?.name ?? setting.gel}
            onPick={(gel) => put({ ...setting, gel })}
          />
          <StepperGrid>{whiteDial(fixture, setting, put)}</StepperGrid>
        </>
      );
  }
}

function HsiDials({
  setting,
  put,
  fixture,
}: {
  readonly setting: { whiteK: number; mode: 'hsi'; hueDeg: number; saturation: number };
  readonly put: (next: Setting) => void;
  readonly fixture: ColourFixture;
}) {
  return (
    <StepperGrid>
      {dial(
        'Hue on its own wheel',
        `${Math.round(setting.hueDeg)}°`,
        (by) => put({ ...setting, hueDeg: turnedDeg(Math.round(setting.hueDeg) + by) }),
        { low: 0, high: 360, unit: '°' },
        (hueDeg) => put({ ...setting, hueDeg: turnedDeg(hueDeg) }),
        fixture.wheel.length ? 'its dial as measured' : 'nominal, not verified: another fixture differs',
      )}
      {dial(
        'Saturation',
        `${Math.round(100 * setting.saturation)} %`,
        (by) => put({ ...setting, saturation: Math.min(1, Math.max(0, Number((setting.saturation + by * 0.05).toFixed(2)))) }),
        { low: 0, high: 100, unit: '%' },
        (value) => put({ ...setting, saturation: value / 100 }),
      )}
      {whiteDial(fixture, setting, put)}
    </StepperGrid>
  );
}

function CctDials({
  setting,
  put,
  fixture,
}: {
  readonly setting: { mode: 'cct'; cctK: number; duv: number };
  readonly put: (next: Setting) => void;
  readonly fixture: ColourFixture;
}) {
  return (
    <StepperGrid>
      {dial(
        'Colour temperature',
        `${Math.round(setting.cctK)} K`,
        (by) => put({ ...setting, cctK: heldKelvin(fixture, Math.round(setting.cctK / fixture.stepK + by) * fixture.stepK) }),
        { low: fixture.lowK, high: fixture.highK, unit: 'K' },
        (cctK) => put({ ...setting, cctK }),
        `steps of ${fixture.stepK} K`,
      )}
      {fixture.emitters.length > 2
        ? dial(
            'Green or magenta, Duv',
            setting.duv === 0 ? '0' : setting.duv.toFixed(3),
            (by) => put({ ...setting, duv: Math.min(0.02, Math.max(-0.02, Number((setting.duv + by * 0.001).toFixed(4)))) }),
            { low: -0.02, high: 0.02 },
            (duv) => put({ ...setting, duv }),
            'positive is green',
          )
        : null}
    </StepperGrid>
  );
}

/** A channel of RGB at a value; all three at 0 would be no light at all, so one stays. */
function rgbWith(setting: Of<'rgb'>, channel: 'r' | 'g' | 'b', value: number): Setting {
  const next = { ...setting, [channel]: Math.min(255, Math.max(0, value)) };
  return next.r + next.g + next.b > 0 ? next : { ...next, [channel]: 1 };
}

function OtherModes({ look, light }: { readonly look: Look; readonly light: Light }) {
  const kit = useKitEntries();
  const key = useMemo(
    () => ({ fixture: light.fixture, setting: light.setting, unit: light.unit, camera: look.camera, kit }),
    [light, look.camera, kit],
  );
  const { value, error } = useStudy(() => study().inOtherModes(look, light.id, kit), key);
  if (error) return <Text role="alert">{error}</Text>;
  if (!value) return <Text quiet>Working it out</Text>;
  return (
    <View>
      {value.map((way) => (
        <WayRow key={way.mode} way={way} onTake={() => way.setting && putSetting(light.id, way.setting, kit)} />
      ))}
    </View>
  );
}

/** Sets this fixture so that the camera sees the same colour as from another light. */
function MatchSheet({ look, light, onClose }: { readonly look: Look; readonly light: Light; readonly onClose: () => void }) {
  const kit = useKitEntries();
  const others = look.lights.filter(({ id }) => id !== light.id);
  const [leaderId, setLeaderId] = useState(others[0]?.id ?? '');
  const key = useMemo(() => ({ look, leaderId, kit }), [look, leaderId, kit]);
  const { value, error } = useStudy<Match>(() => study().match(look, leaderId, light.id, kit), key);
  const tolerance = MATCH_TOLERANCE[light.role];
  return (
    <Sheet title={`Match ${light.name}`} onClose={onClose}>
      <Pick label="To" options={others} current={others.find(({ id }) => id === leaderId)?.name ?? ''} onPick={setLeaderId} />
      {error ? <Text role="alert">{error}</Text> : null}
      {value ? (
        <>
          <View testID="match">
            {value.before !== null ? <Text>At the leader’s own setting it is {value.before.toFixed(3)} off.</Text> : null}
            <Text weight="strong">
              {value.nearest.residual <= tolerance
                ? `Matched: ${value.nearest.residual.toFixed(3)} is left, ${tolerance.toFixed(3)} does for a ${light.role}.`
                : `${value.nearest.residual.toFixed(3)} is left${value.nearest.atLimit ? ' at the edge of what it can mix' : ''}; a ${light.role} wants ${tolerance.toFixed(3)}.`}
            </Text>
          </View>
          {value.ways.map((way) => (
            <WayRow
              key={way.mode}
              way={way}
              onTake={() => {
                if (way.setting) putSetting(light.id, way.setting, kit);
                onClose();
              }}
            />
          ))}
        </>
      ) : error ? null : (
        <Text quiet>Matching</Text>
      )}
    </Sheet>
  );
}
