import { ValidationError, type AnyObject, type InferType, type ObjectSchema } from 'yup';
import { invalid } from '../problem';

/** Checks a request body strictly against a schema. @throws HttpProblem 422 with every field that is wrong. */
export function validated<S extends ObjectSchema<AnyObject>>(schema: S, body: unknown): InferType<S> {
  if (body === null || typeof body !== 'object' || Array.isArray(body)) {
    throw invalid([{ field: '', message: 'Send a JSON object with content type application/json.' }]);
  }
  try {
    return schema.validateSync(body, { strict: true, abortEarly: false }) as InferType<S>;
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const inner = error.inner.length ? error.inner : [error];
    throw invalid(inner.map((one) => ({ field: one.path ?? '', message: one.errors[0] ?? one.message })));
  }
}
