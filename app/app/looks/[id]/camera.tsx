export { CameraStep as default } from '../../../src/look/CameraStep';
