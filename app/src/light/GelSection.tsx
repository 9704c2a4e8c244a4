import { isPerson } from '@fulgent/core/figure';
import type { Light, Look, GelUse } from '@fulgent/core/document';
import { lookupIn, resolveFilter, type LightReading } from '@fulgent/core/scene';
import { useState } from 'react';
import { View } from 'react-native';
import { TransmissionCurve } from '../charts/TransmissionCurve';
import { kitOf, useKit } from '../kit/useKit';
import { addGel, changeLight } from '../look/edits';
import { readNumber, taken } from '../look/numbers';
import { gelName } from '../look/words';
import { SPACE, themed } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { Pick } from '../ui/Pick';
import { Topic } from '../ui/Section';
import { Stepper } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { WhatIs } from '../ui/WhatIs';
import { whatIsLoss } from '@fulgent/words';
import { CorrectionSheet } from './CorrectionSheet';
import { WarmingSheet } from './WarmingSheet';
import { GelPicker } from './GelPicker';
import { HeatNote } from './HeatNote';

/** Below this share of the light two gels in one holder have eaten each other. */
const NEARLY_BLACK_STOPS = 5.6;

const MOUNT_NAMES: readonly { readonly id: Light['mount']; readonly name: string }[] = [
  { id: 'holder', name: 'Gel holder' },
  { id: 'clips', name: 'Clips on the front' },
  { id: 'tape', name: 'Tape' },
  { id: 'inside', name: 'Inside the box, off the lamp' },
  { id: 'touching', name: 'Touching the lamp' },
];

const useStyles = themed((t) => ({
  gel: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.s,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
    paddingBottom: SPACE.s,
  },
  gelText: { flex: 1 },
}));

interface Props {
  readonly look: Look;
  readonly light: Light;
  readonly reading: LightReading;
  readonly width: number;
}

/** The gels before a light: stack, strength, leak, how they are held, and what they let through. */
export function GelSection({ look, light, reading, width }: Props) {
  const { stored } = useKit();
  const [picking, setPicking] = useState(false);
  const [matching, setMatching] = useState(false);
  const [warming, setWarming] = useState(false);
  const { id, gels, leak } = light;
  const change = (key: string, next: Light['gels']) => changeLight(id, key, (one) => ({ ...one, gels: next }));
  const swap = (from: number, by: 1 | -1) => {
    const next = [...gels];
    next.splice(from + by, 0, ...next.splice(from, 1));
    change('gel-order', next);
  };
  const [r, g, b] = reading.channelStopsLost;
  return (
    <Topic
      id="light.gels"
      title="Gels"
      now={
        gels.length
          ? `${gels.map(({ gel }) => gelName(look, gel)).join(' + ')} · ${reading.stopsLost.toFixed(1)} stops lost · R ${r.toFixed(1)} G ${g.toFixed(1)} B ${b.toFixed(1)}`
          : 'none'
      }
      patches={gels.length ? [reading.hex] : []}
    >
      {gels.map(({ gel, strength }, i) => (
        <GelRow key={`${gel}-${i}`} gel={gel} i={i} look={look} strength={strength} change={change} gels={gels} swap={swap} />
      ))}
      <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'flex-end', flexWrap: 'wrap' }}>
        <Button label="Add a gel" icon="plus" disabled={gels.length >= 6} onPress={() => setPicking(true)} />
        <Button label="Match a white" onPress={() => setMatching(true)} />
        {isPerson(look.subject) ? <Button label="Warm the skin" onPress={() => setWarming(true)} /> : null}
        {gels.length ? <WhatIs words={whatIsLoss(reading)} /> : null}
      </View>
      {gels.length > 0 ? (
        <GelHold width={width} light={light} look={look} reading={reading} gels={gels} leak={leak} id={id} />
      ) : null}
      {matching ? <CorrectionSheet look={look} light={light} onClose={() => setMatching(false)} /> : null}
      {warming ? <WarmingSheet look={look} light={light} onClose={() => setWarming(false)} /> : null}
      {picking ? (
        <GelPicker
          look={look}
          light={light}
          onClose={() => setPicking(false)}
          onPick={(gel) => {
            addGel(id, gel, kitOf(stored, 'gel'));
            setPicking(false);
          }}
        />
      ) : null}
    </Topic>
  );
}

/** How the gel is held, and what passes beside it. */
function GelHold({
  width,
  light,
  look,
  reading,
  gels,
  leak,
  id,
}: {
  readonly width: number;
  readonly light: Light;
  readonly look: Look;
  readonly reading: LightReading;
  readonly gels: readonly GelUse[];
  readonly leak: number;
  readonly id: string;
}) {
  return (
    <>
      {width > 0 ? (
        <TransmissionCurve transmittance={resolveFilter(light, lookupIn(look.spectra))} colour={reading.hex} width={width} />
      ) : null}
      {gels.length > 1 && reading.stopsLost > NEARLY_BLACK_STOPS ? (
        <Text weight="strong">
          These gels together pass {(100 * 2 ** -reading.stopsLost).toFixed(1)} %: nearly black. Two colours that should mix
          belong on two lights, where they add.
        </Text>
      ) : null}
      <View style={{ maxWidth: 300 }}>
        <Stepper
          label="Light leak past the gel"
          value={`${Math.round(leak * 100)} %`}
          onStep={(by) =>
            changeLight(id, 'leak', (one) => ({
              ...one,
              leak: Math.min(1, Math.max(0, Number((one.leak + by * 0.01).toFixed(2)))),
            }))
          }
          onType={(text) =>
            taken(readNumber(text, { name: 'Leak', low: 0, high: 100, unit: '%' }), (value) =>
              changeLight(id, 'leak', (one) => ({ ...one, leak: value / 100 })),
            )
          }
          note="White light that passes beside the gel"
        />
      </View>
      <Pick
        label="Gel mount"
        options={MOUNT_NAMES}
        current={MOUNT_NAMES.find(({ id: mount }) => mount === light.mount)!.name}
        onPick={(mount) => changeLight(id, 'mount', (one) => ({ ...one, mount: mount as Light['mount'] }))}
      />
      <HeatNote look={look} light={light} />
    </>
  );
}

/** One gel of the pack: how deep, and out. */
function GelRow({
  gel,
  i,
  look,
  strength,
  change,
  gels,
  swap,
}: {
  readonly gel: string;
  readonly i: number;
  readonly look: Look;
  readonly strength: number;
  readonly change: (key: string, next: Light['gels']) => void;
  readonly gels: Light['gels'];
  readonly swap: (from: number, by: 1 | -1) => void;
}) {
  const styles = useStyles();
  return (
    <View style={styles.gel} testID={`gel-${i}`}>
      <View style={styles.gelText}>
        <Text weight="medium">{gelName(look, gel)}</Text>
        <Stepper
          label="Strength"
          value={`${strength}`}
          onStep={(by) =>
            change(
              'strength',
              gels.map((one, j) => (j === i ? { ...one, strength: Math.min(4, Math.max(0.25, one.strength + by * 0.25)) } : one)),
            )
          }
          onType={(text) =>
            taken(readNumber(text, { name: 'Strength', low: 0.05, high: 4 }), (value) =>
              change(
                'strength',
                gels.map((one, j) => (j === i ? { ...one, strength: value } : one)),
              ),
            )
          }
        />
      </View>
      <IconButton
        icon="arrow-up"
        label={`${gelName(look, gel)} nearer to the lamp`}
        disabled={i === 0}
        onPress={() => swap(i, -1)}
      />
      <IconButton
        icon="arrow-down"
        label={`${gelName(look, gel)} farther from the lamp`}
        disabled={i === gels.length - 1}
        onPress={() => swap(i, 1)}
      />
      <IconButton
        icon="x"
        label={`Remove ${gelName(look, gel)}`}
        onPress={() =>
          change(
            'gel-remove',
            gels.filter((_, j) => j !== i),
          )
        }
      />
    </View>
  );
}
