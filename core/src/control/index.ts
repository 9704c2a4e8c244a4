/** Network control of fixtures. */
export {
  UNIVERSE_SLOTS,
  USUAL_SLOTS,
  addressesOf,
  slotsNeeded,
  lastSlot,
  type AddressProblem,
  type AddressRange,
  type AddressRow,
} from './addresses';
export { drivenBy, readLayout, writeLayout } from './layout';
export { E131_PORT, readE131, writeE131, type E131Packet } from './e131';
export { meterAt, type MeterReading } from './meter';
export { SLOTS, gelAt, patchOf, slotsOf, stateOf, universesOf, type FixtureState, type Patch as FixturePatch } from './slots';
