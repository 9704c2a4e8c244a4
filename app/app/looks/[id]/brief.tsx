export { BriefStep as default } from '../../../src/look/BriefStep';
