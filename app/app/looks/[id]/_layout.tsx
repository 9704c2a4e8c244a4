import { useLocalSearchParams } from 'expo-router';
import { LookShell } from '../../../src/look/LookShell';

export default function LookLayout() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <LookShell id={id} />;
}
