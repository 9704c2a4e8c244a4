import { useLocalSearchParams } from 'expo-router';
import { later } from '../../src/ui/Later';

const ToolPage = later(async () => (await import('../../src/bench/ToolPage')).ToolPage);

export default function ToolRoute() {
  const { tool } = useLocalSearchParams<{ tool: string }>();
  return <ToolPage key={tool} id={tool} />;
}
