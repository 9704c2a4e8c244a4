import { useLocalSearchParams } from 'expo-router';
import { later } from '../../../../src/ui/Later';

const LightPage = later(async () => (await import('../../../../src/light/LightPage')).LightPage);

export default function LightRoute() {
  const { id, lightId } = useLocalSearchParams<{ id: string; lightId: string }>();
  return <LightPage key={lightId} lookId={id} lightId={lightId} />;
}
