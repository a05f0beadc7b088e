'use client';

import { DayPicker } from 'react-day-picker';
import { type Day, formatDate, parseDate } from '@/core/time/day';

interface Props {
  readonly value: Day | null;
  readonly onPick: (day: Day) => void;
  /** 0 Monday to 6 Sunday. */
  readonly weekStart: number;
}

/** A month to pick a date from. Loaded when it is opened. */
export default function Calendar({ value, onPick, weekStart }: Props) {
  const chosen = value === null ? undefined : dateOf(value);
  return (
    <DayPicker
      mode="single"
      autoFocus
      selected={chosen}
      defaultMonth={chosen}
      weekStartsOn={((weekStart + 1) % 7) as 0 | 1 | 2 | 3 | 4 | 5 | 6}
      onSelect={(date) => date && onPick(dayOfDate(date))}
      classNames={{
        root: 'p-2',
        months: 'relative',
        month_caption: 'flex h-7 items-center pl-1.5 font-serif text-lg font-semibold',
        nav: 'absolute top-0 right-0 flex gap-1',
        button_previous: 'btn btn-ghost btn-square',
        button_next: 'btn btn-ghost btn-square',
        chevron: 'size-3.5 fill-current',
        month_grid: 'mt-1 border-collapse',
        weekday: 'text-muted h-6 w-8 text-xs font-normal',
        day: 'p-0 text-center',
        day_button: 'btn btn-ghost btn-square mx-auto font-normal',
        selected: '[&>button]:bg-sea [&>button]:text-sheet',
        today: '[&>button]:border-ink',
        outside: 'text-muted',
      }}
    />
  );
}

function dateOf(day: Day): Date {
  const [year, month, date] = formatDate(day).split('-').map(Number);
  return new Date(year, month - 1, date);
}

function dayOfDate(date: Date): Day {
  const two = (n: number) => String(n).padStart(2, '0');
  return parseDate(`${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`)!;
}
