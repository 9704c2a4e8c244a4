import { WHITE_RANGE_K } from '@fulgent/core/camera';
import { kelvinToMired } from '@fulgent/core/colour';
import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { whiteSchools, type WhiteSchool } from '@fulgent/core/planning';
import { schoolWords } from '@fulgent/words';
import { useId, useMemo, useState } from 'react';
import { View } from 'react-native';
import Svg, { Defs, Line, LinearGradient, Rect, Stop } from 'react-native-svg';
import { FrameCanvas } from '../frame/FrameCanvas';
import { nextInSeries, readNumber, taken, WHITES_K } from '../look/numbers';
import { changeCamera } from '../look/edits';
import { SPACE, themed, useTheme } from '../theme/theme';
import { Button } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Section } from '../ui/Section';
import { Cell, Stepper, StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { WhatIs } from '../ui/WhatIs';
import { whatIsWhite } from '@fulgent/words';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import type { WhiteStudy } from '../workers/study.worker';
import { readsText } from './words';
import { dropWhite, keepWhite, setWhite } from './edits';

/** Two stand side by side on a phone. */
const VERSION_WIDTH = 174;

const useStyles = themed((t) => ({
  line: { gap: 3, paddingVertical: SPACE.xs + 2 },
  school: {
    flexDirection: 'row',
    gap: SPACE.m,
    alignItems: 'center',
    paddingVertical: SPACE.s,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  versions: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.m },
  version: { width: VERSION_WIDTH, gap: SPACE.xs },
  used: { borderWidth: 2, borderColor: t.text },
}));

const STRIP_HEIGHT = 22;
/** Height of one light's line, to keep its place while it is computed, px. */
const LINE_HEIGHT = 55;

/** White balance as part of the look: every light against white, the schools, and versions side by side. */
export function WhitePage({ look }: { readonly look: Look }) {
  const { value, error } = useStudy(() => study().whites(look), look);
  const [width, setWidth] = useState(0);
  return (
    <>
      <DialsSection look={look} />
      <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
        <Section title="Every light against white" aside="on a neutral surface">
          {error ? (
            <Text weight="strong" role="alert">
              {error}
            </Text>
          ) : null}
          {value && width > 0 ? (
            <Strips look={look} found={value} width={width - 2 * SPACE.m} />
          ) : (
            <View style={{ height: LINE_HEIGHT * (look.lights.length + 1) }} role="status" aria-busy aria-label="Computing" />
          )}
        </Section>
      </View>
      <VersionsSection look={look} />
      <SchoolsSection look={look} />
    </>
  );
}

function DialsSection({ look }: { readonly look: Look }) {
  const { camera } = look;
  return (
    <Section title="White" aside={`${Math.round(kelvinToMired(camera.whiteK))} mired`}>
      <View style={{ flexDirection: 'row', justifyContent: 'flex-end' }}>
        <WhatIs words={whatIsWhite(look)} />
      </View>
      <StepperGrid>
        <Cell>
          <Stepper
            label="Colour temperature"
            value={`${camera.whiteK} K`}
            onStep={(by) => changeCamera('white', { whiteK: nextInSeries(WHITES_K, camera.whiteK, by) })}
            onType={(text) =>
              taken(
                readNumber(text, { name: 'White balance', low: WHITE_RANGE_K[0], high: WHITE_RANGE_K[1], unit: 'K' }),
                (whiteK) => changeCamera('white', { whiteK }),
              )
            }
          />
        </Cell>
        <Dial
          label="Tint, green to magenta"
          value={camera.tintDuv}
          onChange={(tintDuv) => changeCamera('tint', { tintDuv })}
          low={-0.03}
          high={0.03}
          step={0.002}
          show={tintText}
          note="Light of this Duv is rendered neutral"
        />
      </StepperGrid>
    </Section>
  );
}

export function tintText(tintDuv: number): string {
  if (tintDuv === 0) return '0';
  return `${tintDuv > 0 ? 'green' : 'magenta'} ${Math.abs(tintDuv).toFixed(3)}`;
}

const MARKS_K = [2500, 3200, 4000, 5600, 10_000];

/** One strip a light: its recorded colour at every white from 2500 to 10 000 K, the present one marked. */
function Strips({ look, found, width }: { readonly look: Look; readonly found: WhiteStudy; readonly width: number }) {
  const styles = useStyles();
  const theme = useTheme();
  const [first, last] = [kelvinToMired(2500), kelvinToMired(10_000)];
  const xOf = (kelvin: number) => Math.min(1, Math.max(0, (first - kelvinToMired(kelvin)) / (first - last))) * width;
  const mark = useId().replace(/[^a-zA-Z0-9]/g, '');
  const here = xOf(look.camera.whiteK);
  return (
    <View>
      <View style={{ height: 18 }} aria-hidden>
        {MARKS_K.map((kelvin, i) => (
          <View
            key={kelvin}
            style={{
              position: 'absolute',
              left: i === 0 ? 0 : i === MARKS_K.length - 1 ? width - 60 : xOf(kelvin) - 30,
              width: 60,
              alignItems: i === 0 ? 'flex-start' : i === MARKS_K.length - 1 ? 'flex-end' : 'center',
            }}
          >
            <Text size="small" narrow quiet>
              {kelvin} K
            </Text>
          </View>
        ))}
      </View>
      {found.alongScale.map((light, l) => (
        <View key={light.id} style={styles.line} testID={`white-${light.id}`}>
          <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
            <Text size="label" weight="medium">
              {light.name}
            </Text>
            <Text size="label" narrow quiet>
              {found.present[l] ? readsText(found.present[l]) : ''}
            </Text>
          </View>
          <Svg width={width} height={STRIP_HEIGHT} aria-hidden testID="light-colour">
            <Defs>
              <LinearGradient id={`w${mark}${l}`} x1="0" y1="0" x2="1" y2="0">
                {light.at.map(({ hex }, i) => (
                  <Stop key={found.scaleK[i]} offset={i / (light.at.length - 1)} stopColor={hex} />
                ))}
              </LinearGradient>
            </Defs>
            <Rect x={0} y={0} width={width} height={STRIP_HEIGHT} fill={`url(#w${mark}${l})`} />
            <Line x1={here} x2={here} y1={0} y2={STRIP_HEIGHT} stroke="#000000" strokeWidth={5} />
            <Line x1={here} x2={here} y1={0} y2={STRIP_HEIGHT} stroke="#ffffff" strokeWidth={2} />
          </Svg>
        </View>
      ))}
      <Text size="small" style={{ color: theme.quiet }}>
        The line is the present white. Left of a light’s own temperature it reads cool, right of it warm.
      </Text>
    </View>
  );
}

function VersionsSection({ look }: { readonly look: Look }) {
  const styles = useStyles();
  const { camera, whites } = look;
  const atWhites = useMemo(
    () => look.whites.map(({ whiteK, tintDuv }) => ({ ...look, camera: { ...look.camera, whiteK, tintDuv } })),
    [look],
  );
  const kept = whites.some(({ whiteK, tintDuv }) => whiteK === camera.whiteK && tintDuv === camera.tintDuv);
  return (
    <Section title="Versions side by side" aside={`${whites.length} of 4, kept with the look`}>
      <View style={styles.versions}>
        {whites.map((white, i) => {
          const used = white.whiteK === camera.whiteK && white.tintDuv === camera.tintDuv;
          const mired = kelvinToMired(white.whiteK) - kelvinToMired(camera.whiteK);
          return (
            <View key={white.id} style={styles.version} testID={`version-${white.id}`}>
              <View style={used ? styles.used : null} testID="light-colour">
                <FrameCanvas
                  small
                  look={atWhites[i]!}
                  width={used ? VERSION_WIDTH - 4 : VERSION_WIDTH}
                  height={used ? 120 : 124}
                  label={`${white.name}, simulated`}
                />
              </View>
              <Text weight="medium">{white.name}</Text>
              <Text size="label" quiet>
                {white.tintDuv ? `${tintText(white.tintDuv)}, ` : ''}
                {used ? 'in use' : `${formatStops(mired, 0)} mired from the white in use`}
              </Text>
              <View style={{ flexDirection: 'row', gap: SPACE.s }}>
                <Button
                  label="Use"
                  grow
                  disabled={used}
                  accessibilityLabel={`Use ${white.name}`}
                  onPress={() => setWhite(white)}
                />
                <Button label="Drop" accessibilityLabel={`Drop ${white.name}`} onPress={() => dropWhite(white.id)} />
              </View>
            </View>
          );
        })}
      </View>
      <Button
        label={`Keep ${camera.whiteK} K as a version`}
        icon="plus"
        disabled={kept || whites.length >= 4}
        onPress={() => keepWhite(`${camera.whiteK} K`)}
      />
      <Text size="label" quiet>
        {whites.length >= 4 ? 'Four are kept: drop one for another.' : 'White is a decision: nothing here neutralises by itself.'}
      </Text>
    </Section>
  );
}

function SchoolsSection({ look }: { readonly look: Look }) {
  const schools = useMemo(() => whiteSchools(look), [look]);
  return (
    <Section title="Ways to decide" aside="mired from the present white">
      {schools.map((school) => (
        <School key={school.id} school={school} presentK={look.camera.whiteK} />
      ))}
    </Section>
  );
}

function School({ school, presentK }: { readonly school: WhiteSchool; readonly presentK: number }) {
  const styles = useStyles();
  const { name, reason } = schoolWords(school);
  return (
    <View style={styles.school}>
      <View style={{ flex: 1 }}>
        <Text weight="medium">
          {name}: {school.whiteK} K{school.tintDuv ? `, ${tintText(school.tintDuv)}` : ''}
        </Text>
        <Text size="label" quiet>
          {reason}
        </Text>
      </View>
      <Text narrow weight="medium">
        {formatStops(kelvinToMired(school.whiteK) - kelvinToMired(presentK), 0)}
      </Text>
      <Button label="Set" accessibilityLabel={`Set white: ${name}`} onPress={() => setWhite(school)} />
    </View>
  );
}
