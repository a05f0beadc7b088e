'use client';

import { asSentence } from '@/core/sentence';
import Link from 'next/link';
import { formatMoney } from '@/core/checks/shared/messages';
import { formatHoursOfDay } from '@/core/time/parse-hours';
import { SHORT_WEEKDAYS, WEEKDAY_NAMES, counted, formatHours } from '@/core/time/format';
import type { SetupPayload } from '@/server/site/payload';
import { ParsedInput } from '../kit/inputs/parsed-input';
import { sentence } from '../commands/sentence';
import { useCommand } from '../commands/use-command';
import { sectionAddress } from './sections';
import { Table } from '../kit/table';
import { buttonClass } from '../kit/button';
import { Page } from '../kit/page';

/** What is still missing for a good plan, and how the site stands. */
export function Overview({ setup }: { readonly setup: SetupPayload }) {
  const { site, roles, missing } = setup;
  const hours = site.hours.at(-1);
  const budget = site.budgets.at(-1);
  const lines: readonly (readonly [string, string, Parameters<typeof sectionAddress>[1]])[] = [
    [
      'Site',
      `${site.timeZone}, ${site.currency}, ${site.hourFormat === '24' ? '24 h' : 'am and pm'}, weeks from ` +
        `${WEEKDAY_NAMES[site.weekStart]}, blocks of ${site.blockMinutes} min`,
      'site',
    ],
    [
      'Opening hours',
      site.neverClosed ? 'never closed' : hours ? groupedHours(hours.days, site.hourFormat) : 'none yet',
      'hours',
    ],
    [
      'Roles',
      roles
        .filter((role) => !role.retired)
        .map((role) => role.name)
        .join(', ') || 'none yet',
      'roles',
    ],
    ['People', setup.people === 0 ? 'nobody yet' : `${setup.people} people`, 'people'],
    ['Needs', needsText(setup), 'needs'],
    [
      'Rules',
      setup.rules.off.length === 0 ? 'all checks on' : `${counted(setup.rules.off.length, 'check')} off`,
      'rules',
    ],
    [
      'Budget a week',
      [
        budget?.minutes != null && formatHours(budget.minutes),
        budget?.cost != null && formatMoney(budget.cost, site.currency, true),
        budget?.sales != null && `${formatMoney(budget.sales, site.currency, true)} of sales`,
      ]
        .filter(Boolean)
        .join(', ') || 'none yet',
      'site',
    ],
  ];
  return (
    <Page>
      <div className="mx-auto grid max-w-[1080px] grid-cols-[minmax(0,1fr)_340px] gap-10 max-[900px]:grid-cols-1">
        <section>
          <h1 className="font-serif text-xl font-semibold">{site.name}</h1>
          <BusinessName name={setup.business} />
          <Table isFlush className="mt-4">
            <tbody>
              {lines.map(([name, text, section]) => (
                <tr key={name}>
                  <th scope="row" className="w-[130px] border-b-[var(--fine)]!">
                    <span className="text-ink text-base font-semibold">{name}</span>
                  </th>
                  <td>{text}</td>
                  <td className="w-[80px] text-right">
                    <Link
                      className="link link-primary font-semibold"
                      href={sectionAddress(setup.id, section)}
                      aria-label={`Change ${name.toLowerCase()}`}
                    >
                      Change
                    </Link>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
          <div className="mt-6 flex flex-wrap gap-2">
            <Link className={buttonClass('plain')} href="/start">
              Add a site
            </Link>
          </div>
        </section>
        <section aria-labelledby="missing">
          <h2 id="missing" className="font-serif text-lg font-semibold">
            {missing.length === 0 ? 'Nothing is missing' : 'Missing for a good plan'}
          </h2>
          {missing.length === 0 && (
            <p className="text-muted mt-1">Everything the checks use has been entered.</p>
          )}
          <ol className="mt-2">
            {missing.map((line) => (
              <li key={line.what} className="border-fine border-t py-2 first:border-t-0">
                <Link
                  className="link link-primary font-semibold"
                  href={sectionAddress(setup.id, line.section)}
                >
                  {line.what}
                </Link>
                <span className="text-muted block text-sm">{asSentence(line.why)}</span>
              </li>
            ))}
          </ol>
          <Link className={buttonClass('primary', 'mt-4')} href={`/plan/${encodeURIComponent(setup.id)}/now`}>
            Plan this week
          </Link>
        </section>
      </div>
    </Page>
  );
}

/** The name of the whole business, changed where it stands. */
function BusinessName({ name }: { readonly name: string }) {
  const { run, problem } = useCommand();
  return (
    <label className="mt-1 flex items-center gap-2">
      <span className="text-muted text-xs">Business</span>
      <ParsedInput
        label="Name of the business"
        className="w-[240px]"
        placeholder="not named yet"
        value={name}
        format={(text) => text}
        parse={(text) => (text.trim() === '' ? { wrong: 'Type a name.' } : { value: text.trim() })}
        onChange={(text) => text !== name && void run('business.name', { name: text })}
      />
      {problem && <span className="text-gap">{sentence(problem)}</span>}
    </label>
  );
}

function needsText({ needs }: SetupPayload): string {
  if (needs.sets.every((set) => set.rows.length === 0)) return 'none yet';
  const variants = needs.sets.filter((set) => set.name !== null).map((set) => set.name);
  return variants.length === 0 ? 'a usual week' : `a usual week, and ${variants.join(', ')}`;
}

/** `Mon–Fri 7-23:30, Sat closed`: neighbouring days of equal hours together. */
function groupedHours(
  days: SetupPayload['site']['hours'][number]['days'],
  format: SetupPayload['site']['hourFormat'],
): string {
  const texts = days.map((spans) => formatHoursOfDay(spans, format));
  const parts: string[] = [];
  for (let i = 0; i < 7;) {
    let j = i;
    while (j < 6 && texts[j + 1] === texts[i]) j++;
    const name = (day: number) => SHORT_WEEKDAYS[day];
    parts.push(`${i === j ? name(i) : `${name(i)}–${name(j)}`} ${texts[i]}`);
    i = j + 1;
  }
  return parts.join(', ');
}
