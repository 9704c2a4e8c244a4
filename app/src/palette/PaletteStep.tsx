import { turnedDeg } from '@fulgent/core/colour';
import { SCHEMES, type Member, type Look } from '@fulgent/core/document';
import { lightColours, type PaletteReport } from '@fulgent/core/planning';
import { SCHEME_WORDS, targetWord, whatIsMap } from '@fulgent/words';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { memo, useCallback, useMemo, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { AdaptedPreview } from './AdaptedPreview';
import { useKitEntries } from '../kit/useKit';
import { readNumber, taken } from '../look/numbers';
import { useOpenLook } from '../look/store';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { useLate, useSettled } from '../ui/held';
import { Section } from '../ui/Section';
import { Cell, Stepper, StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { WhatIs } from '../ui/WhatIs';
import { addMember, applyScheme, changeMember } from './edits';
import { Checks } from './Checks';
import { MakeAllSheet } from './MakeAllSheet';
import { BothPartners, Overlaps } from './Meetings';
import { MemberRow } from './MemberRow';
import { ReachMap } from './ReachMap';
import { SchemesSheet } from './SchemesSheet';
import { TriedSection, TriedSheet } from './Tried';
import { usePaletteReport, useReach } from './useStudies';

/** The palette's own first, then the schemes. */
const SCHEME_CHOICES = (['own', ...SCHEMES.filter((id) => id !== 'own')] as const).map((id) => ({
  id,
  name: SCHEME_WORDS[id].name,
}));

const useStyles = themed((t) => ({
  chips: { paddingLeft: SPACE.m, paddingVertical: SPACE.s },
  map: { flexDirection: 'row', paddingHorizontal: SPACE.m, gap: SPACE.m },
  legend: { flex: 1, paddingTop: SPACE.s, gap: SPACE.s, minWidth: 70 },
  // The mark stands in line with the words over it.
  what: { alignItems: 'flex-start', marginLeft: -13 },
  legendItem: { borderTopWidth: 1, borderTopColor: t.line, paddingTop: SPACE.xs },
  actions: { flexDirection: 'row', gap: SPACE.s, flexWrap: 'wrap' },
}));

/** Colours for the picture: a scheme on the plane of what the camera records, whose light makes each, and what to mind. */
export function PaletteStep() {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const look = useOpenLook((state) => state.look)!;
  // A colour that is dragged follows the finger, and its row follows that; what is judged of all of them waits until it is let go.
  const late = useLate(look);
  const settled = useSettled(look);
  const kit = useKitEntries();
  const { lights, spectra, camera } = look;
  // Dragging a colour of the palette leaves the lights as they are.
  const colours = useMemo(() => lightColours({ lights, spectra, camera }), [lights, spectra, camera]);
  const [selected, setSelected] = useState<string | null>(null);
  const [width, setWidth] = useState(0);
  const { palette } = look;
  const chosen = palette.members.find((member) => member.id === selected);
  const chosenLight = look.lights.find((light) => light.id === chosen?.light);
  const reach = useReach(settled, kit, chosenLight?.id);
  const move = useCallback(
    (member: string, to: { hueDeg: number; purity: number }, gesture: number) => changeMember(member, 'place', to, gesture),
    [],
  );
  const choose = useCallback((member: string) => setSelected((now) => (now === member ? null : member)), []);
  const mapWidth = Math.min(320, Math.max(180, width - 2 * SPACE.m - 104));
  const actual = Object.fromEntries(
    palette.members.flatMap((member) => {
      const point = colours[member.light]?.point;
      return point ? [[member.id, point]] : [];
    }),
  );
  const open = useCallback((member: string) => router.push(`/looks/${id}/palette/${member}`), [router, id]);
  const styles = useStyles();
  return (
    <ScrollView onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      <SchemeChoice look={settled} />
      {width > 0 ? (
        <View style={styles.map}>
          <ReachMap
            reach={reach}
            members={palette.members}
            actual={actual}
            width={mapWidth}
            selected={selected}
            onSelect={choose}
            onMove={move}
          />
          <MapLegend look={settled} lightName={chosenLight?.name ?? null} />
        </View>
      ) : null}
      <Rows look={late} colours={colours} selected={selected} open={open} />
      <Below look={settled} width={width} open={open} />
    </ScrollView>
  );
}

/** The scheme in words, and a row for each colour. */
const Rows = memo(function Rows({
  look,
  colours,
  selected,
  open,
}: {
  readonly look: Look;
  readonly colours: ReturnType<typeof lightColours>;
  readonly selected: string | null;
  readonly open: (member: string) => void;
}) {
  const { palette } = look;
  return (
    <>
      <Text size="label" quiet style={{ paddingHorizontal: SPACE.m, paddingVertical: SPACE.s }}>
        {SCHEME_WORDS[palette.scheme].text}
      </Text>
      {palette.scheme === 'opposite' || palette.scheme === 'opposite-painters' ? (
        <BothPartners baseHueDeg={palette.baseHueDeg} />
      ) : null}
      {palette.members.map((member, i) => (
        <MemberRow
          key={member.id}
          look={look}
          member={member}
          index={i}
          on={member.id === selected}
          hex={colours[member.light]?.hex}
          stops={colours[member.light]?.stopsLost}
          onPress={() => open(member.id)}
        />
      ))}
    </>
  );
});

/** What is done with the colours together, and what is to be minded. */
const Below = memo(function Below({
  look,
  width,
  open,
}: {
  readonly look: Look;
  readonly width: number;
  readonly open: (member: string) => void;
}) {
  const kit = useKitEntries();
  const report = usePaletteReport(look, kit);
  const { palette } = look;
  return (
    <>
      <Actions look={look} open={open} />
      <ChecksSection report={report} open={open} width={width} />
      <Overlaps members={palette.members} />
      <BaseSection palette={palette} />
      <Remarks members={palette.members} />
      {palette.tried.length ? <TriedSection look={look} /> : null}
      <View style={{ height: SPACE.xl }} />
    </>
  );
});

function Actions({ look, open }: { readonly look: Look; readonly open: (member: string) => void }) {
  const styles = useStyles();
  const [keeping, setKeeping] = useState(false);
  const [making, setMaking] = useState(false);
  const { members } = look.palette;
  return (
    <View style={{ padding: SPACE.m, borderTopWidth: 1, borderTopColor: 'transparent' }}>
      <View style={styles.actions}>
        <Button label="Make all" filled disabled={members.length === 0} onPress={() => setMaking(true)} />
        <Button label="Add a colour" icon="plus" disabled={members.length >= 8} onPress={() => open(addMember())} />
        <Button label="Keep as tried" onPress={() => setKeeping(true)} />
      </View>
      {making ? <MakeAllSheet look={look} onClose={() => setMaking(false)} /> : null}
      {keeping ? <TriedSheet onClose={() => setKeeping(false)} /> : null}
    </View>
  );
}

function ChecksSection({
  report,
  open,
  width,
}: {
  readonly report: PaletteReport | null;
  readonly open: (member: string) => void;
  readonly width: number;
}) {
  return (
    <Section title="Checks" aside={report ? `${Math.round(100 * report.neutralShare)} % of the picture is neutral` : 'computing'}>
      {report ? <Checks checks={report.checks} onMember={open} /> : null}
      {report && report.checks.some(({ id: check, holds }) => check === 'adaptation' && !holds) ? (
        <AdaptedPreview adaptation={report.adaptation} width={width} />
      ) : null}
    </Section>
  );
}

const SchemeChoice = memo(function SchemeChoice({ look }: { readonly look: Look }) {
  const styles = useStyles();
  const { palette } = look;
  const [asPictures, setAsPictures] = useState(false);
  return (
    <View style={styles.chips}>
      <Choice
        label="Scheme"
        options={SCHEME_CHOICES}
        value={palette.scheme}
        onChange={(scheme) => applyScheme(scheme, palette.baseHueDeg, palette.leanDeg)}
        scroll
      />
      <View style={{ flexDirection: 'row', paddingTop: SPACE.s }}>
        <Button label="As pictures" accessibilityLabel="Schemes as pictures of this look" onPress={() => setAsPictures(true)} />
      </View>
      {asPictures ? <SchemesSheet look={look} onClose={() => setAsPictures(false)} /> : null}
    </View>
  );
});

function BaseSection({ palette }: { readonly palette: Look['palette'] }) {
  return (
    <Section title="Base" aside="hues as recorded, OKLCh">
      <StepperGrid>
        <Cell>
          <Stepper
            label="Base hue"
            value={`${Math.round(palette.baseHueDeg)}°`}
            onStep={(by) => applyScheme(palette.scheme, turnedDeg(palette.baseHueDeg + by * 5), palette.leanDeg)}
            onType={(text) =>
              taken(readNumber(text, { name: 'Base hue', low: 0, high: 360, unit: '°' }), (hue) =>
                applyScheme(palette.scheme, turnedDeg(hue), palette.leanDeg),
              )
            }
          />
        </Cell>
        <Cell>
          <Stepper
            label="Lean to cyan or amber"
            value={`${Math.round(palette.leanDeg)}°`}
            onStep={(by) => applyScheme(palette.scheme, palette.baseHueDeg, Math.max(0, Math.min(40, palette.leanDeg + by * 5)))}
            onType={(text) =>
              taken(readNumber(text, { name: 'Lean', low: 0, high: 40, unit: '°' }), (lean) =>
                applyScheme(palette.scheme, palette.baseHueDeg, lean),
              )
            }
            note="A house leaning, in every scheme"
          />
        </Cell>
      </StepperGrid>
    </Section>
  );
}

const MapLegend = memo(function MapLegend({ look, lightName }: { readonly look: Look; readonly lightName: string | null }) {
  const styles = useStyles();
  return (
    <View style={styles.legend}>
      <Legend name="Full colour" text={lightName ? `${lightName} can reach` : 'this kit reaches'} />
      <Legend name="Dashed" text="the file holds" />
      <Legend name="Ring" text="what the light makes now" />
      <Legend name="Centre" text={`neutral at ${look.camera.whiteK}\u00a0K`} />
      <View style={styles.what}>
        <WhatIs words={whatIsMap(look.palette.members, look)} />
      </View>
    </View>
  );
});

function Legend({ name, text }: { readonly name: string; readonly text: string }) {
  const styles = useStyles();
  return (
    <View style={styles.legendItem}>
      <Text size="small" quiet>
        {name}
      </Text>
      <Text size="small">{text}</Text>
    </View>
  );
}

/** What the colours may be read as, from the brief's own notes. */
function Remarks({ members }: { readonly members: readonly Member[] }) {
  const associations = useOpenLook((state) => state.look?.brief.associations ?? []);
  const words = new Set(members.filter(({ purity }) => purity > 0.05).map((member) => targetWord(member)));
  const found = associations.filter(
    ({ colour, withColour }) => words.has(colour) && (withColour === '' || words.has(withColour)),
  );
  if (found.length === 0) return null;
  return (
    <Section title="May be read as" aside="your notes, in the brief">
      {found.map(({ id, colour, withColour, reads }) => (
        <Text key={id}>
          <Text weight="medium">{withColour ? `${colour} with ${withColour}` : colour}</Text> <Text quiet>{reads}</Text>
        </Text>
      ))}
    </Section>
  );
}
