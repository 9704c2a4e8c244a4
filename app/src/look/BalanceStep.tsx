import { openGelStops } from '@fulgent/core/day';
import { ROLES, type KeyLevel, type Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { openLampStops } from '@fulgent/core/planning';
import type { LightReading, Readings } from '@fulgent/core/scene';
import { balanceWords, HEAT_REASON_WORDS, lampCautions, limitWords, verdictWords, whatIsAxis } from '@fulgent/words';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import { Reading } from '../frame/Reading';
import { useKitEntries } from '../kit/useKit';
import { Ladder } from '../ladder/Ladder';
import { SPACE, themed, useIsWide } from '../theme/theme';
import { Button } from '../ui/Button';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { WaitingRows } from '../ui/Waiting';
import { WhatIs } from '../ui/WhatIs';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { addLight, roleName } from './edits';
import { exposureText } from './exposure-text';
import { FirstSteps } from './FirstSteps';
import { balanceLook, useOpenLook } from './store';
import { chooseLight, useBurnt, useChosen } from './ui-state';
import { ProposalRow } from './ProposalRow';
import { burntText } from './words';

const useStyles = themed((t) => ({
  bar: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    paddingHorizontal: SPACE.m,
    paddingVertical: SPACE.s + 2,
    borderTopWidth: 1,
    borderTopColor: t.line,
    backgroundColor: t.ground,
  },
  head: { flexDirection: 'row', justifyContent: 'space-between', padding: SPACE.m, paddingBottom: SPACE.s },
  more: { flexDirection: 'row', paddingHorizontal: SPACE.m, paddingVertical: SPACE.s },
}));

/** The signature screen: the ladder under the picture, and the action that balances it. */
export function BalanceStep() {
  const styles = useStyles();
  const wide = useIsWide();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const look = useOpenLook((state) => state.look);
  const readings = useOpenLook((state) => state.readings);
  const { probe, light } = useChosen();
  const [width, setWidth] = useState(0);
  const [adding, setAdding] = useState(false);
  const reading = readings?.probes.find((one) => one.id === probe);
  return (
    <View style={{ flex: 1 }} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      <ScrollView style={{ flex: 1 }}>
        {look && readings && width > 0 ? (
          <>
            {wide ? (
              <View style={styles.head}>
                <Text size="label" quiet>
                  Stops from mid-grey, as recorded
                </Text>
                <Text size="label" quiet narrow>
                  {exposureText(look.camera)}
                </Text>
              </View>
            ) : (
              <View style={{ height: 6 }} />
            )}
            <FirstSteps />
            <Ladder
              look={look}
              readings={readings}
              width={width}
              wide={wide}
              selected={light}
              onSelect={chooseLight}
              onOpen={(one) => router.push(`/looks/${id}/lights/${one}`)}
              onAmbient={() => router.push(`/looks/${id}/camera/black-frame`)}
            />
            <View style={styles.more}>
              <Button label="Add a light" icon="plus" onPress={() => setAdding(true)} />
              <View style={{ flex: 1 }} />
              <WhatIs words={whatIsAxis(readings)} />
            </View>
            {wide && reading ? <Reading reading={reading} readings={readings} /> : null}
          </>
        ) : (
          <WaitingRows count={look?.lights.length ?? 4} />
        )}
      </ScrollView>
      {look && readings ? <BalanceBar /> : null}
      {adding && look ? (
        <Sheet title="Add a light" onClose={() => setAdding(false)}>
          {ROLES.map((role) => (
            <Button
              key={role}
              label={roleName(role)}
              onPress={() => {
                chooseLight(addLight(look, role));
                setAdding(false);
              }}
            />
          ))}
        </Sheet>
      ) : null}
    </View>
  );
}

/** What to say when nothing has been balanced since the last change: the worst trouble, or that there is none. */
function present({ lights, keyStops }: Readings, keyLevel: KeyLevel): readonly [string, string] {
  // In a low key, dark is what was asked for.
  const counts = (kind: LightReading['verdict']['kind']) => TROUBLE.includes(kind) && !(keyLevel === 'low' && kind === 'dark');
  const troubled = lights.filter(({ active, verdict }) => active && counts(verdict.kind));
  const worst = troubled.sort((a, b) => TROUBLE.indexOf(a.verdict.kind) - TROUBLE.indexOf(b.verdict.kind))[0];
  const key = Number.isFinite(keyStops) ? `Face meters ${formatStops(keyStops)}.` : 'No light on the key side of the face.';
  if (lights.length === 0) return ['There is no light in this look. Add one.', key];
  if (worst)
    return [
      `${worst.name}: ${verdictWords(worst.verdict)}`,
      troubled.length > 1
        ? `${troubled.length === 2 ? '1 more is out of its window' : `${troubled.length - 1} more are out of their windows`}. ${key}`
        : key,
    ];
  return ['Every light sits in its window.', key];
}

const TROUBLE: readonly LightReading['verdict']['kind'][] = ['crowded', 'clipped', 'unreached', 'diluted', 'dark'];

/** The main act and what there is to say of the look, under every step. */
export function BalanceBar() {
  const styles = useStyles();
  const look = useOpenLook((state) => state.look);
  const readings = useOpenLook((state) => state.readings);
  const balancing = useOpenLook((state) => state.balancing);
  const balanced = useOpenLook((state) => state.balanced);
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const seenBurnt = burntText(useBurnt(look));
  const [why, setWhy] = useState(false);
  if (!look || !readings) return null;
  const result = balanced && balanced.look === look ? balanced.result : null;
  // Where it is what limits the balance it is said there.
  const burnt = result?.limits.some(({ kind }) => kind === 'burnt') ? '' : seenBurnt;
  const gelStop = openGelStops(look)[0];
  const lampStop = openLampStops(look)[0];
  const stop = gelStop
    ? {
        light: gelStop.light,
        reason: gelStop.safety.reasons
          .slice(0, 1)
          .map((why) => HEAT_REASON_WORDS[why])
          .join(''),
        remedy: 'Mount the gel in another way, or accept the risk at the light, then balance.',
      }
    : lampStop
      ? {
          light: lampStop.light,
          reason: lampCautions(lampStop.answer)[0] ?? '',
          remedy: 'Fit a smaller lamp, or accept the risk at the light, then balance.',
        }
      : undefined;
  const [first, second] = stop
    ? [`Stop: ${stop.light.name}. ${stop.reason}`, stop.remedy]
    : result
      ? balanceWords(result)
      : present(readings, look.brief.keyLevel);
  return (
    <View style={styles.bar}>
      <Button
        label={balancing ? 'Balancing' : 'Balance'}
        filled
        disabled={balancing || look.lights.length === 0 || stop !== undefined}
        onPress={() => void balanceLook()}
      />
      <View style={{ flex: 1 }} testID="explanation" aria-live="polite">
        <Text size="label" weight="medium" numberOfLines={2}>
          {first}
        </Text>
        {second || burnt ? (
          <Text size="label" quiet numberOfLines={burnt ? 3 : 2}>
            {[burnt, second].filter(Boolean).join(' ')}
          </Text>
        ) : null}
      </View>
      {stop ? (
        <Button
          label="Light"
          accessibilityLabel={`Open ${stop.light.name}`}
          onPress={() => router.push(`/looks/${id}/lights/${stop.light.id}`)}
        />
      ) : null}
      {result && !stop ? <Button label="Why" onPress={() => setWhy(true)} /> : null}
      {result && why ? (
        <Sheet title="What Balance did" onClose={() => setWhy(false)}>
          {result.changes.length ? null : <Text>Nothing had to move.</Text>}
          {result.changes.map(({ lightId, name, deltaStops, dial }) => (
            <Line key={lightId} left={name} right={`${formatStops(deltaStops)}, now ${dial}`} />
          ))}
          <Text size="strong" weight="strong">
            {result.limits.length ? 'What limits it' : 'Nothing limits it'}
          </Text>
          {result.limits.map((limit, i) => (
            <Text key={i}>{limitWords(limit, result.look)}</Text>
          ))}
          {result.limits.length ? <Remedies look={look} onDone={() => setWhy(false)} /> : null}
        </Sheet>
      ) : null}
    </View>
  );
}

/** What was tried with this kit and helps, best first; each can be seen and done. */
function Remedies({ look, onDone }: { readonly look: Look; readonly onDone: () => void }) {
  const kit = useKitEntries();
  const { value, error } = useStudy(() => study().remedies(look, kit), kit.length ? look : null);
  return (
    <>
      <Text size="strong" weight="strong">
        What would help, best first
      </Text>
      {error ? <Text role="alert">{error}</Text> : null}
      {value === null && !error ? <Text quiet>Trying it on this look …</Text> : null}
      {value?.length === 0 ? <Text>Nothing that was tried with this kit brings it nearer.</Text> : null}
      {value?.map((remedy) => (
        <ProposalRow
          key={JSON.stringify(remedy.change)}
          look={look}
          proposal={remedy}
          figures={`${Math.max(1, Math.round(100 * remedy.nearer))} % nearer to the aims, powers solved anew.`}
          onDone={onDone}
        />
      ))}
    </>
  );
}

function Line({ left, right }: { readonly left: string; readonly right: string }) {
  return (
    <View style={{ flexDirection: 'row', justifyContent: 'space-between', gap: SPACE.m }}>
      <Text>{left}</Text>
      <Text weight="strong" narrow>
        {right}
      </Text>
    </View>
  );
}
