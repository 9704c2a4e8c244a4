import { Redirect, useLocalSearchParams } from 'expo-router';

export default function LookIndex() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <Redirect href={`/looks/${id}/balance`} />;
}
