import { type Reading, type TextProblem, scanSpan } from './parse-time';
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

/**
 * Reads what is typed into a cell: spans, each followed by a role if wanted, as `9-17`, `9-13 17-22`,
 * `9-17 bar`, or the short name of a template in place of a span. A role named at the end holds for the spans before it that name none. An empty text is no
 * shift. Otherwise answers what is wrong and where.
 */
export function parseShifts(
  text: string,
  roles: readonly RoleNames[],
  openHours: readonly Span[],
  named: readonly NamedSpan[] = [],
): Reading<TypedShift[]> {
  const shifts: (Span & Omit<TypedShift, 'role'> & { role: string | null })[] = [];
  let at = 0;
  for (;;) {
    at += /^[\s,;+]*/.exec(text.slice(at))![0].length;
    if (at >= text.length) break;
    const found = scanSpan(text, at, openHours);
    if (found) {
      if (!found.reading.ok) return found.reading;
      shifts.push({ ...found.reading.value, role: null, template: null });
      at += found.length;
      continue;
    }
    const name = /^\p{L}[\p{L}\d]*/u.exec(text.slice(at))?.[0];
    const template = name && named.find((one) => isSame(one.short, name));
    if (name && template) {
      shifts.push({ from: template.from, to: template.to, role: null, other: null, template: template.id });
      at += name.length;
      continue;
    }
    const word = /^[^\d,;+]+/.exec(text.slice(at))?.[0].trimEnd() ?? text.slice(at, at + 1);
    const place = { from: at, to: at + word.length };
    if (shifts.length === 0)
      return wrong({ message: `"${word}" is no time; type it as 9-17 or 9am-5pm`, at: place });
    const role = findRole(word, roles);
    if (!role.ok) return wrong({ message: role.message, at: place });
    for (const shift of shifts) shift.role ??= role.id;
    at += word.length;
  }
  const sorted = [...shifts].sort((a, b) => a.from - b.from);
  const clash = sorted.findIndex((shift, i) => i > 0 && shift.from < sorted[i - 1].to);
  if (clash > 0) return wrong({ message: 'the parts overlap', at: { from: 0, to: text.trimEnd().length } });
  return { ok: true, value: shifts };
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
