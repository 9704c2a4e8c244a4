/** What gels let through. */
export {
  channelStopsLost,
  gelAtStrength,
  gelStack,
  greenGel,
  luminousTransmittance,
  magentaGel,
  miredGel,
  stopsLost,
  withLeak,
} from './gel';
export { LEAST_GEL_STOPS, MOST_GEL_STOPS, dyedGel, lookOfRgb, type DyedGel, type GelLook } from './dye';
export { GELS, findGel, type CatalogueGel } from './stand-ins';
