/** The pages of practice come as one: what one of them needs, most of them do. */
export { EyePage } from './EyePage';
export { ExercisePage } from './ExercisePage';
export { LessonPage } from './LessonPage';
export { PracticePage } from './PracticePage';
