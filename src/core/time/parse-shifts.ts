import { type Reading, type TextProblem, type TimeHabits, sampleSpan, scanSpan } from './parse-time';
import type { Span } from './span';

/** One shift as typed into a cell. `role` null: none was named. */
export interface TypedShift extends Span {
  readonly role: string | null;
  /** The other reading of equal length, where there is one. */
  readonly other: Span | null;
  /** Id of the template whose short name was typed; null: times were. */
  readonly template: string | null;
}

/** A span that is typed by its short name. */
export interface NamedSpan extends Span {
  readonly id: string;
  readonly short: string;
}

/** What a role is called: its id and name, and a mark of two letters where it has one. */
export interface RoleNames {
  readonly id: string;
  readonly name: string;
  readonly mark?: string;
}

/** Between the parts of what is typed. */
const SEPARATORS = /^(?:[\s,;+/&]|(?:and|plus)(?![\p{L}\d]))*/iu;
const NOTHING = /^\s*(?:off|day off|free|[-–—])\s*$/i;
const LETTER = /[\p{L}\d]/u;

type Mutable = { -readonly [Key in keyof TypedShift]: TypedShift[Key] };

/**
 * Reads what is typed into a cell: spans, each with a role behind it if wanted, as `9-17`, `9-13 17-22`,
 * `9-17 bar`, or the short name of a template in place of a span. A role named at the end holds for the spans
 * before it that name none; one that is named first, as in `bar 9-13, floor 14-17`, for those behind it. An empty
 * text and `off` are no shift. Parts may overlap: whether they can be, the cell knows.
 * Otherwise answers what is wrong and where.
 */
export function parseShifts(
  text: string,
  roles: readonly RoleNames[],
  habits: TimeHabits,
  named: readonly NamedSpan[] = [],
): Reading<TypedShift[]> {
  if (NOTHING.test(text)) return { ok: true, value: [] };
  const shifts: Mutable[] = [];
  /** The role that was named before its spans. */
  let leading: { readonly id: string; readonly at: Span; used: boolean } | null = null;
  let at = 0;
  for (;;) {
    at += SEPARATORS.exec(text.slice(at))![0].length;
    if (at >= text.length) break;
    // A role may be called `2nd floor`: names go before times.
    const part = roles.some(({ name }) => /^\d/.test(name) && isNamed(text, at, name))
      ? null
      : (scanSpan(text, at, { ...habits, after: shifts.at(-1)?.from }) ?? scanName(text, at, named));
    if (part) {
      if (!part.reading.ok) return part.reading;
      shifts.push({ role: leading?.id ?? null, template: null, ...part.reading.value });
      if (leading) leading.used = true;
      at += part.length;
      continue;
    }
    const word = scanRole(text, at, roles);
    const place = { from: at, to: at + word.length };
    if (!word.role.ok)
      return wrong({
        message:
          shifts.length === 0 && !leading
            ? `"${word.text}" is no time; type it as ${sampleSpan(habits.format)}`
            : word.role.message,
        at: place,
      });
    if (leading && !leading.used) return wrong(noTimes(text, leading.at));
    if (shifts.length === 0 || leading) leading = { id: word.role.id, at: place, used: false };
    else for (const shift of shifts) shift.role ??= word.role.id;
    at += word.length + (/^\s*:/.exec(text.slice(at + word.length))?.[0].length ?? 0);
  }
  if (leading && !leading.used) return wrong(noTimes(text, leading.at));
  return { ok: true, value: shifts };
}

function noTimes(text: string, at: Span): TextProblem {
  return { message: `"${text.slice(at.from, at.to)}" has no times behind it`, at };
}

/** The place where two parts of what was typed overlap, as one person cannot work them; null: nowhere. */
export function overlapIn(text: string, shifts: readonly Span[]): TextProblem | null {
  const sorted = [...shifts].sort((a, b) => a.from - b.from);
  return sorted.some((shift, i) => i > 0 && shift.from < sorted[i - 1].to)
    ? { message: 'the parts overlap', at: { from: 0, to: text.trimEnd().length } }
    : null;
}

/** The short name of a template at a place of `text`. */
function scanName(text: string, at: number, named: readonly NamedSpan[]) {
  const name = /^\p{L}[\p{L}\d]*/u.exec(text.slice(at))?.[0];
  const template = name && named.find((one) => isSame(one.short, name));
  if (!name || !template) return null;
  const { from, to, id } = template;
  return {
    length: name.length,
    reading: { ok: true as const, value: { from, to, other: null, template: id } },
  };
}

function isNamed(text: string, at: number, word: string): boolean {
  const isThere = word !== '' && isSame(text.slice(at, at + word.length), word);
  return isThere && !LETTER.test(text[at + word.length] ?? '');
}

/** The role that is named at a place of `text`: the longest of their names, else up to the next part. */
function scanRole(text: string, at: number, roles: readonly RoleNames[]) {
  const named = roles
    .flatMap(({ id, name, mark }) =>
      [name, id, mark ?? ''].map((word) => ({ id, length: word.length, word })),
    )
    .filter(({ word }) => isNamed(text, at, word))
    .sort((a, b) => b.length - a.length)[0];
  if (named) {
    const { id, length } = named;
    return { text: text.slice(at, at + length), length, role: { ok: true as const, id } };
  }
  const upToNext = /^[^\d,;+/&:]+?(?=[\d,;+/&:]|\s+(?:and|plus)\s|$)/iu.exec(text.slice(at))?.[0].trimEnd();
  const word = upToNext ? upToNext : text.slice(at, at + 1);
  return { text: word, length: word.length, role: findRole(word, roles) };
}

function isSame(a: string, b: string): boolean {
  return a.toLocaleLowerCase() === b.toLocaleLowerCase();
}

function wrong(problem: TextProblem): { ok: false; problem: TextProblem } {
  return { ok: false, problem };
}

/** The role a word means: its id, mark or name, or the only one whose name begins with it. */
export function findRole(
  word: string,
  roles: readonly RoleNames[],
): { ok: true; id: string } | { ok: false; message: string } {
  const wanted = word.trim().toLocaleLowerCase();
  const same = (text: string | undefined) => text?.toLocaleLowerCase() === wanted;
  const exact = roles.find((role) => same(role.name) || same(role.id) || same(role.mark));
  if (exact) return { ok: true, id: exact.id };
  const near = roles.filter((role) => role.name.toLocaleLowerCase().startsWith(wanted));
  if (near.length === 1) return { ok: true, id: near[0].id };
  const names = (near.length > 1 ? near : roles).map((role) => role.name).join(', ');
  return {
    ok: false,
    message:
      near.length > 1
        ? `"${word.trim()}" could be ${names}`
        : names === ''
          ? `no role "${word.trim()}"; there are no roles yet`
          : `no role "${word.trim()}"; the roles here are ${names}`,
  };
}
