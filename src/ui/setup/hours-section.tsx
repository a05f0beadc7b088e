'use client';

import { sampleHours } from '@/core/time/parse-hours';
import { weekFrom } from '@/core/time/day';
import { useState } from 'react';
import type { Span } from '@/core/time/span';
import { WEEKDAY_NAMES, formatHours, formatLongDay } from '@/core/time/format';
import type { SetupPayload } from '@/server/site/payload';
import { Checkbox } from '../kit/inputs/checkbox';
import { DateInput } from '../kit/inputs/date-input';
import { HoursInput } from '../kit/inputs/parsed-input';
import { SiteForm, type SitePart } from './site-form';
import { RemoveButton } from '../kit/remove-button';
import { nextWeek } from './site-section';
import { Button } from '../kit/button';
import { Kbd } from '../kit/kbd';
import { Table } from '../kit/table';

const NONE: readonly (readonly Span[])[] = Array.from({ length: 7 }, () => []);

/** When the place is open: by weekday, from dates on, and on single dates. */
export function HoursSection({ setup }: { readonly setup: SetupPayload }) {
  return (
    <SiteForm setup={setup} className="grid-cols-[minmax(0,1fr)_360px] gap-12">
      {(part) => (
        <>
          <section>
            <h2 className="font-serif text-lg font-semibold">By weekday</h2>
            <p className="text-muted mb-2">
              Type <Kbd>{sampleHours(part.draft.hourFormat)[0]}</Kbd>, several parts as{' '}
              <Kbd>{sampleHours(part.draft.hourFormat)[1]}</Kbd>, or <Kbd>closed</Kbd>. An end after midnight
              belongs to the day it begins on.
            </p>
            <WeekHours {...part} />
            <div className="mt-3">
              <Checkbox
                checked={part.draft.neverClosed}
                onChange={(neverClosed) => part.change({ neverClosed })}
              >
                Never closed: nothing is outside opening hours, and only needs ask for people
              </Checkbox>
            </div>
          </section>
          <Dates {...part} />
        </>
      )}
    </SiteForm>
  );
}

/** Opening hours of the week, with the dates from which they hold. */
export function WeekHours({ draft, change }: SitePart) {
  const versions = draft.hours.length > 0 ? draft.hours : [{ since: null, days: NONE }];
  const [chosen, choose] = useState(versions.length - 1);
  const at = Math.min(chosen, versions.length - 1);
  const version = versions[at];
  const set = (days: readonly (readonly Span[])[]) =>
    change({ hours: versions.map((one, i) => (i === at ? { ...one, days } : one)) });
  const order = weekFrom(draft.weekStart);
  const total = version.days.flat().reduce((sum, span) => sum + span.to - span.from, 0);
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-1.5">
        {versions.length > 1 &&
          versions.map((one, i) => (
            <Button
              key={one.since ?? 'first'}
              kind={i === at ? 'chosen' : 'plain'}
              aria-pressed={i === at}
              onClick={() => choose(i)}
            >
              {one.since === null ? 'From the beginning' : `From ${formatLongDay(one.since)}`}
            </Button>
          ))}
        {version.since !== null && (
          <>
            <DateInput
              name={`site.hours.${at}.since`}
              label="These hours hold from"
              value={version.since}
              onChange={(since) =>
                since !== null &&
                change({ hours: versions.map((one, i) => (i === at ? { ...one, since } : one)) })
              }
            />
            <RemoveButton
              label="Remove these hours"
              onClick={() => {
                change({ hours: versions.filter((_, i) => i !== at) });
                choose(Math.max(0, at - 1));
              }}
            />
          </>
        )}
      </div>
      <Table isFlush className="max-w-[620px]">
        <tbody>
          {order.map((day) => (
            <tr key={day}>
              <th scope="row" className="w-[100px] border-b-[var(--fine)]!">
                <span className="text-ink text-base font-semibold">{WEEKDAY_NAMES[day]}</span>
              </th>
              <td className="w-[190px]">
                <HoursInput
                  name={`site.hours.${at}.days.${day}`}
                  label={`Opening hours on ${WEEKDAY_NAMES[day]}`}
                  hourFormat={draft.hourFormat}
                  value={version.days[day]}
                  onChange={(spans) => set(version.days.map((old, i) => (i === day ? spans : old)))}
                />
              </td>
              <td>
                <HoursLine spans={version.days[day]} />
              </td>
              <td className="w-[190px] text-right whitespace-nowrap">
                <Button kind="link" onClick={() => set(version.days.map(() => version.days[day]))}>
                  Every day as {WEEKDAY_NAMES[day]}
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="mt-2">
        <span className="font-semibold">{formatHours(total)}</span> open a week.{' '}
        <Button
          kind="link"
          onClick={() => {
            change({ hours: [...versions, { since: nextWeek(draft.weekStart), days: version.days }] });
            choose(versions.length);
          }}
        >
          Change them from a date on
        </Button>
      </p>
    </>
  );
}

/** Opening hours as a bar over a day from 0 to 24, for the eye. */
function HoursLine({ spans }: { readonly spans: readonly Span[] }) {
  return (
    <span className="relative block h-[10px] min-w-[120px] bg-[var(--closed)]" aria-hidden>
      {spans.map(({ from, to }) => (
        <span
          key={from}
          className="bg-sea absolute inset-y-0"
          style={{ left: `${(from / 1440) * 100}%`, width: `${((Math.min(to, 1440) - from) / 1440) * 100}%` }}
        />
      ))}
    </span>
  );
}

function Dates({ draft, change }: SitePart) {
  const [fresh, setFresh] = useState<number | null>(null);
  const add = () => {
    if (fresh === null) return;
    if (!draft.dates.some((one) => one.date === fresh))
      change({ dates: [...draft.dates, { date: fresh, spans: [] }].sort((a, b) => a.date - b.date) });
    setFresh(null);
  };
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">Single dates</h2>
      <p className="text-muted mb-2">Their own hours, or closed: these replace those of the weekday.</p>
      {draft.dates.length > 0 && (
        <Table isFlush className="mb-2">
          <tbody>
            {draft.dates.map((one, i) => (
              <tr key={one.date}>
                <td className="whitespace-nowrap">{formatLongDay(one.date)}</td>
                <td>
                  <HoursInput
                    name={`site.dates.${i}.spans`}
                    label={`Opening hours on ${formatLongDay(one.date)}`}
                    hourFormat={draft.hourFormat}
                    className="w-[120px]"
                    value={one.spans}
                    onChange={(spans) =>
                      change({ dates: draft.dates.map((old, at) => (at === i ? { ...old, spans } : old)) })
                    }
                  />
                </td>
                <td>
                  <RemoveButton
                    label={`Remove ${formatLongDay(one.date)}`}
                    onClick={() => change({ dates: draft.dates.filter((_, at) => at !== i) })}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <div className="flex items-center gap-2">
        <DateInput label="Date with hours of its own" value={fresh} onChange={setFresh} />
        <Button disabled={fresh === null} onClick={add}>
          Add the date
        </Button>
      </div>
    </section>
  );
}
