import { createSocket, type Socket } from 'node:dgram';
import { randomBytes } from 'node:crypto';
import {
  meterAt,
  patchOf,
  readE131,
  SLOTS,
  stateOf,
  universesOf,
  writeE131,
  type Light,
  type Look,
  type MeterReading,
} from '@fulgent/core';
import type { Deviations, DevicesState } from '@fulgent/core/contracts';
import { HttpProblem } from '../problem';
import { asJpeg, type Render } from '../drawing/render';

/**
 * Stand-ins for what stands on a set: network fixtures that listen to ANSI E1.31 on loopback, a tethered camera and a light and colour meter. Camera
 * and meter see the look with deviations planted in it, as a real set has them. Off until somebody turns them on; nothing leaves this machine.
 */

const LOOPBACK = '127.0.0.1';
const ANSWER_MS = 1500;
const NOISE_STOPS = 0.03;
const PICTURE_NOISE = 1.2;

export function standIns(render: Render, preferredPort: number) {
  let socket: Socket | null = null;
  let port: number | null = null;
  let packets = 0;
  let sequence = 0;
  let patched: { readonly lookId: string; readonly look: Look } | null = null;
  const deviations = new Map<string, Deviations>();
  const universes = new Map<number, Uint8Array>();
  const cid = new Uint8Array(randomBytes(16));
  let onPacket: (() => void) | null = null;

  const wantOn = () => {
    if (!socket) throw new HttpProblem(409, 'Stand-in devices are off', 'Turn the stand-in devices on first.');
  };

  const open = (wanted: number): Promise<Socket> =>
    new Promise((resolve, reject) => {
      const made = createSocket('udp4');
      made.once('error', reject);
      made.bind(wanted, LOOPBACK, () => {
        made.removeListener('error', reject);
        made.on('error', () => undefined);
        resolve(made);
      });
    });

  async function turnOn(): Promise<void> {
    if (socket) return;
    // Another program may have the usual port: then any free one does.
    socket = await open(preferredPort).catch(() => open(0));
    port = socket.address().port;
    socket.unref();
    socket.on('message', (bytes) => {
      const packet = readE131(bytes);
      if (!packet) return;
      packets++;
      const slots = new Uint8Array(512);
      slots.set(packet.slots);
      universes.set(packet.universe, slots);
      onPacket?.();
    });
  }

  function turnOff(): void {
    socket?.close();
    socket = null;
    port = null;
    packets = 0;
    universes.clear();
    patched = null;
    deviations.clear();
  }

  function state(): DevicesState {
    return {
      on: socket !== null,
      port,
      packets,
      lookId: patched?.lookId ?? null,
      fixtures: patched
        ? patchOf(patched.look).map((fixture) => {
            const slots = universes.get(fixture.universe);
            return {
              ...fixture,
              state: slots ? stateOf(slots.subarray(fixture.address - 1, fixture.address - 1 + SLOTS)) : null,
            };
          })
        : [],
      deviations: Object.fromEntries(deviations),
    };
  }

  /** Sends a look's dialled values over the network and waits until the fixtures have them. */
  async function send(lookId: string, look: Look): Promise<DevicesState> {
    wantOn();
    patched = { lookId, look };
    const wanted = universesOf(look);
    const sender = createSocket('udp4');
    try {
      const before = packets;
      const arrived = new Promise<void>((resolve, reject) => {
        const timer = setTimeout(
          () =>
            reject(
              new HttpProblem(
                504,
                'No answer',
                'The fixtures did not get the packets. Turn the stand-in devices off and on again.',
              ),
            ),
          ANSWER_MS,
        );
        onPacket = () => {
          if (packets - before < wanted.size) return;
          clearTimeout(timer);
          resolve();
        };
        if (wanted.size === 0) {
          clearTimeout(timer);
          resolve();
        }
      });
      for (const [universe, slots] of wanted) {
        sequence = (sequence + 1) & 255;
        sender.send(writeE131({ cid, sourceName: 'Fulgent', priority: 100, sequence, universe, slots }), port!, LOOPBACK);
      }
      await arrived;
    } finally {
      onPacket = null;
      sender.close();
    }
    return state();
  }

  /** The look as the pretended set has it. */
  function real(lookId: string, look: Look): Look {
    const planted = deviations.get(lookId);
    if (!planted) return look;
    return {
      ...look,
      lights: look.lights.map((light): Light => {
        const off = planted[light.id];
        if (!off) return light;
        return {
          ...light,
          unit: {
            ...light.unit,
            outputStops: Math.min(4, Math.max(-4, light.unit.outputStops + (off.outputStops ?? 0))),
            miredShift: Math.min(200, Math.max(-200, light.unit.miredShift + (off.miredShift ?? 0))),
          },
          leak: light.gels.length ? Math.min(1, light.leak + (off.leak ?? 0)) : light.leak,
        };
      }),
    };
  }

  /** A frame of the pretended set as JPEG with its exposure in EXIF. `aloneId` lights one light only, 'none' none. */
  async function shoot(lookId: string, look: Look, width: number, height: number, aloneId: string | null): Promise<Buffer> {
    wantOn();
    const set = real(lookId, look);
    const dark = aloneId === 'none';
    const shown = dark ? { ...set, lights: set.lights.map((light) => ({ ...light, muted: true })) } : set;
    const rgba = await render({ look: shown, width, height, only: dark ? null : aloneId });
    const noisy = new Uint8ClampedArray(rgba.length);
    for (let i = 0; i < rgba.length; i++)
      noisy[i] = i % 4 === 3 || rgba[i]! >= 255 ? rgba[i]! : rgba[i]! + PICTURE_NOISE * bell();
    return asJpeg(noisy, width, height, look);
  }

  function meter(lookId: string, look: Look, probe: string): MeterReading {
    wantOn();
    const read = meterAt(real(lookId, look), probe);
    const noise = NOISE_STOPS * bell();
    return {
      ...read,
      stopsOverMeter: read.stopsOverMeter + noise,
      aperture: read.aperture === null ? null : read.aperture * 2 ** (noise / 2),
      cctK: read.cctK === null ? null : Math.round(read.cctK * (1 + 0.003 * bell())),
    };
  }

  return {
    turnOn,
    turnOff,
    state,
    send,
    shoot,
    meter,
    plant(lookId: string, next: Deviations): DevicesState {
      wantOn();
      deviations.set(lookId, next);
      return state();
    },
  };
}

/** About normal, mean 0, deviation 1. */
function bell(): number {
  return (Math.random() + Math.random() + Math.random() + Math.random() - 2) * Math.sqrt(3);
}

export type StandIns = ReturnType<typeof standIns>;
