import { useLocalSearchParams } from 'expo-router';
import { LightPage } from '../../../../src/look/LightPage';

export default function LightRoute() {
  const { id, lightId } = useLocalSearchParams<{ id: string; lightId: string }>();
  return <LightPage key={lightId} lookId={id} lightId={lightId} />;
}
