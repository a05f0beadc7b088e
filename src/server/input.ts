import Joi from 'joi';
import { type Result, fail } from '@/core/plan/change';
import { type Day, parseDate } from '@/core/time/day';

/** An id: letters, figures and signs that can be seen, no space at its ends. */
export const ID = Joi.string()
  .min(1)
  .max(80)
  .pattern(
    /^[^\s\p{C}](?:[^\p{C}\p{Zl}\p{Zp}]*[^\s\p{C}])?$/u,
    'letters, figures and signs that can be seen',
  );

/** An id that a client made for what it asks. */
export const REQUEST_ID = Joi.string()
  .min(1)
  .max(80)
  .pattern(/^[\w.:~-]+$/, 'letters and figures');

/** A date in an address, `YYYY-MM-DD`, read as a day number. */
export const DATE = Joi.string().custom((value: string, helpers): Day | Joi.ErrorReport => {
  const day = parseDate(value);
  return day === null ? helpers.message({ custom: `there is no date "${value}"` }) : day;
});

/**
 * An input as its schema reads it; else the first field that is wrong, named by its path below `root`. `convert`:
 * spaces around a text are no fault. Text that nobody can type (the sign NUL, half a sign) is refused anywhere.
 */
export function parseInput<T>(
  schema: Joi.Schema<T>,
  input: unknown,
  root = '',
  convert = false,
): Result<{ value: T }> {
  // To a schema nothing at all may be as good as something.
  if (input === undefined) return fail('input', 'nothing was sent', root);
  const broken = brokenText(input, root);
  if (broken !== null) return fail('input', 'this holds a sign that is no text', broken);
  const { error, value } = schema.validate(input, { convert, errors: { wrap: { label: false } } });
  if (!error) return { ok: true, value: value as T };
  const { message, path } = error.details[0];
  return fail('input', message, path.reduce<string>(joined, root));
}

function joined(way: string, step: string | number): string {
  return typeof step === 'number' ? `${way}[${step}]` : way ? `${way}.${step}` : step;
}

/** Where in a value there is text with NUL or half of a surrogate pair; null: nowhere. */
export function brokenText(value: unknown, path: string): string | null {
  if (typeof value === 'string') return value.includes('\0') || HALF.test(value) ? path : null;
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, part] of Object.entries(value)) {
    const step = joined(path, Array.isArray(value) ? Number(key) : key);
    if (brokenText(key, path) !== null) return path;
    const broken = brokenText(part, step);
    if (broken !== null) return broken;
  }
  return null;
}

const HALF = /\p{Surrogate}/u;
