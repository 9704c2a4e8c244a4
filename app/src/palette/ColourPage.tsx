import { targetWord } from '@fulgent/words';
import type { KitEntry, KitFixture } from '@fulgent/core/catalogue';
import { turnedDeg } from '@fulgent/core/colour';
import { LIMITS, type Member, type Look, type Light } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { lookWithFixture, HUED_FROM, lightColours, purityLimit, type GelOrder, type Means } from '@fulgent/core/planning';
import { LIGHT_PRESETS } from '@fulgent/core/source';
import { hexOfPoint, planeDistance, pointOf, targetOf } from '@fulgent/core/vivid';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { useKit, useKitEntries } from '../kit/useKit';
import { readNumber, taken } from '../look/numbers';
import { edit, undo, useOpenLook } from '../look/store';
import { percent } from '../look/words';
import { SPACE, themed, useIsWide } from '../theme/theme';
import { Button, Choice, IconButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Pick } from '../ui/Pick';
import { Section } from '../ui/Section';
import { Cell, Stepper, StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { CompareRow, FitRow, WayRow } from './MeansRows';
import {
  changeMember,
  MOST_PURITY,
  neutralise,
  presetTarget,
  putGels,
  putSetting,
  removeMember,
  swapMembers,
  takeMade,
} from './edits';
import { useStudy } from '../workers/useStudy';

const useStyles = themed(() => ({
  head: { flexDirection: 'row', alignItems: 'center', gap: SPACE.m, paddingHorizontal: SPACE.m, minHeight: 60 },
  swatch: { width: 44, height: 44, borderRadius: 2 },
  pair: { flexDirection: 'row', width: 44, height: 36 },
}));

const ORDERS: readonly { readonly id: GelOrder; readonly name: string }[] = [
  { id: 'best', name: 'Best' },
  { id: 'difference', name: 'Nearest' },
  { id: 'light', name: 'Most light' },
  { id: 'purity', name: 'Purest' },
  { id: 'spare', name: 'Most sheets' },
];

/** One colour of the palette: what it is to be, whose light makes it, and everything that can. */
export function ColourPage({ lookId, memberId }: { readonly lookId: string; readonly memberId: string }) {
  const styles = useStyles();
  const wide = useIsWide();
  const router = useRouter();
  const look = useOpenLook((state) => state.look)!;
  const member = look.palette.members.find(({ id }) => id === memberId);
  const toPalette = () => router.navigate(`/looks/${lookId}/palette`);
  if (!member) {
    return (
      <View style={{ padding: SPACE.l, gap: SPACE.m, alignItems: 'flex-start' }}>
        <Text>This colour is no longer in the palette.</Text>
        <Button label="Back to the palette" onPress={toPalette} />
      </View>
    );
  }
  const light = look.lights.find(({ id }) => id === member.light) ?? null;
  const others = look.palette.members.filter(({ id }) => id !== memberId);
  const limit = purityLimit(member.hueDeg);
  return (
    <ScrollView>
      <View style={styles.head}>
        {wide ? <IconButton icon="chevron-left" label="Back to the palette" onPress={toPalette} /> : null}
        <View testID="light-colour" style={[styles.swatch, { backgroundColor: hexOfPoint(pointOf(member)) }]} />
        <View style={{ flex: 1 }}>
          <Text size="title" weight="strong" role="heading" aria-level={2} numberOfLines={1}>
            {light?.name ?? member.name} <Text quiet>· {targetWord(member)}</Text>
          </Text>
          <Text size="label" quiet>
            {percent(Math.min(1, member.purity / limit))} of the purity that the file holds here
          </Text>
        </View>
      </View>
      <ColourSection member={member} memberId={memberId} look={look} light={light} />
      {light ? <MeansSections member={member} lightId={light.id} /> : <NoLight />}
      <PlaceSection member={member} look={look} memberId={memberId} others={others} light={light} toPalette={toPalette} />
      <View style={{ height: SPACE.xl }} />
    </ScrollView>
  );
}

function PlaceSection({
  member,
  look,
  memberId,
  others,
  light,
  toPalette,
}: {
  readonly member: Member;
  readonly look: Look;
  readonly memberId: string;
  readonly others: readonly Member[];
  readonly light: Light | null;
  readonly toPalette: () => void;
}) {
  return (
    <Section title="Its place in the picture" aside={`${percent(member.share)} of it`}>
      <Pick
        label="Part"
        options={[{ id: '', name: 'Anywhere' }, ...look.probes]}
        current={look.probes.find(({ id }) => id === member.part)?.name ?? 'Anywhere'}
        onPick={(part) => changeMember(memberId, 'part', { part })}
      />
      <ShareDial member={member} memberId={memberId} />
      <Field
        most={LIMITS.noteLength}
        label="Purpose"
        value={member.purpose}
        onChange={(purpose) => changeMember(memberId, 'purpose', { purpose })}
      />
      {others.length ? (
        <Pick
          label="Swap with"
          options={others.map((other) => ({
            id: other.id,
            name: look.lights.find(({ id }) => id === other.light)?.name ?? other.name,
          }))}
          current="another colour"
          onPick={(other) => {
            swapMembers(memberId, other);
            say('Colours swapped. Take gels or settings again, then Balance.', { label: 'Undo', run: undo });
          }}
        />
      ) : null}
      {light && member.purity > 0.03 ? (
        <Button
          label="Make its light neutral"
          onPress={() => {
            neutralise(memberId);
            say(`${light.name} is neutral now: the other colours stand stronger.`, { label: 'Undo', run: undo });
          }}
        />
      ) : null}
      <Button
        label="Remove from the palette"
        icon="trash-2"
        onPress={() => {
          toPalette();
          removeMember(memberId);
          say('Colour removed.', { label: 'Undo', run: undo });
        }}
      />
    </Section>
  );
}

function ShareDial({ member, memberId }: { readonly member: Member; readonly memberId: string }) {
  return (
    <StepperGrid>
      <Cell>
        <Stepper
          label="Share of the picture"
          value={percent(member.share)}
          onStep={(by) =>
            changeMember(memberId, 'share', {
              share: Math.min(1, Math.max(0, Number((member.share + by * 0.05).toFixed(2)))),
            })
          }
          onType={(text) =>
            taken(readNumber(text, { name: 'Share', low: 0, high: 100, unit: '%' }), (share) =>
              changeMember(memberId, 'share', { share: share / 100 }),
            )
          }
        />
      </Cell>
    </StepperGrid>
  );
}

function ColourSection({
  member,
  memberId,
  look,
  light,
}: {
  readonly member: Member;
  readonly memberId: string;
  readonly look: Look;
  readonly light: Light | null;
}) {
  return (
    <Section title="The colour" aside="as recorded">
      <StepperGrid>
        <Cell>
          <Stepper
            label="Hue"
            value={`${Math.round(member.hueDeg)}°`}
            onStep={(by) => changeMember(memberId, 'hue', { hueDeg: turnedDeg(Math.round(member.hueDeg) + by * 2) })}
            onType={(text) =>
              taken(readNumber(text, { name: 'Hue', low: 0, high: 360, unit: '°' }), (hueDeg) =>
                changeMember(memberId, 'hue', { hueDeg: turnedDeg(hueDeg) }),
              )
            }
          />
        </Cell>
        <Cell>
          <Stepper
            label="Purity"
            value={member.purity.toFixed(2)}
            onStep={(by) =>
              changeMember(memberId, 'purity', {
                purity: Math.min(MOST_PURITY, Math.max(0, Number((member.purity + by * 0.01).toFixed(3)))),
              })
            }
            onType={(text) =>
              taken(readNumber(text, { name: 'Purity', low: 0, high: MOST_PURITY }), (purity) =>
                changeMember(memberId, 'purity', { purity }),
              )
            }
            note="0 is neutral"
          />
        </Cell>
      </StepperGrid>
      {light ? <MadeNow member={member} light={light} look={look} /> : null}
      <Pick
        label="As"
        options={LIGHT_PRESETS}
        current="a light that is found"
        onPick={(id) => changeMember(memberId, 'as', presetTarget(id, look))}
      />
      <Pick
        label="Light"
        options={[{ id: '', name: 'No light yet' }, ...look.lights]}
        current={light?.name ?? 'No light yet'}
        onPick={(id) => {
          const next = look.lights.find((one) => one.id === id);
          changeMember(memberId, 'light', { light: id, part: next?.zone ?? '', name: next?.name ?? 'No light yet' });
        }}
      />
    </Section>
  );
}

/** What the light makes as it hangs, where that is another colour than is asked of it: by hand another gel may have been chosen. */
function MadeNow({ member, light, look }: { readonly member: Member; readonly light: Light; readonly look: Look }) {
  const { lights, spectra, camera } = look;
  const made = useMemo(() => lightColours({ lights, spectra, camera })[light.id], [lights, spectra, camera, light.id]);
  if (!made || planeDistance(made.point, pointOf(member)) < OTHER_COLOUR) return null;
  const now = targetOf(made.point);
  return (
    <View style={{ gap: SPACE.s, alignItems: 'flex-start' }} testID="made-now">
      <Text>
        {light.name} makes {targetWord(now)} now: {now.purity < HUED_FROM ? '' : `${Math.round(now.hueDeg)}°, `}purity{' '}
        {now.purity.toFixed(2)}.
      </Text>
      <Button label="Take that as the colour" onPress={() => takeMade(member.id)} />
    </View>
  );
}

/** Distance on the plane from which what a light makes is not what was asked. */
const OTHER_COLOUR = 0.03;

function NoLight() {
  return (
    <Section title="How to make it">
      <Text quiet>Choose the light that is to make it, and the kit is searched for ways.</Text>
    </Section>
  );
}

function MeansSections({ member, lightId }: { readonly member: Member; readonly lightId: string }) {
  const look = useOpenLook((state) => state.look)!;
  const { loaded } = useKit();
  const kit = useKitEntries();
  const [order, setOrder] = useState<GelOrder>('best');
  const [unowned, setUnowned] = useState(false);
  const light = look.lights.find(({ id }) => id === lightId)!;
  const { hueDeg, purity } = member;
  // Sheets that other lights hold are not there to take.
  const held = look.lights
    .map(({ id, on, pieces, gels }) => `${id} ${on} ${pieces} ${gels.map(({ gel }) => gel).join()}`)
    .join('; ');
  const key = useMemo(
    () => ({ fixture: light.fixture, unit: light.unit, camera: look.camera, hueDeg, purity, kit, order, unowned, held }),
    [light.fixture, light.unit, look.camera, hueDeg, purity, kit, order, unowned, held],
  );
  const { value, error } = useStudy<Means | null>(
    async () => (loaded ? study().means({ look, light, target: { hueDeg, purity }, kit, order, unowned }) : null),
    key,
  );
  if (error)
    return (
      <Section title="How to make it">
        <Text role="alert">{error}</Text>
      </Section>
    );
  if (!value)
    return (
      <Section title="How to make it">
        <Text quiet>Searching the kit</Text>
      </Section>
    );
  return (
    <>
      {value.ways ? (
        <Section title={`Dial in on ${light.fixture.name}`} aside="every mode it has">
          {value.ways.map((way) => (
            <WayRow key={way.mode} way={way} onTake={() => way.setting && putSetting(lightId, way.setting, kit)} />
          ))}
        </Section>
      ) : (
        <Section title="Gels for this light" aside={`${light.fixture.name}, all pairs searched`}>
          <Choice label="Order" options={ORDERS} value={order} onChange={setOrder} />
          {value.gels.length === 0 ? <Text>The kit has no gels. Add some in Kit, or look beyond it.</Text> : null}
          {value.gels.slice(0, 8).map((fit) => (
            <FitRow
              key={fit.gels.join()}
              fit={fit}
              on={light.gels.map(({ gel }) => gel).join() === fit.gels.join()}
              onTake={() => putGels(lightId, fit.gels, kit)}
            />
          ))}
          <Button label="Sheets not owned too" on={unowned} onPress={() => setUnowned(!unowned)} />
        </Section>
      )}
      <OtherFixtures compare={value.compare} light={light} kit={kit} />
    </>
  );
}

/** What else of the kit would make it, and how much light that gives against the fixture that is there. */
function OtherFixtures({
  compare,
  light,
  kit,
}: {
  readonly compare: Means['compare'];
  readonly light: Light;
  readonly kit: readonly KitEntry[];
}) {
  const own = compare.find(({ name }) => name === light.fixture.name);
  return (
    <Section title="From other fixtures" aside="over the meter at 2 m, full">
      {compare.slice(0, 8).map(({ fixtureId, name, how, difference, stops, direct }) => (
        <Pressable
          key={fixtureId}
          accessibilityRole="button"
          accessibilityLabel={`Use ${name}: ${how}, ${formatStops(stops)} over the meter`}
          onPress={() => {
            const entry = kit.find((one): one is KitFixture => one.kind === 'fixture' && one.id === fixtureId);
            if (entry) {
              edit(`${light.id}.fixture`, (now) => lookWithFixture(now, light.id, entry));
              const off = direct && light.gels.length ? ', and its gel came off' : '';
              say(`${light.name} is now ${name}${off}. Take its ${direct ? 'setting' : 'gel'} above.`, {
                label: 'Undo',
                run: undo,
              });
            }
          }}
        >
          <CompareRow
            name={name}
            how={how}
            difference={difference}
            stops={stops}
            gained={own && own.name !== name ? stops - own.stops : null}
          />
        </Pressable>
      ))}
    </Section>
  );
}
