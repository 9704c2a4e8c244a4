import { useLocalSearchParams } from 'expo-router';
import { later } from '../../../src/ui/Later';

const EntryPage = later(async () => (await import('../../../src/kit/EntryPage')).EntryPage);

export default function EntryRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <EntryPage key={id} id={id} />;
}
