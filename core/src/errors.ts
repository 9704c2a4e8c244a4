/**
 * Input that core cannot accept. `field` names what was wrong as a path into the input (`gels[1].strength`), and the
 * message says what is wrong and what would be right, in words for the person who supplied it.
 */
export class InputError extends Error {
  readonly field: string;

  constructor(field: string, message: string) {
    super(message);
    this.name = 'InputError';
    this.field = field;
  }
}

/** Prefixes the field of an `InputError` thrown inside `work`; other errors pass unchanged. */
export function inField<T>(field: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof InputError) throw new InputError(error.field ? `${field}.${error.field}` : field, error.message);
    throw error;
  }
}

/** Throws an `InputError` unless `value` is a finite number in [low, high]. Returns the value. */
export function requireNumber(field: string, value: number, low: number, high: number, unit = ''): number {
  if (!Number.isFinite(value) || value < low || value > high) {
    const range = high === Infinity ? `${low}${unit} or more` : `from ${low} to ${high}${unit}`;
    throw new InputError(field, `${field} must be a number ${range}; it is ${String(value)}.`);
  }
  return value;
}
