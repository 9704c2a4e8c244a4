import { useLocalSearchParams } from 'expo-router';
import { later } from '../../../../src/ui/Later';

const CameraPage = later(async () => (await import('../../../../src/camera/CameraPage')).CameraPage);

export default function CameraRoute() {
  const { page } = useLocalSearchParams<{ page: string }>();
  return <CameraPage page={page} />;
}
