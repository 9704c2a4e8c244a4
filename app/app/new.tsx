import { useLocalSearchParams } from 'expo-router';
import { NewLookPage } from '../src/shoots/NewLookPage';

export default function NewLookRoute() {
  const { shoot } = useLocalSearchParams<{ shoot?: string }>();
  return <NewLookPage shootId={shoot} />;
}
