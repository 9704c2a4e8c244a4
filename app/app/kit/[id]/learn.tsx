import { useLocalSearchParams } from 'expo-router';
import { later } from '../../../src/ui/Later';

const LearnCameraPage = later(async () => (await import('../../../src/kit/learn/LearnCameraPage')).LearnCameraPage);

export default function LearnRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <LearnCameraPage key={id} id={id} />;
}
