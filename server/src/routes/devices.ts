import { Readable } from 'node:stream';
import { LIMITS } from '@fulgent/core/document';
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
import { validated } from './validated';

function deviationsOf(value: unknown): Deviations {
  if (value === null || typeof value !== 'object' || Array.isArray(value))
    throw invalid([{ field: 'deviations', message: 'deviations must be an object by light id.' }]);
  const entries = Object.entries(value);
  if (entries.length > LIMITS.lights)
    throw invalid([{ field: 'deviations', message: `deviations must name at most ${LIMITS.lights} lights.` }]);
  return Object.fromEntries(entries.map(([id, off]) => [id.slice(0, 64), validated(deviationSchema, off) as Deviations[string]]));
}

/** The stand-in devices: switched on and off, sent to, read back. */
export function deviceRoutes(devices: StandIns, repo: Repository, frames: FrameRepository, readings: FrameReadings): Router {
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
    res.json(devices.plant(repo.readLook(id).id, deviationsOf(deviations)));
  });

  router.post('/meter', (req, res) => {
    const { lookId: id, probe } = validated(meterBody, req.body);
    res.json(devices.meter(id, repo.readLook(id).look, probe));
  });

  router.post('/shoot', async (req, res) => {
    const { lookId: id, alone = '', widthPx = 480, name = '' } = validated(shootBody, req.body);
    const { look } = repo.readLook(id);
    if (alone && alone !== 'none' && !look.lights.some((light) => light.id === alone))
      throw invalid([{ field: 'alone', message: 'alone must be the id of one of the look’s lights, "none", or empty.' }]);
    const height = Math.round(widthPx * 1.25);
    const original = await devices.shoot(id, look, widthPx, height, alone || null);
    const kind = alone === '' ? 'full' : alone === 'none' ? 'black' : 'alone';
    const stored = await frames.add({
      lookId: id,
      name:
        name ||
        (kind === 'alone'
          ? `${look.lights.find((light) => light.id === alone)!.name} alone`
          : kind === 'black'
            ? 'Black frame'
            : 'Frame'),
      kind,
      lightId: kind === 'alone' ? alone : '',
      stops: 0,
      bytes: Readable.from([original]),
    });
    readings.begin(stored.id);
    res.status(201).location(`/api/frames/${stored.id}`).json(stored);
  });

  return router;
}
