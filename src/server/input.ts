import type Joi from 'joi';
import { type Problem, fail } from '@/core/plan/change';

/**
 * The first field of an input that is wrong, named by its path below `root`; null where all is well. `convert`:
 * spaces around a text are no fault.
 */
export function firstFault(
  schema: Joi.Schema,
  input: unknown,
  root = '',
  convert = false,
): { ok: false; problem: Problem } | null {
  const { error } = schema.validate(input, { convert, errors: { wrap: { label: false } } });
  if (!error) return null;
  const { message, path } = error.details[0];
  const where = path.reduce<string>(
    (way, step) => (typeof step === 'number' ? `${way}[${step}]` : way ? `${way}.${step}` : step),
    root,
  );
  return fail('input', message, where);
}
