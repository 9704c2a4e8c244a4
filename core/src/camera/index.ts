/** The camera: sensor, white, curve, clipping. */
export { CURVES, baseCamera, makeCamera, recordedValue, type Camera, type CameraOptions, type Curve } from './camera';
export { CHANNELS, EDGE_STOPS, sampledSensor, standInSensor, type Channel, type Sensor, type SensorSamples } from './sensor';
export { edgeStops, type Learned } from './learned';
export { MOST_KNOTS, type ToneSamples } from './tone';
export { WHITE_RANGE_K, whiteIlluminant } from './white';
export { GAMUTS, outsideOf, type Gamut } from './gamut';
