import { memo, useMemo, useState, type ComponentProps } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { api } from '../api/client';
import { AloneStrip } from '../frame/AloneStrip';
import { Frame } from '../frame/Frame';
import { handedPicture } from '../frame/handed';
import { heightUpright } from '../frame/height-upright';
import { PictureHandle, usePictureSize } from '../frame/PictureHandle';
import { SPACE } from '../theme/theme';
import { useLate, useSettled } from '../ui/held';
import { Waiting } from '../ui/Waiting';
import { useOpenLook } from './store';
import { chooseProbe, tellBurnt, useChosen } from './ui-state';

interface Props {
  readonly step: string;
  readonly wide?: boolean;
  readonly onItsSide?: boolean;
}

/** The picture of the open look above or beside a step, and on wide screens each light alone. */
export function OpenPicture({ step, wide = false, onItsSide = false }: Props) {
  const window = useWindowDimensions();
  const look = useOpenLook((state) => state.look);
  const readings = useOpenLook((state) => state.readings);
  const now = useMemo(() => ({ look, readings }), [look, readings]);
  // What is under the finger is drawn first, and the picture follows it.
  const shown = useLate(now);
  const [room, setRoom] = useState(0);
  const main = step === 'balance';
  const { size } = usePictureSize();
  const upright = heightUpright(window.width, window.height, main, size);
  const width = wide || onItsSide ? room : window.width;
  const height = wide ? Math.min(window.height - 210, Math.round(room * 1.15)) : onItsSide ? window.height : upright;
  return (
    <View onLayout={({ nativeEvent }) => setRoom(nativeEvent.layout.width)} style={{ gap: wide || onItsSide ? SPACE.m : 0 }}>
      {shown.look && width > 0 ? (
        <>
          <Shown
            look={shown.look}
            readings={shown.readings}
            width={width}
            height={height}
            withReading={!wide}
            compact={!wide && !onItsSide && (size === 'strip' || (size === 'usual' && !main))}
          />
          {wide || onItsSide ? null : <PictureHandle />}
          {wide && shown.readings ? (
            <Strip look={shown.look} readings={shown.readings} width={width} stands={step === 'set'} />
          ) : null}
        </>
      ) : (
        <Waiting height={height} />
      )}
    </View>
  );
}

type ShownProps = Pick<ComponentProps<typeof Frame>, 'look' | 'readings' | 'width' | 'height' | 'withReading' | 'compact'>;

/** Left alone where nothing of it changed. */
const Shown = memo(function Shown(props: ShownProps) {
  const poster = useOpenLook(({ id, revision, look: now, saved }) =>
    id && now === saved ? (handedPicture(id, revision) ?? api.lookPicture(id, revision, true)) : undefined,
  );
  const probe = useChosen((state) => state.probe);
  return <Frame {...props} poster={poster} selected={probe} onSelect={chooseProbe} onBurnt={tellBurnt} />;
});

type StripProps = ComponentProps<typeof AloneStrip>;

/** Each light alone; where places are dragged it stands still meanwhile, since a place costs each of them all its geometry. */
function Strip({ stands, ...now }: StripProps & { readonly stands: boolean }) {
  const { look, readings, width } = now;
  const latest = useMemo(() => ({ look, readings, width }), [look, readings, width]);
  const settled = useSettled(latest);
  return <StripOf {...(stands ? settled : latest)} />;
}

const StripOf = memo(AloneStrip);
