import type { Look } from '../../document/schema';
import { evaluate } from '../../scene/evaluate';

/** What haze or a soft filter costs a look, against the same without. */
export interface VeilCost {
  /** The place whose black it lifts most, and by how much, stops; null where nothing was dark. */
  readonly lift: { readonly name: string; readonly stops: number } | null;
  /** Mean chroma of what had any, without and with the veil (OKLCh). */
  readonly chromaClear: number;
  readonly chromaVeiled: number;
}

/** A place is black where it lies so far under mid-grey without the veil, stops. */
const BLACK_STOPS = -3;
/** What has less chroma without it has none to lose. */
const COLOURED = 0.04;

/** Null in clear air. */
export const hazeCost = (look: Look): VeilCost | null =>
  look.air.hazePerM > 0 ? costOf({ ...look, air: { ...look.air, hazePerM: 0 } }, look) : null;

/** Null without a soft filter. */
export const filterCost = (look: Look): VeilCost | null =>
  look.camera.diffusion > 0 ? costOf({ ...look, camera: { ...look.camera, diffusion: 0 } }, look) : null;

function costOf(without: Look, veiledLook: Look): VeilCost {
  const veiled = evaluate(veiledLook).probes;
  const clear = evaluate(without).probes;
  const lifts = clear
    .map(({ name, stops }, i) => ({ name, stops: veiled[i]!.stops - stops, was: stops }))
    .filter(({ was, stops }) => was < BLACK_STOPS && stops > 0)
    .sort((a, b) => b.stops - a.stops);
  const coloured = clear.flatMap(({ chroma }, i) => (chroma > COLOURED ? [i] : []));
  const mean = (of: typeof clear) => coloured.reduce((sum, i) => sum + of[i]!.chroma, 0) / Math.max(1, coloured.length);
  return {
    lift: lifts[0] ? { name: lifts[0].name, stops: lifts[0].stops } : null,
    chromaClear: mean(clear),
    chromaVeiled: mean(veiled),
  };
}
