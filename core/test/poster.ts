import { demoLooks } from '../src/demo';
import type { Look } from '../src/document';
import { withLights } from './support';

/** How strong a planted fault is must not hang on what a balance finds. */
const STOPS: Readonly<Record<string, number>> = { key: -1.2, 'rim-left': -0.5, 'rim-right': -2.3, backdrop: -1.9 };

/** The demo's poster at powers that stand here. */
export const fixedPoster = (): Look => withLights(demoLooks()[0]!, ({ id }) => ({ powerStops: STOPS[id]! }));
