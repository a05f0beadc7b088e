import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import { startOfWeek } from '@/core/time/day';
import { formatDays, formatLongDay } from '@/core/time/format';
import { type Wish, type WishKind, pointsGiven, quarterOf } from '@/core/wishes/wishes';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Segmented } from '../kit/inputs/segmented';
import { useStaff } from './staff-context';

/** How many weeks ahead one may wish. */
const WEEKS = 8;

const KINDS: readonly { readonly value: WishKind | null; readonly name: string }[] = [
  { value: null, name: 'no wish' },
  { value: 'early', name: 'early' },
  { value: 'late', name: 'late' },
  { value: 'free', name: 'free' },
];

/** What one wishes for on days that are not planned yet, at the cost of points. */
export function OwnWishes() {
  const { page } = useStaff();
  const now = startOfWeek(page.today, page.weekStart);
  const weeks = Array.from({ length: WEEKS }, (_, i) => now + 7 + i * 7).filter(
    (week) => !page.wishes.planned.includes(week),
  );
  const [chosen, choose] = useState<number | null>(null);
  const week = chosen !== null && weeks.includes(chosen) ? chosen : weeks[0];
  if (page.wishes.points === 0 || week === undefined) return null;
  return (
    <section aria-labelledby="wishes">
      <h2 id="wishes" className="border-ink border-b pb-1 font-serif text-lg font-semibold">
        Wishes for a coming week
      </h2>
      <PointsLeft week={week} />
      <div className="flex items-center gap-2">
        <span className="mr-auto font-semibold">{formatDays(week, 7)}</span>
        {([-1, 1] as const).map((by) => {
          const to = weeks[weeks.indexOf(week) + by];
          return (
            <Button
              key={by}
              kind="quiet"
              className="size-11 text-xl"
              aria-label={by < 0 ? 'Week before, to wish for' : 'Week after, to wish for'}
              disabled={to === undefined}
              onClick={() => choose(to)}
            >
              {by < 0 ? '‹' : '›'}
            </Button>
          );
        })}
      </div>
      <ul>
        {Array.from({ length: 7 }, (_, i) => (
          <Day key={week + i} date={week + i} />
        ))}
      </ul>
    </section>
  );
}

/** How much may still be given; opened, to what it was given. */
function PointsLeft({ week }: { readonly week: number }) {
  const { page } = useStaff();
  const { points, given } = page.wishes;
  const { first, last } = quarterOf(week);
  const inQuarter = given.filter(({ date }) => date >= first && date <= last);
  const used = inQuarter.reduce((sum, { weight }) => sum + weight, 0);
  return (
    <details>
      <summary className="min-h-11 cursor-pointer py-2.5">
        <span className="font-semibold">{points - used}</span> of {points} points left until{' '}
        {formatDays(last, 1)}
      </summary>
      <ul className="text-muted pb-2">
        {inQuarter.length === 0 && <li>You have not wished for anything in this quarter.</li>}
        {inQuarter.map(({ date, kind, weight }) => (
          <li key={date} className="flex justify-between">
            <span>
              {formatLongDay(date)}, {kind}
            </span>
            {weight}
          </li>
        ))}
      </ul>
    </details>
  );
}

function Day({ date }: { readonly date: number }) {
  const { page, isReadOnly, patch } = useStaff();
  const { run, busy, problem } = useCommand();
  const { points, given } = page.wishes;
  const wish = given.find((one) => one.date === date) ?? null;
  const left = points - pointsGiven(given, date);
  const put = async (kind: WishKind | null, weight: number) => {
    const said: Wish[] = kind === null ? [] : [{ date, kind, weight }];
    if (await run('wish.save', { date, kind, weight }, kind === null ? 'No wish' : 'Wish noted'))
      patch((before) => ({
        ...before,
        wishes: { ...before.wishes, given: [...given.filter((one) => one.date !== date), ...said] },
      }));
  };
  return (
    <li className="border-fine border-b py-2">
      <p className="mb-1 font-semibold">{formatLongDay(date)}</p>
      <Segmented
        label={`Wish for ${formatLongDay(date)}`}
        value={wish?.kind ?? null}
        options={KINDS}
        className="flex w-full [&>*]:min-h-11 [&>*]:flex-1"
        onChange={(kind) => {
          if (!isReadOnly && !busy && (kind === null || left > 0)) void put(kind, wish?.weight ?? 1);
        }}
      />
      {wish && !isReadOnly && (
        <div className="mt-1 flex items-center gap-3">
          <span className="text-muted">It matters</span>
          <Segmented
            label={`How much the wish for ${formatLongDay(date)} matters`}
            value={wish.weight}
            options={[1, 2, 3]
              .filter((weight) => weight <= left)
              .map((weight) => ({ value: weight, name: String(weight) }))}
            className="[&>*]:min-h-11 [&>*]:min-w-11"
            onChange={(weight) => void put(wish.kind, weight)}
          />
        </div>
      )}
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
    </li>
  );
}
