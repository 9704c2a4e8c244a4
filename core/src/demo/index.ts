/** The made-up shoots that ship. */
export { demoLooks } from './saltmarsh';
export { nightOvenLooks } from './night-oven';
export { nocturneLooks } from './nocturne';
