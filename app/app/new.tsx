import { useLocalSearchParams } from 'expo-router';
import { later } from '../src/ui/Later';

const NewLookPage = later(async () => (await import('../src/shoots/NewLookPage')).NewLookPage);

export default function NewLookRoute() {
  const { shoot } = useLocalSearchParams<{ shoot?: string }>();
  return <NewLookPage shootId={shoot} />;
}
