import { useLocalSearchParams } from 'expo-router';
import { later } from '../../../../src/ui/Later';

const ColourPage = later(async () => (await import('../../../../src/palette/ColourPage')).ColourPage);

export default function ColourRoute() {
  const { id, memberId } = useLocalSearchParams<{ id: string; memberId: string }>();
  return <ColourPage key={memberId} lookId={id} memberId={memberId} />;
}
