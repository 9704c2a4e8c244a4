/** What runs core/kernels: WebAssembly of browsers and Node, which core's types do not know. */

interface Memory {
  readonly buffer: ArrayBuffer;
  grow(pages: number): number;
}

interface Engine {
  readonly Memory: new (size: { readonly initial: number }) => Memory;
  readonly Module: new (code: Uint8Array) => object;
  readonly Instance: new (module: object, imports: object) => { readonly exports: object };
}

const PAGE = 65_536;

/** A kernel with a memory of its own, and views of that as long as it does not grow. */
export class Kernel<Exports> {
  readonly does: Exports;
  readonly #memory: Memory;
  floats: Float32Array;
  words: Uint32Array;

  constructor({ Memory, Module, Instance }: Engine, base64: string, bytes: number) {
    this.#memory = new Memory({ initial: Math.ceil(bytes / PAGE) });
    const code = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
    this.does = new Instance(new Module(code), { env: { memory: this.#memory } }).exports as Exports;
    this.floats = new Float32Array(this.#memory.buffer);
    this.words = new Uint32Array(this.#memory.buffer);
  }

  /** Copies bytes in. */
  put(bytes: Uint8Array, at: number): void {
    new Uint8Array(this.#memory.buffer).set(bytes, at);
  }

  /** Makes room for so many bytes in all; views that were taken before are void after that. */
  reserve(bytes: number): void {
    const missing = bytes - this.#memory.buffer.byteLength;
    if (missing <= 0) return;
    this.#memory.grow(Math.ceil(missing / PAGE));
    this.floats = new Float32Array(this.#memory.buffer);
    this.words = new Uint32Array(this.#memory.buffer);
  }
}

/** A kernel from its code in base 64, with so much memory; null where there is no WebAssembly, or none with vectors, or the page may not run it. */
export function startKernel<Exports>(base64: string, bytes: number): Kernel<Exports> | null {
  const { WebAssembly: engine } = globalThis as { readonly WebAssembly?: Engine };
  try {
    return engine ? new Kernel<Exports>(engine, base64, bytes) : null;
  } catch {
    return null;
  }
}
