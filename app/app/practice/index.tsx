import { later } from '../../src/ui/Later';

export default later(async () => (await import('../../src/practice/pages')).PracticePage);
