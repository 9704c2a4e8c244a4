/** What leaves a lamp. */
export { practical, type LampCaution, type PracticalAnswer } from './practical';
export { LIGHT_PRESETS, presetSource } from './presets';
export { daylightSource, filamentKelvin, planckSource, sampledSource, tungstenSource, whiteLedSource } from './source';
