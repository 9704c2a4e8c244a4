import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { hazeClearing } from '@fulgent/core/planning';
import { framing } from '@fulgent/core/scene';
import { hazeClearingWords, veilCostWords } from '@fulgent/words';
import { useMemo } from 'react';
import { View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Topic } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { when } from '../ui/when';
import { useComputed } from '../workers/useComputed';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { changeAir, logHaze } from './edits';
import { SoftFilter } from './SoftFilter';

/** Haze in steps that look even: the share that a metre of it takes, percent. */
const HAZES_PERCENT = [0, 0.3, 0.6, 1.2, 2.5, 5, 10, 20];
/** Veils weaker than this, stops from mid-grey, are not seen. */
const SEEN_STOPS = -7;

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    gap: SPACE.s,
    minHeight: 34,
    alignItems: 'center',
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  figure: { width: 64 },
}));

/** What lies between the set and the sensor: haze, a soft filter, flare; and what stands in the frame. */
export function AirSection({ look }: { readonly look: Look }) {
  const styles = useStyles();
  const { camera, air } = look;
  const rows = useComputed('veils', look) ?? [];
  const frame = useMemo(() => framing(look), [look]);
  const through = Math.round(100 * Math.exp(-air.hazePerM * camera.distanceM));
  const flaring = rows.filter(({ flareStops }) => flareStops > SEEN_STOPS);
  const level = (stops: number) => (stops > -12 ? formatStops(stops) : '–');
  return (
    <>
      <Topic id="set.haze" title="Haze" now={air.hazePerM > 0 ? `${through} % comes through to the camera` : 'clear air'}>
        <StepperGrid>
          <Dial
            label="Haze takes of a metre of light"
            value={Number((100 * air.hazePerM).toPrecision(3))}
            onChange={(percent) => changeAir({ hazePerM: Number((percent / 100).toPrecision(4)) })}
            low={0}
            high={50}
            series={HAZES_PERCENT}
            unit="%"
          />
        </StepperGrid>
        <Text size="label" quiet>
          Haze shows beams and greys everything behind it; a soft filter lifts black and keeps edges. Ask before haze: breathing,
          smoke alarms and slippery floors; ventilate, and follow local rules.
        </Text>
      </Topic>
      <HazeLog look={look} />
      <SoftFilter look={look} />
      <Topic
        id="set.flare"
        title="Flare: light into the lens"
        now={flaring.length ? flaring.map(({ name }) => name).join(', ') : 'no light is seen by the lens'}
      >
        <View style={styles.row}>
          <Text size="small" quiet style={{ flex: 1 }}>
            Light
          </Text>
          {['Off axis', 'Flare', 'In haze'].map((word) => (
            <Text key={word} size="small" quiet align="right" style={styles.figure}>
              {word}
            </Text>
          ))}
        </View>
        {rows.map(({ lightId, name, offAxisDeg, flareStops, hazeStops }) => (
          <View key={lightId} style={styles.row} testID={`veil-${lightId}`}>
            <Text style={{ flex: 1 }} weight={flareStops > SEEN_STOPS ? 'strong' : 'regular'}>
              {name}
            </Text>
            {[`${Math.round(offAxisDeg)}°`, level(flareStops), level(hazeStops)].map((text, i) => (
              <Text key={i} narrow align="right" style={styles.figure}>
                {text}
              </Text>
            ))}
          </View>
        ))}
        <Text size="label" quiet>
          {flaring.length
            ? `${flaring.map(({ name }) => name).join(', ')} ${flaring.length > 1 ? 'shine' : 'shines'} into the lens. Unwanted: a grid, a flag beside the lens, or turn it off the camera. Wanted: turn it further in.`
            : 'No light is seen by the lens. For flare turn a rear light further in.'}
        </Text>
      </Topic>
      <Topic
        id="set.frame"
        title="In the frame"
        now={frame.things.length ? frame.things.join(', ') : 'no lamp, stand or board shows'}
      >
        <Text size="label" quiet>
          {`${metres(frame.atSubjectM[0])} × ${metres(frame.atSubjectM[1])} m at the subject, ${metres(frame.atBackdropM[0])} m across at the backdrop`}
        </Text>
        <Text testID="in-frame">
          {frame.things.length ? `Seen at its edge: ${frame.things.join(', ')}.` : 'No lamp, stand or board shows.'}
          {frame.pastBackdrop ? ' The backdrop ends inside the picture: go closer, take a longer lens, or a wider backdrop.' : ''}
        </Text>
      </Topic>
    </>
  );
}

const SHOWN = 6;

/** What the haze costs, when it was sprayed and seen, and how it clears. */
function HazeLog({ look }: { readonly look: Look }) {
  const { hazeLog } = look.day;
  const { hazePerM } = look.air;
  const { value: cost } = useStudy(() => study().hazeCost(look), look);
  if (hazePerM <= 0 && hazeLog.length === 0) return null;
  const percent = (value: number) => `${Number((100 * value).toPrecision(2))} %`;
  return (
    <Topic id="set.haze-day" title="Haze on the day" now={hazeLog.length ? `${hazeLog.length} entries` : 'nothing logged'}>
      {cost ? <Text testID="haze-cost">{veilCostWords(cost)}</Text> : null}
      {hazeLog.slice(-SHOWN).map(({ at, did, hazePerM: level }, i) => (
        <Text key={`${at} ${i}`} size="label">
          {when(at)}: {did === 'sprayed' ? 'sprayed' : 'looked at'}, {percent(level)} a metre
        </Text>
      ))}
      {hazeLog.length ? (
        <Text quiet testID="haze-clearing">
          {hazeClearingWords(hazeClearing(hazeLog))}
        </Text>
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button label="Sprayed now" onPress={() => logHaze('sprayed')} />
        <Button label="This much now" onPress={() => logHaze('seen')} />
      </View>
    </Topic>
  );
}

const metres = (value: number) => value.toFixed(value < 1 ? 2 : 1);
