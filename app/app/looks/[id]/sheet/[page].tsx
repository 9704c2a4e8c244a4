import { useLocalSearchParams } from 'expo-router';
import { later } from '../../../../src/ui/Later';

const SheetPage = later(async () => (await import('../../../../src/sheet/SheetPage')).SheetPage);

export default function SheetRoute() {
  const { page } = useLocalSearchParams<{ page: string }>();
  return <SheetPage page={page} />;
}
