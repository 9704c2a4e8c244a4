import { ValidationError } from 'yup';
import { inField, InputError } from '../errors';
import { checkLayout } from '../fixture/layout';
import { checkWheel } from '../fixture/wheel';
import { isRightByParts } from './known-parts';
import { referenceProblems } from './resolve';
import { LOOK_FORMAT, LOOK_VERSION, lookSchema, type Look } from '../document/schema';
import { upgradeLook } from '../document/upgrade';

/** A look file may have this many characters. */
export const LARGEST_LOOK_FILE = 4_000_000;

/** One thing wrong with a document: where, and what to do about it. */
export interface Problem {
  readonly field: string;
  readonly message: string;
}

/** A look that cannot be taken. `problems` lists everything found, at most 50. */
export class LookError extends Error {
  readonly problems: readonly Problem[];

  constructor(problems: readonly Problem[]) {
    super(problems[0]?.message ?? 'This is not a look.');
    this.name = 'LookError';
    this.problems = problems.slice(0, 50);
  }
}

/**
 * Validates a value as a look, in full: shape, ranges, references and imported spectra. Returns it unchanged, or brought to
 * the present version where an earlier one wrote it.
 * `isJson` says that the value holds nothing that JSON does not: then what was read before is not read again.
 * @throws LookError naming every field that is wrong.
 */
export function parseLook(written: unknown, { isJson = false } = {}): Look {
  const value = upgradeLook(written);
  checkEnvelope(value);
  const look = isJson && isRightByParts(value) ? (value as Look) : validated(value);
  const problems: Problem[] = [
    ...geometryProblems(look),
    ...referenceProblems(look).map(({ field, message }) => ({ field, message })),
  ];
  if (problems.length) throw new LookError(problems);
  return look;
}

function validated(value: unknown): Look {
  try {
    return lookSchema.validateSync(value, { strict: true, abortEarly: false });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    throw new LookError(problemsOf(error));
  }
}

/** Reads the text of a look file. @throws LookError as `parseLook`, also for text that is too long or not JSON. */
export function readLookFile(text: string): Look {
  if (text.length > LARGEST_LOOK_FILE) {
    throw new LookError([
      {
        field: '',
        message: `The file is larger than ${LARGEST_LOOK_FILE / 1e6} MB; a look file is far smaller. Is it the right file?`,
      },
    ]);
  }
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    throw new LookError([
      { field: '', message: `The file is not JSON: ${reason}. Choose a look file exported by this application.` },
    ]);
  }
  return parseLook(value, { isJson: true });
}

/** The text of a look file; `readLookFile` gives the same look back. */
export function writeLookFile(look: Look): string {
  return `${JSON.stringify(look, null, 2)}\n`;
}

function checkEnvelope(value: unknown): asserts value is object {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) {
    throw new LookError([{ field: '', message: 'A look must be a JSON object.' }]);
  }
  const { format, version } = value as { format?: unknown; version?: unknown };
  if (format !== LOOK_FORMAT) {
    throw new LookError([{ field: 'format', message: `format must be "${LOOK_FORMAT}": this is not a look file.` }]);
  }
  if (version !== LOOK_VERSION) {
    const remedy = typeof version === 'number' && version > LOOK_VERSION ? ' Update the application, then open it again.' : '';
    throw new LookError([
      {
        field: 'version',
        message: `version is ${versionText(version)}; this application reads up to version ${LOOK_VERSION}.${remedy}`,
      },
    ]);
  }
}

function versionText(version: unknown): string {
  if (version === undefined) return 'missing';
  return typeof version === 'number' || typeof version === 'string' ? String(version).slice(0, 40) : 'not a number';
}

function problemsOf(error: ValidationError): Problem[] {
  const inner = error.inner.length ? error.inner : [error];
  return inner.map((one) => ({ field: one.path ?? '', message: one.errors[0] ?? one.message }));
}

function isBeamTable(anglesDeg: readonly number[], relative: readonly number[]): boolean {
  const rises = anglesDeg.every((angle, i) => i === 0 || angle > anglesDeg[i - 1]!);
  return rises && anglesDeg.length === relative.length && relative.some((value) => value > 0);
}

function geometryProblems(look: Look): Problem[] {
  const problems: Problem[] = [];
  const unique = (list: readonly { id: string }[], field: string) => {
    const seen = new Set<string>();
    list.forEach(({ id }, i) => {
      if (seen.has(id))
        problems.push({ field: `${field}[${i}].id`, message: `The id "${id}" stands twice in ${field}; give each its own.` });
      seen.add(id);
    });
  };
  unique(look.lights, 'lights');
  unique(look.probes, 'probes');
  unique(look.spectra, 'spectra');
  unique(look.whites, 'whites');
  unique(look.boards, 'boards');
  unique(look.ambient.places, 'ambient.places');
  unique(look.ambient.openings, 'ambient.openings');
  if (look.camera.mode === 'cinema' && look.camera.shutterS * look.camera.fps > 1 + 1e-6)
    problems.push({
      field: 'camera.shutterS',
      message: `The shutter is open for more than a whole frame at ${look.camera.fps} frames a second: the angle would be over 360°. Shorten it, or lower the frame rate.`,
    });
  const probes = new Set(look.probes.map(({ id }) => id));
  look.lights.forEach((light, i) => {
    const [ax, ay, az] = light.aim;
    const [px, py, pz] = light.position;
    if (Math.hypot(ax - px, ay - py, az - pz) < 0.01) {
      problems.push({
        field: `lights[${i}].aim`,
        message: `${light.name} aims at its own place; move its aim 1 cm or more away.`,
      });
    }
    if (light.ttl && light.fixture.kind !== 'flash')
      problems.push({ field: `lights[${i}].ttl`, message: `${light.name}: only a flash can be metered by the camera.` });
    if (!probes.has(light.zone)) {
      problems.push({
        field: `lights[${i}].zone`,
        message: `${light.name} works on "${light.zone}", which is not among the probes.`,
      });
    }
    if (light.powerStops < light.fixture.minStops) {
      problems.push({
        field: `lights[${i}].powerStops`,
        message: `${light.name} is set ${-light.powerStops} stops under full, but its lowest power is ${-light.fixture.minStops} under.`,
      });
    }
    problems.push(...dialProblems(light, `lights[${i}].fixture`));
    const { beam } = light.modifier;
    if (beam.kind === 'lens' && beam.fieldDeg <= beam.beamDeg) {
      problems.push({
        field: `lights[${i}].modifier.beam.fieldDeg`,
        message: 'The field angle (10 %) must be wider than the beam angle (50 %).',
      });
    }
    if (beam.kind === 'table' && !isBeamTable(beam.anglesDeg, beam.relative)) {
      problems.push({
        field: `lights[${i}].modifier.beam.anglesDeg`,
        message: 'A beam table needs as many intensities as angles, rising angles, and light on its axis.',
      });
    }
  });
  look.probes.forEach((probe, i) => {
    if (Math.hypot(...probe.normal) < 1e-6)
      problems.push({ field: `probes[${i}].normal`, message: `${probe.name} needs a direction that it faces.` });
  });
  return problems;
}

/** What is wrong with the slots and the hue dial of a light's fixture. */
function dialProblems({ fixture }: Look['lights'][number], field: string): readonly Problem[] {
  try {
    inField(field, () => {
      if (fixture.kind !== 'flash') checkLayout(fixture.layout);
      if (fixture.kind === 'colour') checkWheel(fixture.wheel);
    });
    return [];
  } catch (error) {
    const problems = problemsFrom(error);
    if (!problems) throw error;
    return problems;
  }
}

/** The problems of any error that core throws for bad input; null for errors that are not about input. */
export function problemsFrom(error: unknown): readonly Problem[] | null {
  if (error instanceof LookError) return error.problems;
  if (error instanceof InputError) return [{ field: error.field, message: error.message }];
  return null;
}
