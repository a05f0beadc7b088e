import type Joi from 'joi';
import { type Result, fail } from '@/core/plan/change';

/**
 * An input as its schema reads it; else the first field that is wrong, named by its path below `root`. `convert`:
 * spaces around a text are no fault.
 */
export function readInput<T>(
  schema: Joi.Schema<T>,
  input: unknown,
  root = '',
  convert = false,
): Result<{ value: T }> {
  const { error, value } = schema.validate(input, { convert, errors: { wrap: { label: false } } });
  if (!error) return { ok: true, value: value as T };
  const { message, path } = error.details[0];
  const where = path.reduce<string>(
    (way, step) => (typeof step === 'number' ? `${way}[${step}]` : way ? `${way}.${step}` : step),
    root,
  );
  return fail('input', message, where);
}
