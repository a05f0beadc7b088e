'use client';

import { parseBlock } from '@/core/grid/pasted';
import { useState } from 'react';
import { needsFromSales } from '@/core/needs/required-hours';
import { type Painted, paint } from '@/core/time/paint';
import { parseDecimal } from '@/core/time/parse-hours';
import { type Span, clip } from '@/core/time/span';
import { SHORT_WEEKDAYS, WEEKDAY_NAMES, formatTime } from '@/core/time/format';
import type { SetupPayload } from '@/server/site/payload';
import { Field } from '../kit/inputs/field';
import { AmountInput, CountInput } from '../kit/inputs/parsed-input';
import { Button } from '../kit/button';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { Table } from '../kit/table';

/** Needs as a suggestion: expected sales an hour, divided by what an hour of work should bring. */
export function FromSales({
  setup,
  order,
  rows,
  onSuggest,
}: {
  readonly setup: SetupPayload;
  readonly order: readonly number[];
  readonly rows: readonly string[];
  readonly onSuggest: (row: number, days: Painted<number>[][]) => void;
}) {
  const { site } = setup;
  const hours = openHours(setup);
  const [perHour, setPerHour] = useState<number | null>(site.salesPerHour);
  const [minimum, setMinimum] = useState(site.needsMinimum);
  const [row, setRow] = useState(rows.length - 1);
  const [sales, setSales] = useState<readonly (readonly string[])[]>(() =>
    hours.map(() => order.map(() => '')),
  );
  const unreadable = sales.flat().filter((text) => text.trim() !== '' && parseDecimal(text) === null).length;
  const put = (hour: number, day: number, block: readonly (readonly string[])[]) =>
    setSales((now) => now.map((line, h) => line.map((old, d) => block[h - hour]?.[d - day] ?? old)));
  const suggest = () =>
    onSuggest(
      row,
      order.map((weekday, d) => {
        const open = site.neverClosed ? [{ from: 0, to: 1440 }] : (site.hours.at(-1)?.days[weekday] ?? []);
        // Sales are typed by the hour; a block has its share of them, and asks for the people of its hour.
        const isOpen = (minute: number) => open.some((span) => span.from < minute + 60 && minute < span.to);
        const days = hours.map((minute, h) =>
          isOpen(minute)
            ? needsFromSales([parseDecimal(sales[h][d])], {
                from: minute,
                blockMinutes: 60,
                perLabourHour: perHour!,
                minimum,
              })
            : [],
        );
        return within(
          days.flat().reduce<Painted<number>[]>((spans, span) => paint(spans, span, span.value), []),
          open,
        );
      }),
    );
  return (
    <details className="border-rule mt-5 border-t pt-3">
      <summary className="font-serif text-lg font-semibold cursor-pointer">
        Suggest needs from expected sales
      </summary>
      <p className="text-muted mt-1 mb-2">
        Sales an hour, divided by the sales that an hour of work should bring, rounded up. Cells can be pasted
        from a spreadsheet. The suggestion replaces one row above and can be painted over.
      </p>
      <div className="mb-3 flex flex-wrap items-end gap-4">
        <Field label={`Sales an hour of work should bring, ${site.currency}`}>
          <AmountInput value={perHour} onChange={setPerHour} />
        </Field>
        <Field label="At least, while open">
          <CountInput value={minimum} onChange={setMinimum} most={999} />
        </Field>
        <Field label="For">
          <Select value={row} onChange={setRow} options={rows.map((name, i) => [i, name] as const)} />
        </Field>
        <Button disabled={!perHour || unreadable > 0 || hours.length === 0} onClick={suggest}>
          Suggest
        </Button>
        {unreadable > 0 && (
          <span className="text-gap" role="alert">
            {unreadable} {unreadable === 1 ? 'cell is' : 'cells are'} no amount.
          </span>
        )}
      </div>
      {hours.length === 0 ? (
        <p className="text-muted">Enter the opening hours first.</p>
      ) : (
        <Table isFlush className="max-w-[900px]">
          <thead>
            <tr>
              <th scope="col">Hour from</th>
              {order.map((day) => (
                <th key={day} scope="col">
                  {SHORT_WEEKDAYS[day]}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {hours.map((minute, h) => (
              <tr key={minute}>
                <th scope="row" className="border-b-[var(--fine)]!">
                  {formatTime(minute, site.hourFormat)}
                </th>
                {order.map((day, d) => (
                  <td key={day}>
                    <TextInput
                      className="w-[84px] text-right"
                      inputMode="decimal"
                      label={`Sales from ${formatTime(minute, site.hourFormat)}, ${WEEKDAY_NAMES[day]}`}
                      aria-invalid={
                        (sales[h][d].trim() !== '' && parseDecimal(sales[h][d]) === null) || undefined
                      }
                      value={sales[h][d]}
                      onChange={(text) => put(h, d, [[text]])}
                      onPaste={(event) => {
                        const text = event.clipboardData.getData('text');
                        if (!/[\t\n]/.test(text.trim())) return;
                        event.preventDefault();
                        put(h, d, parseBlock(text.trimEnd()));
                      }}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </details>
  );
}

/** The full hours in which some weekday is open. */
function openHours({ site }: SetupPayload): number[] {
  const spans = site.neverClosed ? [{ from: 0, to: 1440 }] : (site.hours.at(-1)?.days.flat() ?? []);
  const found: number[] = [];
  for (let minute = 0; minute < 2880; minute += 60)
    if (spans.some((span) => span.from < minute + 60 && minute < span.to)) found.push(minute);
  return found;
}

/** The parts of spans inside opening hours: the hour of closing asks for nobody after it. */
function within(spans: readonly Painted<number>[], open: readonly Span[]): Painted<number>[] {
  return spans.flatMap((span) => clip(open, span).map((part) => ({ ...part, value: span.value })));
}
