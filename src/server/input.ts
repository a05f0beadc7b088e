import Joi from 'joi';
import { type Problem, type Result, fail, failAll } from '@/core/plan/problem';
import { type Day, parseDate } from '@/core/time/day';
import { IN_WORDS } from '@/core/fault-words';

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
 * For a list in which a text stands once, in whatever case: `Joi.array().custom(once('name', 'there are two'))`. The
 * fault lies with the text that comes second. What has no such text is like no other; its own schema refuses it.
 */
export function once(field: string, message: string): Joi.CustomValidator<readonly unknown[]> {
  const textOf = (item: unknown) => {
    const text = (item as Readonly<Record<string, unknown>> | null)?.[field];
    return typeof text === 'string' ? text.trim().toLocaleLowerCase() : null;
  };
  return (items, helpers) => {
    const texts = items.map(textOf);
    const twice = texts.findIndex((text, i) => text !== null && texts.indexOf(text) < i);
    if (twice < 0) return items;
    const state = helpers.state as unknown as {
      path: (string | number)[];
      localize(path: unknown[]): Joi.State;
    };
    return helpers.error('list.twice', { message }, state.localize([...state.path, twice, field]));
  };
}

/** An input of which every fault is told, in characters as JSON; of a longer one only the first is. */
const ALL_TOLD = 300_000;

/**
 * An input as its schema reads it; else the fields that are wrong, each named by its path below `root`. `convert`:
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
  const options = { convert, ...IN_WORDS };
  const { error, value } = schema.validate(input, options);
  if (!error) return { ok: true, value: value as T };
  const isShort = JSON.stringify(input).length <= ALL_TOLD;
  const all = isShort ? schema.validate(input, { ...options, abortEarly: false }).error! : error;
  // Of a field the first fault is told.
  const problems = new Map<string, Problem>();
  for (const { message, path: steps } of all.details) {
    const path = steps.reduce<string>(joined, root);
    if (!problems.has(path)) problems.set(path, { code: 'input', message, path });
  }
  return failAll([...problems.values()])!;
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
