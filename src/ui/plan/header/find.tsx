'use client';

import { Command } from 'cmdk';
import { useEffect, useRef, useState } from 'react';
import { rowOf } from '@/core/grid/cell';
import { formatDate, startOfWeek } from '@/core/time/day';
import type { Capability } from '@/core/setup/capabilities';
import { formatDays, formatLongDay } from '@/core/time/format';
import { parseIsoWeek, parseWhen } from '@/core/time/parse-when';
import { useGo } from '../../going/go';
import { chooseTheme, themeNow } from '../../layout/theme';
import { type SectionId, sectionAddress, sectionsWithout } from '../../setup/sections';
import { redoLast, undoLast } from '../../undo/take-back';
import { whoCanCover } from '../input/slots';
import type { PlanController } from '../state/controller';
import { useController, usePlan } from '../state/controller';
import { wantDay } from '../state/wanted-day';
import { usePageHeader } from '../state/header-context';
import { startAddress, weekAddress } from './week-strip';

interface Entry {
  readonly name: string;
  readonly run: () => void;
  /** Other words it is found by. */
  readonly words?: string;
  /** What one has to be allowed to do for it. */
  readonly needs?: 'publish' | 'change';
  /** What it belongs to, which the site may do without. */
  readonly uses?: Capability;
}

/** Finds a day, a person, a screen, a setting or something to do by typing part of its name. */
export default function Find() {
  const controller = useController();
  const [typed, setTyped] = useState('');
  const dialog = useRef<HTMLDialogElement>(null);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    dialog.current?.showModal();
    field.current?.focus();
  }, []);
  const groups = useEntries(typed);
  const close = () => {
    // As long as it is open nothing behind it takes the focus.
    dialog.current?.close();
    controller.act.openDialog(null);
    document.getElementById('canvas')?.focus({ preventScroll: true });
  };
  return (
    <dialog
      ref={dialog}
      aria-label="Find or do"
      className="border-ink bg-sheet text-ink mx-auto mt-[12vh] w-[480px] max-w-[92vw] rounded-[3px] border p-0"
      onClose={close}
    >
      <Command label="Find or do" loop filter={fit}>
        <Command.Input
          ref={field}
          value={typed}
          onValueChange={setTyped}
          placeholder="A day, a person, a page, something to do"
          className="border-rule bg-sheet h-11 w-full border-b px-4 text-md outline-none"
        />
        <Command.List className="max-h-[50vh] overflow-y-auto py-1.5">
          <Command.Empty className="text-muted px-4 py-3">
            Nothing by that name. Days are found as “dec 12”, “fri” or “next week”.
          </Command.Empty>
          {groups.map(({ heading, entries }) => (
            <Command.Group
              key={heading}
              heading={heading}
              className="[&_[cmdk-group-heading]]:text-muted [&_[cmdk-group-heading]]:px-4 [&_[cmdk-group-heading]]:pt-1.5 [&_[cmdk-group-heading]]:text-xs"
            >
              {entries.map(({ name, words, run }) => (
                <Command.Item
                  key={`${heading} ${name} ${words ?? ''}`}
                  value={`${name} ${heading} ${words ?? ''}`}
                  className="flex min-h-[28px] cursor-pointer items-center px-4 data-[selected=true]:bg-ink data-[selected=true]:text-sheet"
                  onSelect={() => {
                    // What it opens has the focus: the canvas gets it first, and gives it away.
                    close();
                    setTimeout(run, 0);
                  }}
                >
                  {name}
                </Command.Item>
              ))}
            </Command.Group>
          ))}
        </Command.List>
      </Command>
    </dialog>
  );
}

/** How well an entry fits: all words that were typed are in it, best at its beginning, then where a word begins. */
function fit(entry: string, typed: string): number {
  const value = entry.toLowerCase();
  const scores = typed
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
    .map((word) => {
      const at = value.indexOf(word);
      if (at < 0) return 0;
      return at === 0 ? 1 : /[^\p{L}\p{N}]/u.test(value[at - 1]) ? 0.8 : 0.4;
    });
  return Math.min(1, ...scores);
}

/** Everything there is to find, with the day that is typed before all else. */
function useEntries(typed: string): { heading: string; entries: Entry[] }[] {
  const controller = useController();
  const go = useGo();
  const { weeks, week, site, sites, today, dates, may, off } = usePageHeader();
  const areas = sites.find(({ id }) => id === site.id)?.areas ?? [];
  const people = usePlan((plan) => plan.judgement.plan.people);
  const day = parseIsoWeek(typed) ?? parseWhen(typed, today, dates);
  const days = controller.plan.judgement.plan.days;
  const goToDay = (to: number) => {
    const { row } = controller.view.getState().active;
    if (to >= week && to < week + days) controller.goTo({ row, day: to - week });
    else {
      wantDay(to);
      void go(weekAddress(site.id, startOfWeek(to, dates.weekStart)));
    }
  };
  const place = encodeURIComponent(site.id);
  const page = (name: string, address: string, words?: string): Entry => ({
    name,
    words,
    run: () => void go(address),
  });
  return [
    {
      heading: 'Day',
      entries:
        day === null
          ? []
          : [
              {
                name: `${formatLongDay(day)} ${formatDate(day).slice(0, 4)}, week ${formatDays(startOfWeek(day, dates.weekStart), 7)}`,
                // Whatever was typed is what it is found by.
                words: typed,
                run: () => goToDay(day),
              },
            ],
    },
    {
      heading: 'Do',
      entries: thingsToDo(controller, (address) => void go(address), site.id, week).filter(
        ({ needs, uses }) =>
          (needs === undefined || may[needs]) && (uses === undefined || !off.includes(uses)),
      ),
    },
    {
      heading: 'Pages',
      entries: [
        ...(areas.includes('people')
          ? [
              page('People', `/people/${place}`, 'staff employees list'),
              page('Import people', `/people/${place}/import`, 'file spreadsheet'),
              page(
                'Who could work this week',
                `/people/${place}/availability/${formatDate(week)}`,
                'availability supply',
              ),
            ]
          : []),
        ...(areas.includes('requests') && !off.includes('leave')
          ? [
              page('Requests', `/requests/${place}`, 'leave approve decide waiting'),
              page('Leave calendar', `/requests/${place}/calendar`, 'away holiday absence'),
              page('Balances of leave', `/requests/${place}/balances`, 'grant entitlement days left'),
            ]
          : []),
        ...(areas.includes('today')
          ? [page('Today', `/today/${place}`, 'clock in out missing late now')]
          : []),
        page('My account', '/account', 'password sessions sign out'),
        ...(areas.includes('setup') ? sectionsWithout(off) : []).map(({ id, name }) =>
          page(
            id === 'overview' ? 'Set-up' : name,
            sectionAddress(site.id, id),
            `settings set-up ${WORDS[id] ?? ''}`,
          ),
        ),
      ],
    },
    {
      heading: 'Weeks',
      entries: weeks.map(({ first }) => page(`Week ${formatDays(first, 7)}`, weekAddress(site.id, first))),
    },
    {
      heading: 'Sites',
      entries: sites.map(({ id, name }) => page(name, `/plan/${encodeURIComponent(id)}/now`, id)),
    },
    {
      heading: 'People',
      entries: people.flatMap(({ id, name }) => [
        {
          name,
          words: id,
          run: () => controller.goTo({ row: rowOf(id), day: controller.view.getState().active.day }),
        },
        ...(typed.trim().length < 2 || !areas.includes('people')
          ? []
          : [page(`Details and availability of ${name}`, `/people/${place}/${encodeURIComponent(id)}`, id)]),
        ...(typed.trim().length < 2
          ? []
          : [
              page(
                `Month of ${name} on paper`,
                `/print/${place}/${formatDate(week)}/month/${encodeURIComponent(id)}`,
                'print pdf',
              ),
            ]),
      ]),
    },
  ].filter(({ entries }) => entries.length > 0);
}

/** Other words by which somebody looks for a section of set-up. */
const WORDS: Partial<Record<SectionId, string>> = {
  site: 'time zone hour format currency week start block size name',
  hours: 'closed holiday',
  needs: 'coverage wanted headcount',
  rules: 'rest breaks overtime checks',
  patterns: 'recurring rotation',
  templates: 'stations',
  'plan-file': 'export import json',
};

function thingsToDo(
  controller: PlanController,
  go: (address: string) => void,
  site: string,
  week: number,
): Entry[] {
  const active = () => controller.view.getState().active.day;
  return [
    { name: 'Show the week as staff see it', words: 'published told', run: () => controller.showTold() },
    { name: 'Undo', run: () => void undoLast() },
    { name: 'Redo', run: () => void redoLast() },
    { name: 'Show one day', run: () => controller.show(1) },
    { name: 'Show three days', run: () => controller.show(3) },
    { name: 'Show the week', run: () => controller.show(7) },
    { name: 'Show four weeks', run: () => controller.show(28) },
    { name: 'Who can cover?', run: () => whoCanCover(controller) },
    { name: 'Open the shift in full', run: () => controller.openShift() },
    {
      ...{ name: 'Compare ways to plan', words: 'alternatives what if side by side draft' },
      run: () => controller.open({ kind: 'compare' }),
    },
    { name: 'Propose shifts', words: 'fill gaps open automatic', run: () => controller.openProposal() },
    { name: 'Change several shifts', run: () => controller.open({ kind: 'bulk' }) },
    { name: 'Group, sort and filter the rows', run: () => controller.open({ kind: 'rows' }) },
    {
      name: 'The week as a file (XLSX, CSV)',
      words: 'export download spreadsheet',
      run: () => controller.act.openDialog('file'),
    },
    { name: 'Coverage as a table', run: () => controller.act.openDialog('coverage') },
    { name: 'Hours, cost and snags of the month', run: () => controller.act.showWeeks(true) },
    {
      name: 'Write in the daybook',
      uses: 'daybook',
      needs: 'change',
      words: 'note',
      run: () => controller.open({ kind: 'day', day: active() }),
    },
    {
      name: 'Start this week from another, a template or patterns',
      needs: 'change',
      run: () => go(startAddress(site, week)),
    },
    {
      name: 'Import shifts from a file',
      words: 'csv xlsx spreadsheet paste',
      needs: 'change',
      run: () => go(`${weekAddress(site, week)}/import`),
    },
    {
      name: 'Publish this week',
      needs: 'publish',
      words: 'tell staff withdraw history',
      run: () => go(`${weekAddress(site, week)}/publish`),
    },
    {
      name: 'Copy this week onto the next ones',
      needs: 'change',
      run: () => go(startAddress(site, week + 7, week)),
    },
    {
      name: 'Sheet of the day for the wall',
      words: 'print pdf',
      run: () => go(`/print/${encodeURIComponent(site)}/${formatDate(week + active())}`),
    },
    {
      name: 'Table of the week for the wall',
      words: 'print pdf',
      run: () => go(`/print/${encodeURIComponent(site)}/${formatDate(week)}/week`),
    },
    {
      name: 'Table of the month for the wall',
      words: 'print pdf',
      run: () => go(`/print/${encodeURIComponent(site)}/${formatDate(week + active())}/month`),
    },
    {
      name: 'Use the other theme',
      words: 'dark light settings',
      run: () => chooseTheme(themeNow() === 'quay' ? 'quay-night' : 'quay'),
    },
    { name: 'Show all keys', words: 'shortcuts help', run: () => controller.act.openDialog('keys') },
  ];
}
