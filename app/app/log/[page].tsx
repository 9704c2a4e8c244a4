import { useLocalSearchParams } from 'expo-router';
import { later } from '../../src/ui/Later';

const LogSubPage = later(async () => (await import('../../src/log/LogSubPage')).LogSubPage);

export default function LogRoute() {
  const { page } = useLocalSearchParams<{ page: string }>();
  return <LogSubPage page={page} />;
}
