import type { DayPerson, ShownPerson } from './people-of';

/** What is told of a day: somebody has not come, is still in, or takes a long break. */
export type AlertKind = 'missing' | 'still-in' | 'long-break';

/** Something that is told by itself. */
export interface AlertRule {
  readonly id: string;
  readonly kind: AlertKind;
  /** After how many minutes: of the planned start, of the planned end, or of a break. */
  readonly minutes: number;
  /** Of whom; none: of everybody. */
  readonly groups: readonly string[];
  /** Who is told: who schedules the site, who manages the person, the person. */
  readonly tells: readonly ('schedulers' | 'manager' | 'person')[];
  /** Others who are told, by their id. */
  readonly people: readonly string[];
  /** With place-holders `{name}`, `{minutes}`, `{time}`, `{site}`, `{cover}`. */
  readonly text: string;
}

/** What an alert says unless something else is written. */
export const ALERT_TEXTS: Readonly<Record<AlertKind, string>> = {
  missing: '{name} should have begun at {time} at {site} and is not there. Could step in: {cover}.',
  'still-in': '{name} was planned until {time} at {site} and is still clocked in.',
  'long-break': '{name} has been on a break at {site} since {time}.',
};

/** Something to be told, once for a case: the same case has the same key however often it is found. */
export interface AlertCase {
  readonly key: string;
  readonly rule: AlertRule;
  readonly person: string;
  /** The elapsed minute it is about, and how many minutes ago that is. */
  readonly at: number;
  readonly minutes: number;
  /** The shift it is about; null: none. */
  readonly shift: string | null;
}

/**
 * What is to be told of a day at an elapsed minute. Who is missing is told only while the shift lasts, so that nothing is told of what
 * was over when the rule was made.
 */
export function alertCases(
  rules: readonly AlertRule[],
  people: readonly ShownPerson<DayPerson & { readonly groups: readonly string[] }>[],
  now: number,
): AlertCase[] {
  return rules.flatMap((rule) =>
    people
      .filter(({ of }) => rule.groups.length === 0 || rule.groups.some((group) => of.groups.includes(group)))
      .flatMap((person) => {
        const found = caseOf(rule, person, now);
        if (!found) return [];
        const { at, since, shift } = found;
        return [
          {
            ...{ rule, person: person.person, at, minutes: now - at, shift },
            key: JSON.stringify([rule.id, person.person, since]),
          },
        ];
      }),
  );
}

/** What a rule finds of somebody: the minute it is about, and what makes it another case than the next one. */
function caseOf(
  { kind, minutes }: AlertRule,
  { standing, planned, entries }: ShownPerson,
  now: number,
): { readonly at: number; readonly since: number; readonly shift: string | null } | null {
  if (kind === 'missing') {
    if (standing.presence !== 'missing' && standing.presence !== 'late') return null;
    const span = planned.find(({ start }) => start === standing.at);
    if (!span || span.end <= now || now - span.start < minutes) return null;
    return { at: span.start, since: span.start, shift: span.shift };
  }
  if (kind === 'long-break')
    return standing.presence === 'on-break' && now - standing.at >= minutes
      ? { at: standing.at, since: standing.at, shift: null }
      : null;
  const running = entries.flatMap(({ parts }) =>
    parts.filter(({ stints }) => stints.some(({ isRunning }) => isRunning)),
  )[0];
  const end = running?.planned?.end;
  return end !== undefined && now - end >= minutes
    ? { at: end, since: running.planned!.start, shift: running.planned!.shift }
    : null;
}

/** A text with its place-holders filled in; those that nobody knows stay as they were written. */
export function filledText(text: string, values: Readonly<Record<string, string>>): string {
  return text.replace(/\{(\w+)\}/g, (whole, name: string) => values[name] ?? whole);
}
