import { TURN_TRIED_DEG, type TurnRange } from '@fulgent/core/day';
import { LIMITS, type Look } from '@fulgent/core/document';
import { turnWords, whatIsTurn } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { FONTS, SPACE, themed, useTheme } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Field } from '../ui/Field';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { addPose, changePose, removePose } from './edits';

const useStyles = themed((t) => ({
  pose: { gap: SPACE.s, paddingVertical: SPACE.m, borderBottomWidth: 1, borderBottomColor: t.line },
  head: { flexDirection: 'row', alignItems: 'center', gap: SPACE.s },
}));

/** An angle as it is said to a person: towards which side of the picture. */
export function angleWords(deg: number): string {
  if (deg === 0) return 'facing the camera';
  return `${Math.abs(deg)}° ${deg < 0 ? 'left' : 'right'} in the picture`;
}

/** What the person does while the lights stay: how far they may turn, and a list to take off. */
export function PosesPage({ look }: { readonly look: Look }) {
  const { value: range, error } = useStudy(() => study().turnRange(look), look);
  const isPerson = look.subject.form === 'person' || look.subject.form === 'seated';
  return (
    <View>
      <Section title="How far it may turn" aside="while the lights stay" what={range && whatIsTurn(range)}>
        {error ? <Text role="alert">{error}</Text> : null}
        {range ? (
          <>
            <Text weight="strong" testID="turn-text">
              {rangeWords(range)}
            </Text>
            {[range.lowLimit, range.highLimit].map((limit, i) =>
              limit === null ? null : (
                <Text key={i}>
                  Further {i === 0 ? 'left' : 'right'}: {turnWords(limit)}
                </Text>
              ),
            )}
            <TurnChart range={range} nowDeg={look.subject.turnDeg} />
          </>
        ) : (
          <Waiting height={190} label="Trying angles" />
        )}
        <Text size="label" quiet>
          {isPerson ? 'Head and shoulders turn together. ' : ''}Colours that hold now still hold inside the range, and the key
          stays within half a stop.
        </Text>
      </Section>
      <Section title="To take" aside={look.day.poses.length ? `${left(look)} left` : 'none yet'}>
        {look.day.poses.map((pose) => (
          <Pose key={pose.id} pose={pose} range={range} />
        ))}
        <View style={{ flexDirection: 'row' }}>
          <Button label="Add a pose" icon="plus" onPress={() => addPose()} />
        </View>
      </Section>
    </View>
  );
}

const left = (look: Look) => look.day.poses.filter(({ done }) => !done).length;

function rangeWords({ lowDeg, highDeg }: TurnRange): string {
  return lowDeg === highDeg
    ? `Only ${angleWords(lowDeg)}, as planned.`
    : `Between ${angleWords(lowDeg)} and ${angleWords(highDeg)}.`;
}

function Pose({ pose, range }: { readonly pose: Look['day']['poses'][number]; readonly range: TurnRange | null }) {
  const styles = useStyles();
  const { id, name, turnDeg, note, done } = pose;
  const outside = range !== null && (turnDeg < range.lowDeg || turnDeg > range.highDeg);
  const step = range?.steps.reduce((best, one) =>
    Math.abs(one.turnDeg - turnDeg) < Math.abs(best.turnDeg - turnDeg) ? one : best,
  );
  return (
    <View style={styles.pose} testID={`pose-${id}`}>
      <View style={styles.head}>
        <View style={{ flex: 1 }}>
          <Field
            most={LIMITS.nameLength}
            label="Pose"
            value={name}
            onChange={(text) => changePose(id, 'name', { name: text || 'Pose' })}
          />
        </View>
        <Button
          label={done ? 'Taken' : 'Take off'}
          accessibilityLabel={done ? `${name} is taken; put it back` : `Take ${name} off the list`}
          on={done}
          onPress={() => changePose(id, 'done', { done: !done })}
        />
        <IconButton icon="x" label={`Remove ${name}`} onPress={() => removePose(id)} />
      </View>
      <StepperGrid>
        <Dial
          label="Turned"
          value={turnDeg}
          onChange={(next) => changePose(id, 'turnDeg', { turnDeg: next })}
          low={-180}
          high={180}
          step={5}
          unit="°"
          note={angleWords(turnDeg)}
        />
      </StepperGrid>
      {outside ? (
        <Text size="label" weight="strong">
          {step?.lost[0] ? `Outside: ${turnWords(step.lost[0])}` : 'Outside of what holds as planned.'}
        </Text>
      ) : null}
      <Field
        most={LIMITS.noteLength}
        label="What to look for"
        value={note}
        onChange={(text) => changePose(id, 'note', { note: text })}
      />
    </View>
  );
}

const [HEIGHT, PAD, FOOT] = [150, 34, 22];
const AXIS_STOPS = 3;

/** Exposure of the face against the angle, with the range that holds. */
function TurnChart({ range, nowDeg }: { readonly range: TurnRange; readonly nowDeg: number }) {
  const theme = useTheme();
  const [width, setWidth] = useState(0);
  const x = (deg: number) => PAD + ((deg - nowDeg + TURN_TRIED_DEG) / (2 * TURN_TRIED_DEG)) * (width - PAD - 8);
  const high = Math.max(...range.steps.map(({ keyStops }) => keyStops), 1);
  const top = Math.ceil(high);
  const y = (stops: number) => 8 + ((top - Math.max(top - 2 * AXIS_STOPS, stops)) / (2 * AXIS_STOPS)) * (HEIGHT - FOOT - 8);
  const words = range.steps
    .filter((_, i) => i % 4 === 0)
    .map(({ turnDeg, keyStops }) => `${angleWords(turnDeg)} ${keyStops.toFixed(1)}`)
    .join('; ');
  const label = (text: string, px: number, py: number, anchor: 'start' | 'middle' | 'end') => (
    <SvgText key={`${text} ${px}`} x={px} y={py} fontSize={12} fontFamily={FONTS.narrow} fill={theme.quiet} textAnchor={anchor}>
      {text}
    </SvgText>
  );
  return (
    <View
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      style={{ height: HEIGHT }}
      role="img"
      accessibilityLabel={`Exposure of the face by angle, stops from mid-grey: ${words}`}
    >
      {width > 0 ? (
        <Svg width={width} height={HEIGHT}>
          <Rect
            x={x(range.lowDeg)}
            y={8}
            width={Math.max(2, x(range.highDeg) - x(range.lowDeg))}
            height={HEIGHT - FOOT - 8}
            fill={theme.raised}
          />
          {[top, top - 2, top - 4, top - 6].map((stops) =>
            label(`${stops > 0 ? '+' : ''}${stops}`, PAD - 6, y(stops) + 4, 'end'),
          )}
          <Line x1={x(nowDeg)} x2={x(nowDeg)} y1={8} y2={HEIGHT - FOOT} stroke={theme.edge} strokeDasharray="3 3" />
          <Path
            d={range.steps
              .filter(({ keyStops }) => Number.isFinite(keyStops))
              .map(({ turnDeg, keyStops }, i) => `${i ? 'L' : 'M'}${x(turnDeg).toFixed(1)} ${y(keyStops).toFixed(1)}`)
              .join('')}
            stroke={theme.text}
            strokeWidth={2}
            fill="none"
          />
          {label('left', x(nowDeg - TURN_TRIED_DEG), HEIGHT - 6, 'start')}
          {label(`${nowDeg}°`, x(nowDeg), HEIGHT - 6, 'middle')}
          {label('right', x(nowDeg + TURN_TRIED_DEG), HEIGHT - 6, 'end')}
        </Svg>
      ) : null}
    </View>
  );
}
