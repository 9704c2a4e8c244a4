/** Stops: meters, distances, beams, shutters, the sun. */
export { AMBIENT_TARGETS, ambientWays, evOfLux, luxOfEv, luxOfSettings, type AmbientWay } from './ambient';
export { beamIntegral, beamIntensity, gridTransmission, zoomGain, zoomLens, type BeamShape } from './beam';
export { angleOfShutter, flickerSafeShutters, isFlickerSafe, shutterOfAngle } from './cinema';
export { continuousLux } from './continuous';
export { blurShare, depthOfField, type Lens } from './depth-of-field';
export { discIncidence, falloffFromOneMetre, nearFieldRatio, type FaceShape } from './distance';
export { flashLuxSeconds, guideNumberOfEnergy } from './flash';
export {
  HIGH_SPEED_SYNC_STOPS,
  METER_CONSTANT_LXS,
  MID_GREY,
  checkExposureSettings,
  continuousLuxSeconds,
  stopsOverMeter,
  type ExposureSettings,
} from './meter';
export { CONTROL_EFFECTS, dragShutter, solveRatio, type Control, type RatioAnswer } from './mixed';
export { APERTURES, ISOS, SHUTTERS, nearestMarked } from './series';
export { formatFlashPower, formatPercent, formatShutter, formatStops } from './stops';
export { sunOnWindow, type SunAnswer, type SunQuestion } from './sun';
