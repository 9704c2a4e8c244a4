import { useLocalSearchParams } from 'expo-router';
import { later } from '../../../src/ui/Later';

const LessonPage = later(async () => (await import('../../../src/practice/pages')).LessonPage);

export default function LessonRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <LessonPage key={id} id={id} />;
}
