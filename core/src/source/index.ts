/** What leaves a lamp. */
export { practical, type LampCaution, type PracticalAnswer } from './practical';
export { LIGHT_PRESETS, presetSource } from './presets';
export { similarityOfWhite, spectralSimilarity, type Similarity } from './similarity';
export { daylightSource, filamentKelvin, planckSource, sampledSource, tungstenSource, whiteLedSource } from './source';
