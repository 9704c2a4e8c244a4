import type { BuildOrder, Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { buildOrder, netTrims, withOnly, type BuildStep as Step, type Trial, type BuildStep } from '@fulgent/core/planning';
import { watchWords } from '@fulgent/words';
import { useMemo, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { EyeCrop } from '../frame/EyeCrop';
import { FrameCanvas } from '../frame/FrameCanvas';
import { useOpenLook } from '../look/store';
import { percent } from '../look/words';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { LinkRow } from '../ui/LinkRow';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { study } from '../workers/study';
import { useComputed } from '../workers/useComputed';
import { useStudy } from '../workers/useStudy';
import { setOrder, trim } from './edits';

const ORDERS: readonly { readonly id: BuildOrder; readonly name: string }[] = [
  { id: 'key', name: 'Key first' },
  { id: 'background', name: 'Backdrop first' },
  { id: 'ambient', name: 'Ambient first' },
  { id: 'own', name: 'As listed' },
];

const ASPECT = 0.72;
const WIDEST = 300;
/** What is written in a step, about, px: its place is kept until it is there, so that nothing moves under a finger. */
const WORDS_PX = 300;
const TRIAL_WORDS_PX = 110;

/** Width of each of some pictures in a row, and how high they are. */
const pictureWide = (width: number, of: number): number => Math.min(WIDEST, Math.floor((width - (of - 1) * SPACE.s) / of));
const pictureHigh = (width: number, of: number): number => Math.round(pictureWide(width, of) * ASPECT);

const useStyles = themed((t) => ({
  pair: { flexDirection: 'row', gap: SPACE.s },
  watch: { flexDirection: 'row', gap: SPACE.s, alignItems: 'baseline' },
  dot: { width: 6, height: 6, borderRadius: 3, backgroundColor: t.quiet },
}));

/** Building the look up light by light, and what to ask on the way. */
export function BuildStep() {
  const look = useOpenLook((state) => state.look);
  const id = useOpenLook((state) => state.id);
  const [width, setWidth] = useState(0);
  const [at, setAt] = useState(0);
  const { value: run, error } = useStudy(async () => (look ? study().run(look) : []), look);
  if (!look) return null;
  const order = buildOrder(look);
  const place = Math.min(at, Math.max(0, order.length - 1));
  const step = run?.find(({ lightId }) => lightId === order[place]?.id);
  const inside = Math.min(width, 720) - 2 * SPACE.m;
  return (
    <ScrollView onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      <Section title="Light by light" aside={order.length ? `${place + 1} of ${order.length}` : 'no lights'}>
        <Choice scroll label="Build up" options={ORDERS} value={look.build.order} onChange={setOrder} />
        {order.length ? (
          <Choice
            scroll
            label="Step"
            options={order}
            value={order[place]?.id ?? null}
            onChange={(light) => setAt(order.findIndex((one) => one.id === light))}
          />
        ) : (
          <Text>Add a light on the Balance step; then it is built up here.</Text>
        )}
        {step && width > 0 ? (
          <StepCard key={step.lightId} look={look} step={step} place={place} width={inside} />
        ) : order.length && width > 0 && !run && !error ? (
          <WaitingCard width={inside} />
        ) : null}
        {error ? <Text role="alert">{error}</Text> : null}
        {order.length > 1 ? (
          <View style={{ flexDirection: 'row', gap: SPACE.s }}>
            <Button label="Before" disabled={place === 0} onPress={() => setAt(place - 1)} />
            <Button label="Next light" filled disabled={place === order.length - 1} onPress={() => setAt(place + 1)} />
          </View>
        ) : null}
      </Section>
      {id ? <Ways look={look} id={id} /> : null}
      <View style={{ height: SPACE.xl }} />
    </ScrollView>
  );
}

/** What else is done with a look that is built: a page each. */
function Ways({ look, id }: { readonly look: Look; readonly id: string }) {
  const net = netTrims(look);
  const page = (name: string) => ({ pathname: '/looks/[id]/build/[page]' as const, params: { id, page: name } });
  return (
    <View>
      <LinkRow inset href={page('wrong')} name="What is wrong" text="Washed out, muddy, flat …: from symptom to cause" />
      <LinkRow
        inset
        href={page('versions')}
        name="Versions"
        text="Dark, bright, one light, swapped: from one rig, side by side"
        aside={look.variants.length ? `${look.variants.length}` : ''}
      />
      <LinkRow
        inset
        href={page('wide')}
        name="Balance more than powers"
        text="Exposure, distance, gels, grids; what changes the picture most"
      />
      <LinkRow
        inset
        href={page('trims')}
        name="Trims and groups"
        text={
          net.lights.length
            ? net.lights.map(({ name, stops }) => `${name} ${formatStops(stops)}`).join(', ')
            : 'Nothing trimmed yet'
        }
      />
      <LinkRow inset href={page('matrix')} name="Alone, in pairs, all" text="A picture of each, and whether they add up" />
      <LinkRow inset href={page('pockets')} name="Depth zones" text="Steps of brightness from front to back" />
      <LinkRow
        inset
        href={page('effects')}
        name="Effects"
        text={
          look.lights.some(({ effect }) => effect)
            ? `${look.lights.filter(({ effect }) => effect).length} that do not burn steadily`
            : 'Flame, pulse, lightning, beacon, screen'
        }
      />
      <LinkRow inset href={page('instruments')} name="Instruments" text="Levels, colours, a line across the picture" />
    </View>
  );
}

/** One light of the run: what it does alone and with those before it, and three trials of its power. */
function StepCard({
  look,
  step,
  place,
  width,
}: {
  readonly look: Look;
  readonly step: Step;
  /** Its place in the order. */
  readonly place: number;
  readonly width: number;
}) {
  const styles = useStyles();
  const so = useMemo(() => {
    const before = buildOrder(look).slice(0, place + 1);
    return withOnly(
      look,
      before.map(({ id }) => id),
    );
  }, [look, place]);
  const alone = useMemo(() => withOnly(look, [step.lightId], true), [look, step.lightId]);
  const three = useComputed('trials', so, step.lightId) ?? [];
  const half = pictureWide(width, 2);
  const third = pictureWide(width, 3);
  return (
    <View style={{ gap: SPACE.m }} testID={`step-${step.lightId}`}>
      <View style={styles.pair}>
        {(
          [
            ['Alone', alone, step.aloneStops],
            ['With those before it', so, step.togetherStops],
          ] as const
        ).map(([name, shown, stops]) => (
          <View key={name} style={{ gap: 3, width: half }}>
            <FrameCanvas
              small
              look={shown}
              width={half}
              height={Math.round(half * ASPECT)}
              label={`${step.name}, ${name.toLowerCase()}`}
            />
            <Text size="small" quiet>
              {name}
            </Text>
            <Text size="label" weight="strong" narrow>
              {formatStops(stops)} on {step.zone.toLowerCase()}
            </Text>
          </View>
        ))}
      </View>
      <Text>
        {percent(step.vividness)} vivid there, edge contrast {step.separation.toFixed(2)}.
      </Text>
      {step.watch.length ? (
        <View style={{ gap: SPACE.xs }} testID="watch">
          {step.watch.map(watchWords).map((text) => (
            <View key={text} style={styles.watch}>
              <View style={styles.dot} />
              <Text size="label" style={{ flex: 1 }}>
                {text}
              </Text>
            </View>
          ))}
        </View>
      ) : null}
      {step.watch.some(({ kind }) => kind === 'catchlight') ? <EyeCrop look={so} width={width} /> : null}
      <Bracket three={three} third={third} step={step} />
    </View>
  );
}

/** The step's own light a little under and over, to see how it reads. */
function Bracket({ three, third, step }: { readonly three: readonly Trial[]; readonly third: number; readonly step: BuildStep }) {
  const styles = useStyles();
  return (
    <View style={[styles.pair, { minHeight: Math.round(third * ASPECT) + TRIAL_WORDS_PX }]}>
      {three.map(({ stops, look: tried, clipped, separation, possible }) => {
        const name = stops < 0 ? 'A stop down' : stops > 0 ? 'A stop up' : 'As it is';
        return (
          <View key={stops} style={{ gap: SPACE.xs, width: third }}>
            <FrameCanvas
              small
              look={tried}
              width={third}
              height={Math.round(third * ASPECT)}
              label={`${step.name}, ${name.toLowerCase()}`}
            />
            <Text size="small" quiet numberOfLines={3}>
              {possible
                ? `${clipped.length ? `Clips: ${clipped.join('; ')}` : 'Clips nothing'}, edge ${separation.toFixed(2)}`
                : 'The fixture ends before'}
            </Text>
            <Button
              label={stops === 0 ? 'Keep' : stops < 0 ? 'Take −1' : 'Take +1'}
              accessibilityLabel={`${step.name}: ${name.toLowerCase()}`}
              disabled={!possible || stops === 0}
              onPress={() => trim([step.lightId], stops, 'Trial in the build-up')}
            />
          </View>
        );
      })}
    </View>
  );
}

/** The shape of a step's card: its light alone and with those before it, words, and the eyes. */
function WaitingCard({ width }: { readonly width: number }) {
  return (
    <View>
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        {[0, 1].map((side) => (
          <View key={side} style={{ flex: 1 }}>
            <Waiting height={pictureHigh(width, 2)} />
          </View>
        ))}
      </View>
      <View style={{ height: WORDS_PX }} />
      <Waiting height={pictureHigh(width, 3)} />
    </View>
  );
}
