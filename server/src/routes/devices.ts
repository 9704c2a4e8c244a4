import { Readable } from 'node:stream';
import { LIMITS, type Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import {
  deviationsBody,
  deviationSchema,
  devicesBody,
  meterBody,
  sendBody,
  shootBody,
  type Deviations,
} from '@fulgent/core/contracts';
import { Router } from 'express';
import type { FrameRepository } from '../db/frame-repository';
import type { FrameReadings } from '../frames/readings';
import type { Repository } from '../db/repository';
import type { StandIns } from '../devices/stand-ins';
import { invalid } from '../problem';
import { shown } from './frames';
import type { Ongoing } from './ongoing';
import { validated } from './validated';

const LIVE_PX = 240;

function deviationsOf(value: unknown): Deviations {
  if (value === null || typeof value !== 'object' || Array.isArray(value))
    throw invalid([{ field: 'deviations', message: 'deviations must be an object by light id.' }]);
  const entries = Object.entries(value);
  if (entries.length > LIMITS.lights)
    throw invalid([{ field: 'deviations', message: `deviations must name at most ${LIMITS.lights} lights.` }]);
  return Object.fromEntries(entries.map(([id, off]) => [id.slice(0, 64), validated(deviationSchema, off) as Deviations[string]]));
}

/** A look with one light turned from what its sheet says, as for a bracket. @throws HttpProblem 422 where it cannot go there. */
function turnedBy(look: Look, id: string, stops: number): Look {
  const light = look.lights.find((one) => one.id === id);
  if (!light) throw invalid([{ field: 'light', message: 'light must be the id of one of the look’s lights.' }]);
  const powerStops = light.powerStops + stops;
  if (powerStops > 1e-9 || powerStops < light.fixture.minStops - 1e-9) {
    const [up, down] = [-light.powerStops, light.fixture.minStops - light.powerStops].map((room) => formatStops(room));
    throw invalid([
      { field: 'stops', message: `stops must lie from ${down} to ${up}: ${light.name} has no more range than that.` },
    ]);
  }
  return { ...look, lights: look.lights.map((one) => (one.id === id ? { ...one, powerStops } : one)) };
}

/** The stand-in devices: switched on and off, sent to, read back. */
export function deviceRoutes(
  devices: StandIns,
  repo: Repository,
  frames: FrameRepository,
  readings: FrameReadings,
  ongoing: Ongoing,
): Router {
  const router = Router();

  router.get('/', (_req, res) => {
    res.json(devices.state());
  });

  router.post('/', async (req, res) => {
    const { on } = validated(devicesBody, req.body);
    if (on) await devices.turnOn();
    else devices.turnOff();
    res.json(devices.state());
  });

  router.post('/send', async (req, res) => {
    const { lookId: id } = validated(sendBody, req.body);
    res.json(await devices.send(id, repo.readLook(id).look));
  });

  router.post('/deviations', (req, res) => {
    const { lookId: id, deviations } = validated(deviationsBody, req.body);
    const stored = repo.readLook(id);
    res.json(devices.plant(stored.id, stored.look, deviationsOf(deviations)));
  });

  router.post('/meter', (req, res) => {
    const { lookId: id, probe, light = '', iso, shutterS } = validated(meterBody, req.body);
    const { look } = repo.readLook(id);
    const isSet = iso !== undefined || shutterS !== undefined;
    const { camera } = look;
    // A meter that is set by hand knows of no lens and no filter before it.
    const asked = { ...camera, iso: iso ?? camera.iso, shutterS: shutterS ?? camera.shutterS, ndStops: 0, tStop: null };
    res.json(devices.meter(id, isSet ? { ...look, camera: asked } : look, probe, light));
  });

  // What its camera sees now, as a viewfinder shows it: small, and never kept.
  router.get('/live', async (req, res) => {
    const { lookId: id } = validated(sendBody, { lookId: req.query['lookId'] });
    const { look, revision } = repo.readLook(id);
    const picture = await ongoing.of(res, `live ${revision} ${id}`, () =>
      devices.shoot(id, look, LIVE_PX, Math.round(LIVE_PX * 1.25), null),
    );
    res.type('image/jpeg').send(picture);
  });

  router.post('/shoot', async (req, res) => {
    const { lookId: id, alone = '', light: turned = '', stops = 0, widthPx = 480, name = '' } = validated(shootBody, req.body);
    const { look, revision } = repo.readLook(id);
    if (alone && alone !== 'none' && !look.lights.some((light) => light.id === alone))
      throw invalid([{ field: 'alone', message: 'alone must be the id of one of the look’s lights, "none", or empty.' }]);
    const height = Math.round(widthPx * 1.25);
    const bracketed = turned ? turnedBy(look, turned, stops) : look;
    const original = await ongoing.of(res, `shoot ${revision} ${JSON.stringify(req.body)}`, () =>
      devices.shoot(id, bracketed, widthPx, height, alone || null),
    );
    const kind = turned ? 'bracket' : alone === '' ? 'full' : alone === 'none' ? 'black' : 'alone';
    const stored = await frames.add({
      lookId: id,
      name:
        name ||
        (kind === 'alone'
          ? `${look.lights.find((light) => light.id === alone)!.name} alone`
          : kind === 'black'
            ? 'Black frame'
            : kind === 'bracket'
              ? `${look.lights.find(({ id: one }) => one === turned)!.name} ${formatStops(stops)}`
              : 'Frame'),
      kind,
      lightId: kind === 'alone' ? alone : turned,
      stops: kind === 'bracket' ? stops : 0,
      bytes: Readable.from([original]),
    });
    readings.begin(stored.id);
    res.status(201).location(`/api/frames/${stored.id}`).json(shown(stored));
  });

  return router;
}
