export { ShootsPage as default } from '../src/shoots/ShootsPage';
