import { frameChecklist, type FrameRecord, type FrameStep } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { Pressable, View } from 'react-native';
import { useOpenLook } from '../look/store';
import { SPACE, themed, TOUCH } from '../theme/theme';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { when } from '../ui/when';
import type { Asked } from './AddFrame';
import { readingLine } from './useReading';

/** Frames of a day count: a set that was struck overnight is built up anew. */
function startOfToday(): number {
  const now = new Date();
  return new Date(now.getFullYear(), now.getMonth(), now.getDate()).getTime();
}

function useSteps(look: Look, frames: readonly FrameRecord[]): readonly FrameStep[] {
  const readings = useOpenLook((state) => state.readings);
  return readings ? frameChecklist(look, readings, frames, startOfToday()) : [];
}

const isOpen = ({ frame, isAgain }: FrameStep) => frame === null || isAgain;

/** What the checklist wants next; null where all is there, and before anybody has begun with it: a frame is of the whole look unless somebody says so. */
export function useNextFrame(look: Look, frames: readonly FrameRecord[]): Asked | null {
  const steps = useSteps(look, frames);
  const isBegun = steps.some(({ kind, frame }) => frame !== null && kind !== 'full');
  return isBegun ? (steps.find(isOpen) ?? null) : null;
}

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    minHeight: TOUCH,
    paddingVertical: SPACE.xs,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  box: { width: 16, height: 16, borderWidth: 1.5, borderColor: t.quiet, alignItems: 'center', justifyContent: 'center' },
  done: { width: 8, height: 8, backgroundColor: t.text },
}));

/** The frames that a build-up wants, in order: what is there, what it said, what comes next. */
export function Checklist({
  look,
  frames,
  asked,
  onAsked,
}: {
  readonly look: Look;
  readonly frames: readonly FrameRecord[];
  readonly asked: Asked;
  readonly onAsked: (asked: Asked) => void;
}) {
  const styles = useStyles();
  const steps = useSteps(look, frames);
  if (steps.length === 0) return null;
  const done = steps.filter((step) => !isOpen(step)).length;
  return (
    <Section title="Build up, frame by frame" aside={`${done} of ${steps.length} today`}>
      <View>
        {steps.map((step) => {
          const isNext = step.kind === asked.kind && step.lightId === asked.lightId && step.stops === asked.stops;
          const name = nameOf(look, step);
          return (
            <Pressable
              key={`${step.kind} ${step.lightId} ${step.stops}`}
              style={styles.row}
              accessibilityRole="button"
              accessibilityLabel={`${name}, ${isOpen(step) ? 'to be taken' : 'taken'}: take it now`}
              aria-pressed={isNext}
              onPress={() => onAsked({ kind: step.kind, lightId: step.lightId, stops: step.stops })}
            >
              <View style={styles.box}>{isOpen(step) ? null : <View style={styles.done} />}</View>
              <View style={{ flex: 1 }}>
                <Text weight={isNext ? 'strong' : 'regular'}>{name}</Text>
                {step.frame ? (
                  <Text size="small" quiet numberOfLines={2}>
                    {[when(new Date(step.frame.createdAt).toISOString()), readingLine(step.frame)].filter(Boolean).join(' · ')}
                    {step.isAgain ? ' Take it again.' : ''}
                  </Text>
                ) : null}
              </View>
              {isNext ? (
                <Text size="label" quiet>
                  next
                </Text>
              ) : null}
            </Pressable>
          );
        })}
      </View>
    </Section>
  );
}

function nameOf({ lights }: Look, { kind, lightId, stops }: FrameStep): string {
  const light = lights.find(({ id }) => id === lightId)?.name ?? lightId;
  switch (kind) {
    case 'black':
      return 'Black frame, nothing lit';
    case 'alone':
      return `${light} alone`;
    case 'full':
      return 'All lights';
    case 'bracket':
      return `${light}, the hottest, ${stops === 0 ? 'as planned' : formatStops(stops)}`;
  }
}
