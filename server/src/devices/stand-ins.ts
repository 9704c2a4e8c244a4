import { createSocket, type Socket } from 'node:dgram';
import { randomBytes } from 'node:crypto';
import {
  meterAt,
  patchOf,
  readE131,
  stateOf,
  universesOf,
  writeE131,
  type FixturePatch,
  type MeterReading,
} from '@fulgent/core/control';
import type { Light, Look } from '@fulgent/core/document';
import type { Deviations, DevicesState } from '@fulgent/core/contracts';
import { withOnly } from '@fulgent/core/planning';
import { HttpProblem } from '../problem';
import { asJpeg } from '../work/jpeg';
import type { Render } from '../work/pool';

/**
 * Stand-ins for what stands on a set: network fixtures that listen to ANSI E1.31 on loopback, a tethered camera and a light and colour meter. Camera
 * and meter see the look with deviations planted in it, as a real set has them. Off until somebody turns them on; nothing leaves this machine.
 */

const LOOPBACK = '127.0.0.1';
const ANSWER_MS = 1500;
const NOISE_STOPS = 0.03;
const PICTURE_NOISE = 1.2;

/** Network fixtures that listen on loopback, and keep what they were sent. */
class StandInFixtures {
  #socket: Socket | null = null;
  #onPacket: (() => void) | null = null;
  #sequence = 0;
  readonly #cid = new Uint8Array(randomBytes(16));
  readonly #universes = new Map<number, Uint8Array>();
  port: number | null = null;
  packets = 0;

  get isOn(): boolean {
    return this.#socket !== null;
  }

  async turnOn(preferredPort: number): Promise<void> {
    if (this.#socket) return;
    // Another program may have the usual port: then any free one does.
    this.#socket = await listenOn(preferredPort).catch(() => listenOn(0));
    this.port = this.#socket.address().port;
    this.#socket.unref();
    this.#socket.on('message', (bytes) => this.#take(bytes));
  }

  turnOff(): void {
    this.#socket?.close();
    this.#socket = null;
    this.port = null;
    this.packets = 0;
    this.#universes.clear();
  }

  #take(bytes: Buffer): void {
    const packet = readE131(bytes);
    if (!packet) return;
    this.packets++;
    const slots = new Uint8Array(512);
    slots.set(packet.slots);
    this.#universes.set(packet.universe, slots);
    this.#onPacket?.();
  }

  /** What a fixture of a look was sent; null before. */
  stateAt({ universe, address, slots: count, layout }: Pick<FixturePatch, 'universe' | 'address' | 'slots' | 'layout'>) {
    const slots = this.#universes.get(universe);
    return slots ? stateOf(slots.subarray(address - 1, address - 1 + count), layout) : null;
  }

  /** Sends universes over the network and waits until the fixtures have them. @throws HttpProblem 504 where they do not answer. */
  async send(wanted: ReadonlyMap<number, Uint8Array>): Promise<void> {
    if (wanted.size === 0) return;
    const sender = createSocket('udp4');
    try {
      const arrived = this.#arrival(wanted.size);
      for (const [universe, slots] of wanted) {
        this.#sequence = (this.#sequence + 1) & 255;
        const packet = { cid: this.#cid, sourceName: 'Fulgent', priority: 100, sequence: this.#sequence, universe, slots };
        sender.send(writeE131(packet), this.port!, LOOPBACK);
      }
      await arrived;
    } finally {
      this.#onPacket = null;
      sender.close();
    }
  }

  #arrival(count: number): Promise<void> {
    const before = this.packets;
    return new Promise((resolve, reject) => {
      const noAnswer = new HttpProblem(
        504,
        'No answer',
        'The fixtures did not get the packets. Turn the stand-in devices off and on again.',
      );
      const timer = setTimeout(() => reject(noAnswer), ANSWER_MS);
      this.#onPacket = () => {
        if (this.packets - before < count) return;
        clearTimeout(timer);
        resolve();
      };
    });
  }
}

function listenOn(wanted: number): Promise<Socket> {
  return new Promise((resolve, reject) => {
    const made = createSocket('udp4');
    made.once('error', reject);
    made.bind(wanted, LOOPBACK, () => {
      made.removeListener('error', reject);
      made.on('error', () => undefined);
      resolve(made);
    });
  });
}

/** How a unit was when it was planted: what is learned of it later is said of the same unit, and changes nothing in it. */
type Base = Readonly<Record<string, { readonly unit: Light['unit']; readonly leak: number }>>;

/** A look as a pretended set has it: what the sheet says now, from every unit as it was planted. */
function asPlanted(look: Look, planted: Deviations, base: Base): Look {
  const within = (value: number, most: number) => Math.min(most, Math.max(-most, value));
  return {
    ...look,
    lights: look.lights.map((light): Light => {
      const off = planted[light.id];
      if (!off) return light;
      const was = base[light.id] ?? light;
      const unit = {
        ...was.unit,
        outputStops: within(was.unit.outputStops + (off.outputStops ?? 0), 4),
        miredShift: within(was.unit.miredShift + (off.miredShift ?? 0), 200),
      };
      return { ...light, unit, leak: light.gels.length ? Math.min(1, was.leak + (off.leak ?? 0)) : light.leak };
    }),
  };
}

/** The devices of one server, and what was planted in the set that they see. */
export class StandIns {
  readonly #render: Render;
  readonly #preferredPort: number;
  readonly #fixtures = new StandInFixtures();
  readonly #deviations = new Map<string, Deviations>();
  readonly #bases = new Map<string, Base>();
  #patched: { readonly lookId: string; readonly look: Look } | null = null;

  constructor(render: Render, preferredPort: number) {
    this.#render = render;
    this.#preferredPort = preferredPort;
  }

  #wantOn(): void {
    if (!this.#fixtures.isOn) throw new HttpProblem(409, 'Stand-in devices are off', 'Turn the stand-in devices on first.');
  }

  turnOn(): Promise<void> {
    return this.#fixtures.turnOn(this.#preferredPort);
  }

  turnOff(): void {
    this.#fixtures.turnOff();
    this.#patched = null;
    this.#deviations.clear();
    this.#bases.clear();
  }

  state(): DevicesState {
    const { isOn, port, packets } = this.#fixtures;
    const patch = this.#patched ? patchOf(this.#patched.look) : [];
    return {
      on: isOn,
      port,
      packets,
      lookId: this.#patched?.lookId ?? null,
      fixtures: patch.map((fixture) => ({ ...fixture, state: this.#fixtures.stateAt(fixture) })),
      deviations: Object.fromEntries(this.#deviations),
    };
  }

  /** Sends a look's dialled values to the fixtures. */
  async send(lookId: string, look: Look): Promise<DevicesState> {
    this.#wantOn();
    this.#patched = { lookId, look };
    await this.#fixtures.send(universesOf(look));
    return this.state();
  }

  #real(lookId: string, look: Look): Look {
    const planted = this.#deviations.get(lookId);
    return planted ? asPlanted(look, planted, this.#bases.get(lookId) ?? {}) : look;
  }

  /** A frame of the pretended set as JPEG with its exposure in EXIF. `aloneId` lights one light only, 'none' none. */
  async shoot(lookId: string, look: Look, width: number, height: number, aloneId: string | null): Promise<Buffer> {
    this.#wantOn();
    const set = this.#real(lookId, look);
    const dark = aloneId === 'none';
    const shown = dark ? { ...set, lights: set.lights.map((light) => ({ ...light, muted: true })) } : set;
    const rgba = await this.#render({ look: shown, width, height, only: dark ? null : aloneId });
    const noisy = new Uint8ClampedArray(rgba.length);
    for (let i = 0; i < rgba.length; i++)
      noisy[i] = i % 4 === 3 || rgba[i]! >= 255 ? rgba[i]! : rgba[i]! + PICTURE_NOISE * bell();
    return asJpeg(noisy, width, height, look);
  }

  /** What the pretended meter reads at a place, of all lights or of one alone. */
  meter(lookId: string, look: Look, probe: string, aloneId = ''): MeterReading {
    this.#wantOn();
    const set = this.#real(lookId, look);
    const read = meterAt(aloneId ? withOnly(set, [aloneId], true) : set, probe);
    const noise = NOISE_STOPS * bell();
    return {
      ...read,
      stopsOverMeter: read.stopsOverMeter + noise,
      aperture: read.aperture === null ? null : read.aperture * 2 ** (noise / 2),
      cctK: read.cctK === null ? null : Math.round(read.cctK * (1 + 0.003 * bell())),
    };
  }

  plant(lookId: string, look: Look, next: Deviations): DevicesState {
    this.#wantOn();
    const [before, known] = [this.#deviations.get(lookId) ?? {}, this.#bases.get(lookId) ?? {}];
    const same = (id: string) => JSON.stringify(before[id]) === JSON.stringify(next[id]);
    this.#bases.set(
      lookId,
      Object.fromEntries(look.lights.map(({ id, unit, leak }) => [id, (same(id) ? known[id] : undefined) ?? { unit, leak }])),
    );
    this.#deviations.set(lookId, next);
    return this.state();
  }
}

/** About normal, mean 0, deviation 1. */
function bell(): number {
  return (Math.random() + Math.random() + Math.random() + Math.random() - 2) * Math.sqrt(3);
}
