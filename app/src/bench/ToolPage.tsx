import { useRouter } from 'expo-router';
import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { SPACE } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { SectionFrame } from '../ui/SectionFrame';
import { Text } from '../ui/Text';
import { AmbientTool, CinemaTool, DepthTool, DragTool, PracticalTool, RatioTool } from './camera-tools';
import { ChangeTool, DensityTool, FlashTool, LuxTool, PowerTool, SyncTool } from './exposure-tools';
import { GelsTool, MixTool, WhiteTool } from './light-tools';
import { NightTool, ReadsTool, SunTool } from './place-tools';
import { TOOLS, type ToolId } from './tools';

const MAKE: Record<ToolId, (width: number) => ReactNode> = {
  gels: (width) => <GelsTool width={width} />,
  white: () => <WhiteTool />,
  mix: () => <MixTool />,
  flash: () => <FlashTool />,
  lux: () => <LuxTool />,
  change: () => <ChangeTool />,
  sync: () => <SyncTool />,
  ambient: () => <AmbientTool />,
  ratio: () => <RatioTool />,
  drag: () => <DragTool />,
  cinema: () => <CinemaTool />,
  depth: () => <DepthTool />,
  practical: () => <PracticalTool />,
  reads: () => <ReadsTool />,
  night: () => <NightTool />,
  sun: () => <SunTool />,
  nd: () => <DensityTool />,
  power: () => <PowerTool />,
};

/** One question of the Bench. */
export function ToolPage({ id }: { readonly id: string }) {
  const router = useRouter();
  const [width, setWidth] = useState(0);
  const tool = TOOLS.find((one) => one.id === id);
  if (!tool)
    return (
      <SectionFrame>
        <Text>There is no such question on the Bench.</Text>
        <Button label="To the Bench" onPress={() => router.navigate('/bench')} />
      </SectionFrame>
    );
  return (
    <SectionFrame>
      <View
        style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}
        onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      >
        <IconButton icon="chevron-left" label="Back to the Bench" onPress={() => router.navigate('/bench')} />
        <Text size="title" weight="strong" role="heading" aria-level={1}>
          {tool.name}
        </Text>
      </View>
      {width > 0 ? MAKE[tool.id](width) : null}
    </SectionFrame>
  );
}
