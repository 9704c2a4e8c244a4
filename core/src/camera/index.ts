/** The camera: sensor, white, curve, clipping. */
export { CURVES, baseCamera, makeCamera, type Camera, type CameraOptions, type Curve } from './camera';
export { CHANNELS, EDGE_STOPS, sampledSensor, standInSensor, type Channel, type Sensor, type SensorSamples } from './sensor';
export { WHITE_RANGE_K, whiteIlluminant } from './white';
export { GAMUTS, outsideOf, type Gamut } from './gamut';
