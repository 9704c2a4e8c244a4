import { LIMITS, type Look, type Variant } from '@fulgent/core/document';
import { compareVariants, lookOfVariant } from '@fulgent/core/planning';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { FrameCanvas } from '../frame/FrameCanvas';
import { undo } from '../look/store';
import { gelName } from '../look/words';
import { SPACE, themed } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Section } from '../ui/Section';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { when } from '../ui/when';
import { changeVariant, chooseVariant, removeVariant, takeLook } from './edits';
import { VERSION_ASPECT } from './version-size';
import { VersionOffers } from './VersionOffers';

const MOST_COMPARED = 4;

const useStyles = themed((t) => ({
  card: { gap: SPACE.xs, padding: SPACE.s, backgroundColor: t.raised, borderRadius: 3 },
  chosen: { borderWidth: 2, borderColor: t.text },
}));

/** Versions from one rig: made, seen side by side, voted on, chosen and locked. */
export function VersionsPage({ look }: { readonly look: Look }) {
  const [width, setWidth] = useState(0);
  const [chosen, setChosen] = useState<readonly string[] | null>(null);
  // Until somebody chooses, the two that were kept last stand beside each other.
  const last = look.variants.length > 1 ? look.variants.slice(-2).map(({ id }) => id) : [];
  const compared = chosen ?? last;
  const beside = look.variants.filter(({ id }) => compared.includes(id));
  const inner = width - 2 * SPACE.m;
  const columns = inner > 560 ? 3 : 2;
  const each = Math.floor((inner - (columns - 1) * SPACE.s) / columns);
  return (
    <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {width > 0 ? <VersionOffers look={look} width={each} /> : null}
      {look.variants.length && width > 0 ? (
        <Section title="Versions" aside="pick two to four to compare">
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
            {look.variants.map((variant) => (
              <Card
                key={variant.id}
                look={look}
                variant={variant}
                width={each}
                compared={compared.includes(variant.id)}
                onCompare={() =>
                  setChosen(
                    compared.includes(variant.id)
                      ? compared.filter((one) => one !== variant.id)
                      : [...compared, variant.id].slice(-MOST_COMPARED),
                  )
                }
              />
            ))}
          </View>
        </Section>
      ) : null}
      {beside.length > 1 ? <Compared look={look} variants={beside} width={inner} /> : null}
    </View>
  );
}

function Card({
  look,
  variant,
  width,
  compared,
  onCompare,
}: {
  readonly look: Look;
  readonly variant: Variant;
  readonly width: number;
  readonly compared: boolean;
  readonly onCompare: () => void;
}) {
  const styles = useStyles();
  const shown = useMemo(() => lookOfVariant(look, variant), [look, variant]);
  const { id, name, votes, chosen, lockedAt } = variant;
  const inner = width - 2 * SPACE.s - (chosen ? 4 : 0);
  return (
    <View style={[styles.card, { width }, chosen && styles.chosen]} testID={`variant-${id}`}>
      <FrameCanvas small look={shown} width={inner} height={Math.round(inner * VERSION_ASPECT)} label={`${name}, simulated`} />
      {lockedAt ? (
        <Text weight="strong" numberOfLines={2}>
          {name}
        </Text>
      ) : (
        <Field
          most={LIMITS.nameLength}
          label="Name"
          value={name}
          onChange={(text) => changeVariant(id, { name: text || name })}
        />
      )}
      <Text size="small" quiet>
        {[chosen ? 'chosen' : null, `${votes} ${votes === 1 ? 'vote' : 'votes'}`, lockedAt ? `locked ${when(lockedAt)}` : null]
          .filter(Boolean)
          .join(' · ')}
      </Text>
      <CardActions
        name={name}
        compared={compared}
        onCompare={onCompare}
        id={id}
        votes={votes}
        chosen={chosen}
        lockedAt={lockedAt}
        shown={shown}
      />
    </View>
  );
}

function CardActions({
  name,
  compared,
  onCompare,
  id,
  votes,
  chosen,
  lockedAt,
  shown,
}: {
  readonly name: string;
  readonly compared: boolean;
  readonly onCompare: () => void;
  readonly id: string;
  readonly votes: number;
  readonly chosen: boolean;
  readonly lockedAt: string | null;
  readonly shown: Look;
}) {
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.xs }}>
      <Button label="Compare" accessibilityLabel={`Compare ${name}`} on={compared} tight onPress={onCompare} />
      <Button
        label="Vote"
        accessibilityLabel={`Vote for ${name}`}
        tight
        onPress={() => changeVariant(id, { votes: Math.min(1000, votes + 1) })}
      />
      <Button
        label={chosen ? 'Chosen' : 'Choose'}
        accessibilityLabel={`Choose ${name}`}
        on={chosen}
        tight
        onPress={() => chooseVariant(id)}
      />
      <Button
        label={lockedAt ? 'Unlock' : 'Lock'}
        accessibilityLabel={`${lockedAt ? 'Unlock' : 'Lock'} ${name}`}
        tight
        onPress={() => changeVariant(id, { lockedAt: lockedAt ? null : new Date().toISOString() })}
      />
      <Button
        label="Take"
        accessibilityLabel={`Set the look to ${name}`}
        tight
        onPress={() => {
          takeLook(`variants.take.${id}`, shown);
          say(`The look is now “${name}”.`, { label: 'Undo', run: undo });
        }}
      />
      {lockedAt ? null : (
        <IconButton
          icon="x"
          label={`Remove ${name}`}
          onPress={() => {
            removeVariant(id);
            say(`${name} removed.`, { label: 'Undo', run: undo });
          }}
        />
      )}
    </View>
  );
}

/** Versions side by side, each against the first, with everything in which they differ. */
function Compared({
  look,
  variants,
  width,
}: {
  readonly look: Look;
  readonly variants: readonly Variant[];
  readonly width: number;
}) {
  const [first, ...rest] = variants;
  const looks = useMemo(() => variants.map((variant) => lookOfVariant(look, variant)), [look, variants]);
  const each = Math.floor((width - (variants.length - 1) * SPACE.s) / variants.length);
  const said = (text: string) =>
    text.replace(/[a-z0-9-]+/g, (word) =>
      look.lights.some(({ gels }) => gels.some(({ gel }) => gel === word)) ? gelName(look, word) : word,
    );
  return (
    <Section title="Side by side" aside={`against ${first!.name}`}>
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        {variants.map(({ id, name }, i) => (
          <View key={id} style={{ width: each, gap: 3 }}>
            <FrameCanvas
              small
              look={looks[i]!}
              width={each}
              height={Math.round(each * VERSION_ASPECT)}
              label={`${name}, side by side`}
            />
            <Text size="small" narrow numberOfLines={2}>
              {name}
            </Text>
          </View>
        ))}
      </View>
      {rest.map((variant) => {
        const { differences, evidence } = compareVariants(look, first!, variant);
        return (
          <View key={variant.id} style={{ gap: SPACE.xs }} testID={`differences-${variant.id}`}>
            <Text weight="strong">
              {variant.name}:{' '}
              {differences.length === 0
                ? 'the same'
                : evidence
                  ? 'one change, so the pictures are evidence of it'
                  : `${differences.length} changes together: an impression, not evidence of any one`}
            </Text>
            {differences.length ? (
              <Table
                label={`${variant.name} against ${first!.name}`}
                columns={['What', first!.name.slice(0, 18), variant.name.slice(0, 18)]}
                rows={differences.map(({ what, from, to }) => ({ id: what, cells: [what, said(from), said(to)] }))}
              />
            ) : null}
          </View>
        );
      })}
    </Section>
  );
}
