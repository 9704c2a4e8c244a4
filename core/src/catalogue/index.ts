/** The kit: stand-ins that ship, and what people add. */
export { canonicalText } from '../canonical';
export { CAMERAS, FIXTURES, MODIFIERS, fittingModifier, fixtureOf, kitCamera, modifierOf, type KitItem } from './kit';
export {
  CONDITIONS,
  KIT_FORMAT,
  KIT_KINDS,
  KIT_VERSION,
  LARGEST_KIT_FILE,
  NO_QUALITY,
  OWN_SPECTRUM,
  PROVENANCES,
  parseKitEntry,
  parseKitFile,
  readKitFile,
  upgradeKitEntry,
  type KitCamera,
  type KitEntry,
  type KitFile,
  type KitFixture,
  type KitGel,
  type KitKind,
  type KitModifier,
  type KitSurface,
} from './kit-schema';
export { STAND_IN_KIT, isStandIn, mergedKit } from './stand-ins';
export { USUAL_POLICY, atHand, type KitPolicy } from './at-hand';
