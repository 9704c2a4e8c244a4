import { startKernel, type Kernel } from '../wasm';
import { SURROUND_CODE } from './surround-code';
import { bySender, fromSurround, SENT_COLOURS, WHOLE, type SurroundLight } from './surround-light';
import type { Stage } from './stage';

/**
 * What the surround brings of one lamp to many places: `light.colours.length` figures a place. `places` has six figures each, a place of the room and its
 * direction; `shares` a row of bytes each, what it sees of the groups.
 */
export type Lands = (light: SurroundLight, stage: Stage, places: Float32Array, shares: Uint8Array) => Float32Array;

/** What core/kernels/surround.ts exports; addresses are bytes in its memory. */
interface Exports {
  land(
    out: number,
    places: number,
    count: number,
    shares: number,
    groups: number,
    senders: number,
    numbers: number,
    fours: number,
    colours: number,
    hazePerM: number,
  ): void;
}

/** After the kernel's sums. */
const SENDERS_AT = 16 * (SENT_COLOURS + 1);
const [PLACE, FIGURE] = [6, 4];
/** Places that are copied in at once. */
const CHUNK = 512;
/** Figures of four senders before what they send: place, direction, area. */
const OF_FOUR = 4 * 7;

const rounded = (bytes: number) => Math.ceil(bytes / 16) * 16;

/** Senders in fours, as the kernel has them; what is missing in the last sends nothing. */
function inFours({ senders, areaM2, flux, colours, group }: SurroundLight): { senders: Float32Array; numbers: Uint16Array } {
  const fours = Math.ceil(group.length / 4);
  const size = OF_FOUR + 4 * colours.length;
  const out = { senders: new Float32Array(size * fours), numbers: new Uint16Array(4 * fours) };
  group.forEach((g, j) => {
    const at = size * (j >> 2) + (j & 3);
    for (let c = 0; c < 3; c++) {
      out.senders[at + 4 * c] = senders[6 * j + c]!;
      // Turned, so that it counts where it is over 0.
      out.senders[at + 4 * (3 + c)] = -senders[6 * j + 3 + c]!;
    }
    out.senders[at + 24] = areaM2[j]! / Math.PI;
    colours.forEach((colour, c) => (out.senders[at + OF_FOUR + 4 * c] = flux[SENT_COLOURS * j + colour]! / WHOLE));
    out.numbers[j] = g;
  });
  return out;
}

const bytesOf = ({ buffer, byteOffset, byteLength }: Float32Array | Uint16Array) =>
  new Uint8Array(buffer, byteOffset, byteLength);

function byKernel(kernel: Kernel<Exports>): Lands {
  return (light, { hazePerM, surround }, places, shares) => {
    const { count: groups } = surround.groups;
    const colours = light.colours.length;
    const count = places.length / PLACE;
    const { senders, numbers } = inFours(light);
    const numbersAt = SENDERS_AT + senders.byteLength;
    const placesAt = rounded(numbersAt + numbers.byteLength);
    const outAt = placesAt + FIGURE * PLACE * CHUNK;
    const sharesAt = outAt + FIGURE * colours * CHUNK;
    kernel.reserve(sharesAt + groups * CHUNK);
    kernel.put(bytesOf(senders), SENDERS_AT);
    kernel.put(bytesOf(numbers), numbersAt);
    const out = new Float32Array(colours * count);
    for (let from = 0; from < count; from += CHUNK) {
      const to = Math.min(count, from + CHUNK);
      kernel.floats.set(places.subarray(PLACE * from, PLACE * to), placesAt / FIGURE);
      kernel.put(shares.subarray(groups * from, groups * to), sharesAt);
      kernel.does.land(
        outAt,
        placesAt,
        to - from,
        sharesAt,
        groups,
        SENDERS_AT,
        numbersAt,
        numbers.length / 4,
        colours,
        hazePerM,
      );
      out.set(kernel.floats.subarray(outAt / FIGURE, outAt / FIGURE + colours * (to - from)), colours * from);
    }
    return out;
  };
}

/** One by one. */
export const plainLands: Lands = (light, stage, places, shares) => {
  const { count: groups } = stage.surround.groups;
  const { colours } = light;
  const count = places.length / PLACE;
  const out = new Float32Array(colours.length * count);
  const lux = bySender();
  for (let n = 0; n < count; n++) {
    const [x, y, z, nx, ny, nz] = places.subarray(PLACE * n, PLACE * (n + 1)) as unknown as [
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    fromSurround(lux, light, stage, shares, groups * n, x, y, z, nx, ny, nz);
    colours.forEach((colour, c) => (out[colours.length * n + c] = lux[colour]!));
  }
  return out;
};

/** By WebAssembly; null where it cannot run. */
export function fourLands(): Lands | null {
  const kernel = startKernel<Exports>(SURROUND_CODE, SENDERS_AT);
  return kernel && byKernel(kernel);
}

let found: Lands | null = null;

export const surroundLands: Lands = (...asked) => (found ??= fourLands() ?? plainLands)(...asked);
