import type { Look } from '@fulgent/core/document';
import { gelNeeds, gelNeedsOfDay, LAP_CM, type GelNeed, type PlacedPiece } from '@fulgent/core/planning';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import Svg, { G, Rect, Text as SvgText } from 'react-native-svg';
import { useKitEntries } from '../kit/useKit';
import { FONTS, SPACE, useTheme } from '../theme/theme';
import { Choice } from '../ui/Button';
import { Section } from '../ui/Section';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { useSetups } from './useSetups';

const OF = [
  { id: 'look', name: 'This look' },
  { id: 'shoot', name: 'All looks of the shoot' },
] as const;

/** Sheets side by side, and the widest that one is drawn. */
const [ABREAST, WIDEST] = [2, 260];

const sheetWords = (count: number) => `${count} ${count === 1 ? 'sheet' : 'sheets'}`;

/** Every gel of a look: its sheets with the pieces that are cut from them, and what has to be bought. */
export function CuttingPage({ look }: { readonly look: Look }) {
  const kit = useKitEntries();
  const [whole, setWhole] = useState(false);
  const { all, error } = useSetups(look);
  const needs = useMemo(
    () =>
      whole && all
        ? gelNeedsOfDay(
            all.map((one) => one.look),
            kit,
          )
        : gelNeeds(look, kit),
    [look, kit, whole, all],
  );
  const [width, setWidth] = useState(0);
  const short = needs.filter(({ sheets, have }) => have !== null && have < sheets);
  return (
    <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {all && all.length > 1 ? (
        <View style={{ paddingHorizontal: SPACE.m, paddingTop: SPACE.m, gap: SPACE.s }}>
          <Choice label="Gels of" options={OF} value={whole ? 'shoot' : 'look'} onChange={(id) => setWhole(id === 'shoot')} />
          {whole ? (
            <Text size="label" quiet>
              A piece that is cut once serves every look that takes one of its size.
            </Text>
          ) : null}
        </View>
      ) : null}
      {error ? <Text role="alert">The other looks of the shoot could not be read; these are this look’s gels.</Text> : null}
      <Section title="To buy" aside={short.length ? `${short.length}` : 'nothing'}>
        {short.length ? (
          <Table
            label="Gels that are short"
            columns={['Gel', 'Sheets', 'Of, cm']}
            first={1.4}
            rows={short.map(({ gel, name, sheets, have, sheet }) => ({
              id: gel,
              cells: [name, `${sheets - have!}`, sheet.join(' × ')],
              note: have ? `${have} of ${sheets} are there` : 'none is there',
            }))}
          />
        ) : (
          <Text>
            {needs.length
              ? `The kit has every sheet that ${whole ? 'these looks take' : 'this look takes'}.`
              : 'No gel hangs there.'}
          </Text>
        )}
      </Section>
      {needs.map((need) => (
        <Section key={need.gel} title={need.name} aside={`${sheetWords(need.sheets)} of ${need.sheet.join(' × ')} cm`}>
          {width > 0 ? <Sheets need={need} width={width - 2 * SPACE.m} /> : null}
          {need.joins.map(({ piece, across, down }) => (
            <Text key={piece} size="label">
              {need.lights[piece]}: {need.pieces[piece]!.join(' × ')} cm is larger than a sheet. Join {across * down} sheets,{' '}
              {across} across and {down} down, lapped and taped.
            </Text>
          ))}
        </Section>
      ))}
      {needs.length ? (
        <Text size="label" quiet style={{ padding: SPACE.m }}>
          Laps of {LAP_CM} cm are in the pieces. Mark each with its light before it is cut.
        </Text>
      ) : null}
    </View>
  );
}

function Sheets({ need, width }: { readonly need: GelNeed; readonly width: number }) {
  const theme = useTheme();
  const [w, h] = need.sheet;
  const each = Math.min(WIDEST, (width - SPACE.m) / ABREAST);
  const scale = each / w;
  // A roll is drawn as far as it is cut.
  const sheets = [...new Set(need.placed.map(({ sheet }) => sheet))].map((sheet) =>
    need.placed.filter((one) => one.sheet === sheet),
  );
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.m }}>
      {sheets.map((placed) => {
        const drawn = Math.min(h, h > 2 * w ? Math.max(...placed.map((one) => one.y + one.h)) + 10 : h);
        return (
          <Svg
            key={placed[0]!.sheet}
            width={each}
            height={drawn * scale}
            role="img"
            aria-label={placed.map((one) => `${need.lights[one.piece]}, ${one.w} by ${one.h} cm`).join('; ')}
          >
            <Rect x={0.5} y={0.5} width={each - 1} height={drawn * scale - 1} fill={theme.raised} stroke={theme.line} />
            {placed.map((one) => (
              <PieceDrawn key={one.piece} one={one} name={need.lights[one.piece]!} scale={scale} />
            ))}
          </Svg>
        );
      })}
    </View>
  );
}

/** Less room than this holds no words, px. */
const WORDS_FROM = 54;

function PieceDrawn({
  one: { x, y, w, h },
  name,
  scale,
}: {
  readonly one: PlacedPiece;
  readonly name: string;
  readonly scale: number;
}) {
  const theme = useTheme();
  const text = { fontSize: 12, fontFamily: FONTS.narrow, fill: theme.text } as const;
  const room = Math.floor((w * scale) / 6);
  return (
    <G>
      <Rect
        x={x * scale + 1}
        y={y * scale + 1}
        width={w * scale - 2}
        height={h * scale - 2}
        fill="none"
        stroke={theme.text}
        strokeWidth={1.2}
      />
      {w * scale >= WORDS_FROM && h * scale >= 34 ? (
        <>
          <SvgText x={x * scale + 6} y={y * scale + 16} {...text}>
            {name.length > room ? `${name.slice(0, room - 1)}…` : name}
          </SvgText>
          <SvgText x={x * scale + 6} y={y * scale + 30} {...text} fill={theme.quiet}>
            {w} × {h}
          </SvgText>
        </>
      ) : null}
    </G>
  );
}
