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
export { GELS, findGel, type CatalogueGel } from './stand-ins';
