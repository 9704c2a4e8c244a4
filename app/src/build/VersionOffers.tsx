import { LIMITS, type Look } from '@fulgent/core/document';
import { lookOfVariant, VARIANT_KINDS, VARIANT_NAMES, type VariantKind, type VariantOffer } from '@fulgent/core/planning';
import { offerWords } from '@fulgent/words';
import { useMemo } from 'react';
import { View } from 'react-native';
import { FrameCanvas } from '../frame/FrameCanvas';
import { undo } from '../look/store';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { addVariant } from './edits';
import { VERSION_ASPECT } from './version-size';

const useStyles = themed((t) => ({
  grid: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s },
  offer: {
    gap: SPACE.xs,
    padding: SPACE.s,
    borderWidth: 1,
    borderColor: t.line,
    borderRadius: 3,
    justifyContent: 'space-between',
  },
  waiting: { backgroundColor: t.raised, alignItems: 'center', justifyContent: 'center', padding: SPACE.s },
}));

/** Every version that this rig can give, as a picture with its figures, before any of them is made. */
export function VersionOffers({ look, width }: { readonly look: Look; readonly width: number }) {
  const styles = useStyles();
  // What decides versions: those that are kept, and what is noted of the look, do not.
  const state = useMemo(() => JSON.stringify({ ...look, variants: [], title: '' }), [look]);
  const isFull = look.variants.length >= LIMITS.variants;
  return (
    <Section title="What this rig can give" aside="no stand is moved">
      <View style={styles.grid}>
        {VARIANT_KINDS.map((kind) => (
          <Offer key={kind} look={look} state={state} kind={kind} width={width} isFull={isFull} />
        ))}
      </View>
      <Text size="label" quiet>
        Dark and bright move the key, the backdrop and the contrast; low key and high key keep to the face and move what is round
        it. Warmer, cooler and those by camera alone leave every light as it stands.
      </Text>
    </Section>
  );
}

function Offer({
  look,
  state,
  kind,
  width,
  isFull,
}: {
  readonly look: Look;
  readonly state: string;
  readonly kind: VariantKind;
  readonly width: number;
  readonly isFull: boolean;
}) {
  const styles = useStyles();
  const { value, error } = useStudy(async () => ({ of: state, offer: await study().offer(look, kind) }), state);
  const offer = value && !error ? value.offer : null;
  const isOld = value?.of !== state;
  const name = VARIANT_NAMES[kind];
  const inner = width - 2 * SPACE.s - 2;
  return (
    <View style={[styles.offer, { width }]} testID={`offer-${kind}`} aria-busy={isOld && !error}>
      <View style={{ gap: SPACE.xs }}>
        {offer ? (
          <Shown look={look} offer={offer} name={name} width={inner} />
        ) : (
          <View style={[styles.waiting, { width: inner, height: Math.round(inner * VERSION_ASPECT) }]}>
            <Text size="label" quiet>
              {error ?? 'Solving …'}
            </Text>
          </View>
        )}
        <Text weight="medium" narrow>
          {name}
        </Text>
        {offer ? (
          <View>
            {offerWords(offer).map((line) => (
              <Text key={line} size="label" quiet>
                {line}
              </Text>
            ))}
          </View>
        ) : null}
      </View>
      <Button
        label="Keep"
        accessibilityLabel={`Keep ${name}`}
        icon="plus"
        tight
        disabled={!offer || isFull || isOld}
        onPress={() => {
          if (!offer) return;
          addVariant(offer.variant);
          say(`Kept: ${offer.variant.name}.`, { label: 'Undo', run: undo });
        }}
      />
    </View>
  );
}

function Shown({
  look,
  offer,
  name,
  width,
}: {
  readonly look: Look;
  readonly offer: VariantOffer;
  readonly name: string;
  readonly width: number;
}) {
  const shown = useMemo(() => lookOfVariant(look, offer.variant), [look, offer]);
  return (
    <FrameCanvas
      small
      look={shown}
      width={width}
      height={Math.round(width * VERSION_ASPECT)}
      label={`${name}, before it is made`}
    />
  );
}
