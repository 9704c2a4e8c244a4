import { useLocalSearchParams } from 'expo-router';
import { later } from '../../src/ui/Later';

const ExercisePage = later(async () => (await import('../../src/practice/pages')).ExercisePage);

export default function ExerciseRoute() {
  const { skill, code } = useLocalSearchParams<{ skill: string; code?: string }>();
  return <ExercisePage key={`${skill} ${code ?? ''}`} skill={skill} code={code ?? null} />;
}
