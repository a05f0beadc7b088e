'use client';

import { weekFrom } from '@/core/time/day';
import type { ShiftTemplate } from '@/core/plan/shift-spec';
import { type Pattern, type PatternShift, cycleDay } from '@/core/patterns/pattern';
import { asSentence } from '@/core/sentence';
import { overlapIn, parseShifts } from '@/core/time/parse-shifts';
import { formatTypedSpan } from '@/core/time/parse-time';
import { SHORT_WEEKDAYS } from '@/core/time/format';
import type { RecurringPayload } from '@/server/week/payload';
import { ParsedInput } from '../kit/inputs/parsed-input';
import { newId } from '../commands/new-id';
import { freshForm } from './spec-fields';
import { Table } from '../kit/table';

export function Cycle({
  draft,
  recurring,
  onChange,
}: {
  readonly draft: Pattern;
  readonly recurring: RecurringPayload;
  readonly onChange: (shifts: readonly PatternShift[]) => void;
}) {
  const { weekStart } = recurring.site;
  const order = weekFrom(weekStart);
  return (
    <section className="mt-5">
      <h2 className="font-serif text-lg font-semibold mb-1">The cycle</h2>
      <p className="text-muted mb-2">
        Times as in the plan, or the short name of a template
        {recurring.templates.length > 0
          ? ` (${recurring.templates.map(({ short }) => short).join(', ')})`
          : ''}
        . Empty is a day off.
      </p>
      <Table isFlush className="w-full max-w-[900px] table-fixed">
        <thead>
          <tr>
            <th scope="col" className="w-10">
              Week
            </th>
            {order.map((weekday) => (
              <th key={weekday} scope="col">
                {SHORT_WEEKDAYS[weekday]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {Array.from({ length: draft.weeks }, (_, week) => (
            <tr key={week}>
              <th scope="row" style={{ border: 0 }}>
                {week + 1}
              </th>
              {order.map((_, i) => (
                <td key={i} style={{ padding: '2px 3px', verticalAlign: 'top' }}>
                  <DayInput
                    day={week * 7 + i}
                    draft={draft}
                    recurring={recurring}
                    label={cycleDay(week * 7 + i, weekStart)}
                    onChange={onChange}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
  );
}

/** One day of the cycle, typed like a cell of the plan. */
export function DayInput({
  day,
  draft,
  recurring,
  label,
  onChange,
}: {
  readonly day: number;
  readonly draft: Pattern;
  readonly recurring: RecurringPayload;
  readonly label: string;
  readonly onChange: (shifts: readonly PatternShift[]) => void;
}) {
  const { roles, templates, openHours, site } = recurring;
  const here = draft.shifts.filter((one) => one.day === day);
  const open = openHours?.[(site.weekStart + day) % 7] ?? [];
  return (
    <ParsedInput
      className="w-full"
      label={label}
      value={here}
      format={(shifts) => shifts.map((one) => textOf(one, recurring)).join(', ')}
      parse={(text) => {
        const named = templates.map(({ id, short, form }) => ({ id, short, from: form.from, to: form.to }));
        const read = parseShifts(text, roles, { openHours: open, format: recurring.hourFormat }, named);
        const problem = read.ok ? overlapIn(text, read.value) : read.problem;
        if (problem || !read.ok) return { wrong: asSentence(problem!.message) };
        const next = read.value.map((typed, i): PatternShift => {
          const template = templates.find((one) => one.id === typed.template);
          const role = typed.role ?? template?.form.role ?? here[i]?.role ?? usualRole(draft, recurring);
          const form = template
            ? { ...template.form, template: template.id }
            : here[i]
              ? { ...formOfPart(here[i]), from: typed.from, to: typed.to, template: null }
              : freshForm(typed.from, typed.to, role);
          return { ...form, role, id: here[i]?.id ?? newId(), day };
        });
        return { value: next };
      }}
      onChange={(next) => onChange([...draft.shifts.filter((one) => one.day !== day), ...next])}
    />
  );
}

function formOfPart({ id: _id, day: _day, ...form }: PatternShift) {
  return form;
}

/** The role of times that name none: that of who works them, else of the shifts that are there. */
function usualRole({ members, shifts }: Pattern, { people, roles }: RecurringPayload): string | null {
  const person = people.find(({ id }) => members.some((member) => member.person === id));
  if (person) return person.role;
  return shifts[0]?.role ?? roles[0]?.id ?? null;
}

function textOf(shift: PatternShift, { templates, roles, hourFormat }: RecurringPayload): string {
  const template: ShiftTemplate | undefined = templates.find((one) => one.id === shift.template);
  const same = template && template.form.from === shift.from && template.form.to === shift.to;
  const role = roles.find((one) => one.id === shift.role);
  if (same)
    return template.form.role === shift.role || !role
      ? template.short
      : `${template.short} ${role.name.toLowerCase()}`;
  const span = formatTypedSpan(shift.from, shift.to, hourFormat, null);
  return role ? `${span} ${role.name.toLowerCase()}` : span;
}
