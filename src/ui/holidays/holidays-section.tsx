'use client';

import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { PLAIN_HOLIDAY, holidayDates } from '@/core/plan/holiday-rule';
import { type Day, civilOf, dayOf } from '@/core/time/day';
import { type HourFormat, formatLongDay } from '@/core/time/format';
import type { HolidayDraft, HolidayOffer, HolidayPlaceDraft } from '@/server/holidays/payload';
import type { SetupPayload } from '@/server/site/payload';
import { newId } from '../commands/new-id';
import { queryClient } from '../commands/query-client';
import { CommandForm } from '../forms/command-form';
import { useCommandForm } from '../forms/use-command-form';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { Combobox } from '../kit/inputs/combobox';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { HoursInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { RemoveButton } from '../kit/remove-button';
import { ErrorState } from '../kit/states';
import { Table } from '../kit/table';
import { HolidayDetails, detailText } from './holiday-details';

/** A day that is kept, or that could be: `kept` null is a public holiday that the site does not keep. */
interface Line {
  readonly date: Day;
  readonly name: string;
  readonly kept: HolidayDraft | null;
  /** Whether it is a public holiday of the place; others are the site's own. */
  readonly isPublic: boolean;
}

/** The holidays of a site, a year at a time: public ones, chosen one by one, and own ones. */
export function HolidaysSection({ setup }: { readonly setup: SetupPayload }) {
  const { id: site, today } = setup;
  const { place: storedPlace, holidays: stored, shared } = setup.holidays;
  const form = useCommandForm('holidays.save', {
    stored: { site, place: storedPlace, holidays: stored },
    key: `holidays ${site}`,
    clean: (input) => ({ ...input, holidays: input.holidays.filter(({ name }) => name.trim() !== '') }),
  });
  const { place, holidays } = form.values;
  const [year, setYear] = useState(civilOf(today).year);
  const { data: offer, isError, isPlaceholderData, refetch } = useOffer(site, place, year);
  const set = (next: readonly HolidayDraft[]) => form.change({ holidays: next });
  const change = (id: string, part: Partial<HolidayDraft>) =>
    set(holidays.map((one) => (one.id === id ? { ...one, ...part } : one)));
  const isOf = (one: HolidayDraft) => dateIn(one, year) !== null;
  const kept = holidays.filter(isOf);
  const names = new Map(setup.leave.types.map(({ id, name }) => [id, name]));
  // When a year ends the next is to be chosen.
  const { year: thisYear, month } = civilOf(today);
  const hasNext = holidays.some(({ date }) => civilOf(date).year === thisYear + 1);
  // Until it is known what is public in a year, what is kept of it cannot be changed.
  const lines = linesOf(kept, isPlaceholderData || !offer ? kept : offer.holidays, year);
  const keep = ({ date, name }: Line) => set([...holidays, newHoliday(date, name)]);
  // What is over stays as it was counted.
  const free = lines.filter(({ kept, date }) => kept === null && date >= today);
  return (
    <CommandForm form={form}>
      <h2 className="mb-1 font-serif text-lg font-semibold">Holidays of {setup.site.name}</h2>
      <p className="text-muted mb-3 max-w-[760px]">
        On a day that is closed nobody is needed, a shift is a snag, and people are credited a standard day. A
        day that is open as usual is only named, unless more is said of it.
      </p>
      <div className="mb-3 flex flex-wrap items-end gap-x-5 gap-y-2">
        <Field label="Public holidays of">
          <Combobox
            label="Country"
            className="w-[220px]"
            value={place?.country ?? ''}
            placeholder="No country"
            options={[
              { value: '', name: 'No country' },
              ...(offer?.countries ?? []).map(({ code, name }) => ({ value: code, name })),
            ]}
            onChange={(country) => form.change({ place: country ? { country, region: null } : null })}
          />
        </Field>
        {place !== null && (offer?.regions.length ?? 0) > 0 && (
          <Field label="Part of it">
            <Select
              label="Part of the country"
              value={place.region ?? ''}
              options={[['', 'All of it'], ...offer!.regions.map(({ code, name }) => [code, name] as const)]}
              onChange={(region) => form.change({ place: { ...place, region: region || null } })}
            />
          </Field>
        )}
        <Field label="Year">
          <span className="flex items-center gap-1">
            <Button aria-label="The year before" onClick={() => setYear(year - 1)}>
              −
            </Button>
            <span className="min-w-[56px] text-center font-semibold">{year}</span>
            <Button aria-label="The year after" onClick={() => setYear(year + 1)}>
              +
            </Button>
          </span>
        </Field>
        {free.length > 0 && (
          <Button onClick={() => set([...holidays, ...free.map(({ date, name }) => newHoliday(date, name))])}>
            Keep all {free.length} {civilOf(today).year === year ? 'still to come' : `of ${year}`}
          </Button>
        )}
      </div>
      {month >= 11 && place !== null && !hasNext && year === thisYear && (
        <p className="border-brass mb-3 border-l-4 pl-3">
          {thisYear} is nearly over, and no holiday of {thisYear + 1} is kept yet.{' '}
          <Button kind="link" onClick={() => setYear(thisYear + 1)}>
            Choose those of {thisYear + 1}
          </Button>
        </p>
      )}
      {isError && (
        <ErrorState>
          Public holidays cannot be looked up just now.{' '}
          <Button kind="link" onClick={() => void refetch()}>
            Try again
          </Button>
        </ErrorState>
      )}
      {lines.length === 0 ? (
        <p className="mb-2">
          There is none in {year} yet. Choose a country to see its public holidays, or add a day of your own.
        </p>
      ) : (
        <Table isFlush>
          <thead>
            <tr>
              <th scope="col">Kept</th>
              <th scope="col">Date</th>
              <th scope="col">Name</th>
              <th scope="col">On it</th>
              <th aria-label="Remove" />
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <HolidayLine
                key={line.kept?.id ?? `${line.date} ${line.name}`}
                line={line}
                setup={setup}
                names={names}
                at={line.kept ? holidays.indexOf(line.kept) : -1}
                onKeep={() => keep(line)}
                onChange={(part) => change(line.kept!.id, part)}
                onRemove={() => set(holidays.filter(({ id }) => id !== line.kept!.id))}
              />
            ))}
          </tbody>
        </Table>
      )}
      <Button
        className="mt-2"
        onClick={() => set([...holidays, newHoliday(firstFree(year, today), 'Own holiday')])}
      >
        Add a day of your own
      </Button>
      {shared.some(isOf) && (
        <p className="mt-4">
          Kept by every site:{' '}
          {shared
            .filter(isOf)
            .map(({ date, name, closed }) => `${formatLongDay(date)} ${name}${closed ? ', closed' : ''}`)
            .join(' · ')}
        </p>
      )}
      <p className="text-muted mt-4 text-sm">
        Public holidays come from date-holidays, whose data is licensed under CC-BY-3.0. Days that are merely
        observed are not among them.
      </p>
    </CommandForm>
  );
}

function HolidayLine({
  line: { date, name, kept, isPublic },
  setup,
  names,
  at,
  onKeep,
  onChange,
  onRemove,
}: {
  readonly line: Line;
  readonly setup: SetupPayload;
  readonly names: ReadonlyMap<string, string>;
  /** Its place in the form; -1: it is not kept. */
  readonly at: number;
  readonly onKeep: () => void;
  readonly onChange: (part: Partial<HolidayDraft>) => void;
  readonly onRemove: () => void;
}) {
  const [isOpen, open] = useState(false);
  const hourFormat: HourFormat = setup.site.hourFormat;
  const said = kept ? detailText(kept.detail, names) : '';
  return (
    <>
      <tr className={kept ? undefined : 'text-muted'}>
        <td>
          {isPublic && (
            <Checkbox checked={kept !== null} onChange={(on) => (on ? onKeep() : onRemove())}>
              <span className="sr-only">
                {name} on {formatLongDay(date)} is kept
              </span>
            </Checkbox>
          )}
        </td>
        <td className="whitespace-nowrap">
          {kept && !isPublic ? (
            <DateInput
              isNeeded
              name={`holidays.${at}.date`}
              label={`Date of ${name}`}
              value={date}
              onChange={(day) => day !== null && onChange({ date: day })}
            />
          ) : (
            formatLongDay(date)
          )}
        </td>
        <td>
          {kept && !isPublic ? (
            <TextInput
              name={`holidays.${at}.name`}
              label={`Name of the holiday on ${formatLongDay(date)}`}
              className="w-64"
              maxLength={120}
              value={name}
              onChange={(text) => onChange({ name: text })}
            />
          ) : (
            name
          )}
        </td>
        <td>
          {kept && (
            <Select
              label={`On ${name}`}
              value={kept.closed ? 'closed' : kept.detail.hours ? 'shorter' : 'open'}
              options={[
                ['closed', 'closed'],
                ['open', 'open as usual'],
                ['shorter', 'open for these hours'],
              ]}
              onChange={(chosen) =>
                onChange({
                  closed: chosen === 'closed',
                  detail: { ...kept.detail, hours: chosen === 'shorter' ? [{ from: 600, to: 840 }] : null },
                })
              }
            />
          )}
          {kept?.detail.hours && (
            <HoursInput
              name={`holidays.${at}.detail.hours`}
              label={`Hours on ${name}`}
              className="ml-2 w-[120px]"
              hourFormat={hourFormat}
              value={kept.detail.hours}
              onChange={(hours) =>
                onChange({ detail: { ...kept.detail, hours: hours.length > 0 ? hours : null } })
              }
            />
          )}
          {kept && (
            <Button kind="link" className="ml-2" aria-expanded={isOpen} onClick={() => open(!isOpen)}>
              {said || 'More …'}
            </Button>
          )}
        </td>
        <td>{kept && !isPublic && <RemoveButton label={`Remove ${name}`} onClick={onRemove} />}</td>
      </tr>
      {kept && isOpen && (
        <tr>
          <td />
          <td colSpan={4}>
            <HolidayDetails
              name={name}
              at={at}
              isOwn={!isPublic}
              holiday={kept}
              setup={setup}
              onChange={(detail) => onChange({ detail })}
            />
          </td>
        </tr>
      )}
    </>
  );
}

/** What is known of public holidays at a place; the countries alone where none is said. */
function useOffer(site: string, place: HolidayPlaceDraft | null, year: number) {
  const asked = new URLSearchParams({ year: String(year) });
  if (place) asked.set('country', place.country);
  if (place?.region) asked.set('region', place.region);
  return useQuery<HolidayOffer>(
    {
      queryKey: ['holidays', site, asked.toString()],
      staleTime: Infinity,
      // What was there stays while another year comes.
      placeholderData: (before) => before,
      queryFn: async ({ signal }) => {
        const response = await fetch(`/api/setup/${encodeURIComponent(site)}/holidays?${asked}`, { signal });
        if (!response.ok) throw new Error(String(response.status));
        return ((await response.json()) as { offer: HolidayOffer }).offer;
      },
    },
    queryClient(),
  );
}

/** Kept and public holidays of a year, by date; a public one that is kept is one line. */
export function linesOf(
  kept: readonly HolidayDraft[],
  offered: readonly { readonly date: Day; readonly name: string }[],
  year: number,
): Line[] {
  const isSame = (a: { date: Day; name: string }, b: { date: Day; name: string }) =>
    a.date === b.date && a.name === b.name;
  const own = kept.map((one) => ({
    ...{ date: dateIn(one, year) ?? one.date, name: one.name, kept: one },
    isPublic: offered.some((other) => isSame(one, other)),
  }));
  const free = offered
    .filter((one) => !kept.some((other) => isSame(one, other)))
    .map(({ date, name }) => ({ date, name, kept: null, isPublic: true }));
  return [...own, ...free].sort((a, b) => a.date - b.date || a.name.localeCompare(b.name));
}

/** The date of a holiday in a year; null: it does not fall into it. */
function dateIn({ date, detail }: HolidayDraft, year: number): Day | null {
  return (
    holidayDates({ date, isYearly: detail.isYearly }, dayOf(year, 1, 1), dayOf(year + 1, 1, 1))[0] ?? null
  );
}

function newHoliday(date: Day, name: string): HolidayDraft {
  return { id: newId(), date, name, closed: true, detail: PLAIN_HOLIDAY };
}

/** A day of a year to begin with: today, or its first. */
function firstFree(year: number, today: Day): Day {
  return civilOf(today).year === year ? today : dayOf(year, 1, 1);
}
