import { formatDate } from '@/core/time/day';
import { formatHours } from '@/core/time/format';
import type { PeopleChoices, PersonRow } from '@/server/people/payload';

/** The roles somebody holds; dashed where one ends, struck through where it has. */
export function Roles({ person, choices }: { readonly person: PersonRow; readonly choices: PeopleChoices }) {
  return (
    <span className="flex gap-1">
      {person.roles.map(({ role, until }) => {
        const known = choices.roles.find((one) => one.id === role);
        if (!known) return null;
        const ended = until !== null && until < choices.today;
        return (
          <span
            key={role}
            data-ink={known.ink}
            title={`${known.name}${until === null ? '' : ` until ${formatDate(until)}`}`}
            className={`font-stretch-[78%] rounded-[3px] border border-[var(--role)] px-1 text-xs leading-[17px] font-semibold text-[var(--role)] ${
              until === null ? 'bg-[var(--tint)]' : 'bg-sheet border-dashed'
            } ${ended ? 'line-through' : ''}`}
          >
            {known.name}
          </span>
        );
      })}
    </span>
  );
}

/** Seven bars, one a weekday: how much of each a person could work. */
export function Available({ minutes }: { readonly minutes: readonly number[] }) {
  const total = minutes.reduce((sum, n) => sum + n, 0);
  const all = total === 7 * 1440;
  return (
    <span className="flex items-end gap-2">
      <span className="flex h-[18px] items-end gap-[2px]" aria-hidden>
        {minutes.map((n, day) => (
          <span key={day} className="bg-fine relative block h-full w-[6px]">
            <span
              className="bg-sea absolute bottom-0 block w-full"
              style={{ height: `${(n / 1440) * 100}%` }}
            />
          </span>
        ))}
      </span>
      <span className="text-sm">{all ? 'any time' : formatHours(total)}</span>
    </span>
  );
}
