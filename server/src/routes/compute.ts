import { createHash } from 'node:crypto';
import { makeCamera, sampledSensor, standInSensor, type CameraOptions } from '@fulgent/core/camera';
import type { KitEntry } from '@fulgent/core/catalogue';
import {
  balanceBody,
  exposureBody,
  lightBody,
  remediesBody,
  windowBody,
  type CameraBody,
  type GelBody,
  type SourceBody,
  type SurfaceBody,
} from '@fulgent/core/contracts';
import { cctDuv, spectrumToXy } from '@fulgent/core/colour';
import { inField, InputError } from '@fulgent/core/errors';
import {
  continuousLux,
  continuousLuxSeconds,
  checkExposureSettings,
  flashLuxSeconds,
  stopsOverMeter,
} from '@fulgent/core/exposure';
import { channelStopsLost, gelAtStrength, gelStack, luminousTransmittance, stopsLost, withLeak } from '@fulgent/core/gel';
import type { BalanceOptions } from '@fulgent/core/planning';
import { resolveGel } from '@fulgent/core/scene';
import { balanceWords, limitWords, proposalWords } from '@fulgent/words';
import { daylightSource, planckSource, sampledSource } from '@fulgent/core/source';
import { flat, product, resample, type Spectrum } from '@fulgent/core/spectrum';
import { windowAlone } from '@fulgent/core/vivid';
import { Router } from 'express';
import type { Work } from '../work/pool';
import { spoken } from '../work/spoken';
import { validated } from './validated';
import type { Ongoing } from './ongoing';
import { whileWanted } from './while-wanted';

/** A number that this kind of input needs. */
function needed(field: string, value: number | undefined | null): number {
  if (value === undefined || value === null) throw new InputError(field, `${field} is missing; give a number.`);
  return value;
}

function sourceOf(source: SourceBody): Spectrum {
  switch (source.kind) {
    case 'planck':
      return planckSource(needed('cct', source.cct));
    case 'daylight':
      return daylightSource(needed('cct', source.cct));
    case 'samples':
      return sampledSource({ wavelengthsNm: source.wavelengthsNm ?? [], values: source.values ?? [] });
  }
}

function gelOf(gel: GelBody): Spectrum {
  if ((gel.id === undefined) === (gel.transmittance === undefined)) {
    throw new InputError('id', 'Give each gel either an id of the stand-in kit, or wavelengthsNm with transmittance.');
  }
  const transmittance =
    gel.id === undefined
      ? resample({ wavelengthsNm: gel.wavelengthsNm ?? [], values: gel.transmittance ?? [], unit: gel.unit }, 'transmittance')
      : resolveGel(gel.id);
  return gelAtStrength(transmittance, gel.strength ?? 1);
}

function filterOf(gels: readonly GelBody[] | undefined, leak: number | undefined): Spectrum {
  const stack = gelStack((gels ?? []).map((gel, i) => inField(`gels[${i}]`, () => gelOf(gel))));
  return withLeak(stack, leak ?? 0);
}

/** The camera that a script asks for; where it gives no sensor, the base one. */
function cameraOf(camera: CameraBody): CameraOptions {
  const { sensor, ...rest } = camera ?? {};
  return { ...rest, sensor: sensor ? inField('camera.sensor', () => sampledSensor(sensor)) : standInSensor() };
}

function surfaceOf({ wavelengthsNm, reflectance, unit: given }: SurfaceBody): Spectrum {
  if (typeof reflectance === 'number') {
    if (!(reflectance > 0 && reflectance <= 1)) throw new InputError('reflectance', 'reflectance must be over 0 and at most 1.');
    return flat(reflectance);
  }
  return resample({ wavelengthsNm: wavelengthsNm ?? [], values: reflectance, unit: given }, 'reflectance');
}

/** Numbers by id, as in `aims`: plain object, each value in range. */
function checkNumbersById(field: string, value: unknown, high: number): void {
  if (value === undefined) return;
  if (value === null || typeof value !== 'object' || Array.isArray(value))
    throw new InputError(field, `${field} must be an object of numbers by id.`);
  for (const [key, number] of Object.entries(value)) {
    if (typeof number !== 'number' || !(number >= 0 && number <= high))
      throw new InputError(`${field}.${key.slice(0, 64)}`, `${field} must hold numbers from 0 to ${high}.`);
  }
}

/** What takes longer than a request may hold up the others. */
export type Computes = Pick<Work, 'evaluate' | 'balance' | 'remedies'>;

/** The pure computations, for scripts. Nothing is stored. */
export function computeRoutes(
  { evaluate, balance, remedies }: Computes,
  kit: () => readonly KitEntry[],
  ongoing: Ongoing,
): Router {
  const router = Router();

  router.post('/light', (req, res) => {
    const body = validated(lightBody, req.body);
    const source = inField('source', () => sourceOf(body.source));
    const filter = filterOf(body.gels, body.leak);
    const { sensor } = cameraOf(body.camera);
    const xy = spectrumToXy(product(source, filter));
    const { cctK, duv } = cctDuv(xy);
    const transmittance = luminousTransmittance(source, filter);
    res.json({
      xy,
      cct: cctK,
      duv,
      luminousTransmittance: transmittance,
      stopsLost: stopsLost(transmittance),
      channelStopsLost: channelStopsLost(source, filter, sensor),
    });
  });

  router.post('/exposure', (req, res) => {
    const { light, camera } = validated(exposureBody, req.body);
    inField('camera', () => checkExposureSettings(camera));
    const luxSeconds = inField('light', () =>
      light.kind === 'flash'
        ? flashLuxSeconds(
            needed('guideNumberM', light.guideNumberM),
            needed('power', light.power),
            light.distanceM,
            light.sourceRadiusM ?? 0,
          )
        : continuousLuxSeconds(
            continuousLux(
              needed('luxAt1m', light.luxAt1m),
              needed('level', light.level),
              light.distanceM,
              light.sourceRadiusM ?? 0,
            ),
            camera,
          ),
    );
    res.json({ luxSeconds, stopsOverMeter: stopsOverMeter(luxSeconds, camera) });
  });

  router.post('/window', (req, res) => {
    const body = validated(windowBody, req.body);
    const filtered = product(
      inField('source', () => sourceOf(body.source)),
      filterOf(body.gels, body.leak),
    );
    const surface = inField('surface', () => surfaceOf(body.surface));
    res.json(inFieldOf('camera', CAMERA_FIELDS, () => windowAlone(filtered, surface, makeCamera(cameraOf(body.camera)))));
  });

  router.post('/evaluate', async (req, res) => {
    res.type('application/json').send(Buffer.from(await evaluate(req.body, whileWanted(res))));
  });

  router.post('/balance', async (req, res) => {
    const { look, options } = validated(balanceBody, req.body);
    checkNumbersById('options.aims', options?.aims, 1);
    checkNumbersById('options.zoneWeights', options?.zoneWeights, 1000);
    const result = await balance({ look, options: (options ?? {}) as BalanceOptions }, whileWanted(res));
    res.json({
      ...result,
      readings: spoken(result.readings),
      limits: result.limits.map((limit) => ({ ...limit, text: limitWords(limit, result.look) })),
      summary: balanceWords(result).filter(Boolean).join(' '),
    });
  });

  // Many balances are tried for it: it is found beside the server's own thread.
  router.post('/remedies', async (req, res) => {
    const { look } = validated(remediesBody, req.body);
    const key = createHash('sha256').update(JSON.stringify(look)).digest('base64');
    const found = await ongoing.of(res, `remedies ${key}`, (signal) => remedies({ look, kit: kit() }, signal));
    res.json(found.map((remedy) => ({ ...remedy, ...proposalWords(remedy.change) })));
  });

  return router;
}

const CAMERA_FIELDS = new Set(['headroomStops', 'curve', 'whiteK', 'tintDuv', 'sensor']);

/** Prefixes the field of an InputError only if it is one of `fields`. */
function inFieldOf<T>(prefix: string, fields: ReadonlySet<string>, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof InputError && fields.has(error.field)) throw new InputError(`${prefix}.${error.field}`, error.message);
    throw error;
  }
}
