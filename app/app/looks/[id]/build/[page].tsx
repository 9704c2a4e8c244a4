import { useLocalSearchParams } from 'expo-router';
import { later } from '../../../../src/ui/Later';

const BuildPage = later(async () => (await import('../../../../src/build/BuildPage')).BuildPage);

export default function BuildRoute() {
  const { page } = useLocalSearchParams<{ page: string }>();
  return <BuildPage page={page} />;
}
