'use client';

import { redoLast, undoLast } from '../../undo/take-back';
import { rowOf } from '@/core/grid/cell';
import { Command } from 'cmdk';
import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { formatDate } from '@/core/time/day';
import { formatDays } from '@/core/time/format';
import { useController, usePlan } from '../state/controller';
import { usePageHeader } from '../state/header-context';
import { startAddress, weekAddress } from './week-strip';
import { whoCanCover } from '../input/slots';

/** Finds a person, a week or a command by typing part of its name. */
export default function Find() {
  const controller = useController();
  const router = useRouter();
  const { weeks, week, site, sites } = usePageHeader();
  const people = usePlan((plan) => plan.judgement.plan.people);
  const dialog = useRef<HTMLDialogElement>(null);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    dialog.current?.showModal();
    field.current?.focus();
  }, []);
  const run = (action: () => void) => () => {
    dialog.current?.close();
    action();
  };
  const printAddress = () => {
    const day = week + controller.view.getState().active.day;
    return `/print/${encodeURIComponent(site.id)}/${formatDate(day)}`;
  };
  const item =
    'flex min-h-[28px] cursor-pointer items-center px-4 data-[selected=true]:bg-ink data-[selected=true]:text-sheet';
  return (
    <dialog
      ref={dialog}
      aria-label="Find or do"
      className="border-ink bg-sheet text-ink mx-auto mt-[12vh] w-[480px] max-w-[92vw] rounded-[3px] border p-0"
      onClose={() => {
        controller.act.openDialog(null);
        document.getElementById('canvas')?.focus();
      }}
    >
      <Command label="Find or do" loop>
        <Command.Input
          ref={field}
          placeholder="A person, a week, something to do"
          className="border-rule bg-sheet h-11 w-full border-b px-4 text-md outline-none"
        />
        <Command.List className="max-h-[50vh] overflow-y-auto py-1.5">
          <Command.Empty className="text-muted px-4 py-3">Nothing by that name.</Command.Empty>
          <Command.Group heading="Do">
            <Command.Item className={item} onSelect={run(() => void undoLast())}>
              Undo
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => void redoLast())}>
              Redo
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => controller.show(1))}>
              Show one day
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => controller.show(3))}>
              Show three days
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => controller.show(7))}>
              Show the week
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => controller.show(28))}>
              Show four weeks
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => whoCanCover(controller))}>
              Who can cover?
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => controller.openShift())}>
              Open the shift in full
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => controller.open({ kind: 'bulk' }))}>
              Change several shifts
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => controller.open({ kind: 'rows' }))}>
              Group, sort and filter the rows
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => controller.act.openDialog('coverage'))}>
              Coverage as a table
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => controller.act.showWeeks(true))}>
              Hours, cost and snags of the month
            </Command.Item>
            <Command.Item
              className={item}
              onSelect={run(() =>
                controller.open({ kind: 'day', day: controller.view.getState().active.day }),
              )}
            >
              Write in the daybook
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => router.push(startAddress(site.id, week)))}>
              Start this week from another, a template or patterns
            </Command.Item>
            <Command.Item
              className={item}
              onSelect={run(() => router.push(startAddress(site.id, week + 7, week)))}
            >
              Copy this week onto the next ones
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => router.push(printAddress()))}>
              Sheet of the day for the wall
            </Command.Item>
            <Command.Item
              className={item}
              onSelect={run(() => router.push(`/setup/${encodeURIComponent(site.id)}/patterns`))}
            >
              Patterns
            </Command.Item>
            <Command.Item
              className={item}
              onSelect={run(() => router.push(`/setup/${encodeURIComponent(site.id)}/templates`))}
            >
              Shift templates and stations
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => controller.act.openDialog('keys'))}>
              Show all keys
            </Command.Item>
          </Command.Group>
          <Command.Group heading="Weeks">
            {weeks.map((week) => (
              <Command.Item
                key={week.first}
                value={`week ${formatDays(week.first, 7)}`}
                className={item}
                onSelect={run(() => router.push(weekAddress(site.id, week.first)))}
              >
                Week {formatDays(week.first, 7)}
              </Command.Item>
            ))}
          </Command.Group>
          <Command.Group heading="Sites">
            {sites.map((one) => (
              <Command.Item
                key={one.id}
                value={`site ${one.name}`}
                className={item}
                onSelect={run(() => router.push(`/plan/${encodeURIComponent(one.id)}/now`))}
              >
                {one.name}
              </Command.Item>
            ))}
          </Command.Group>
          <Command.Group heading="People">
            {people.map((person) => (
              <Command.Item
                key={person.id}
                value={`${person.name} ${person.id}`}
                className={item}
                onSelect={run(() =>
                  controller.goTo({ row: rowOf(person.id), day: controller.view.getState().active.day }),
                )}
              >
                {person.name}
              </Command.Item>
            ))}
          </Command.Group>
        </Command.List>
      </Command>
    </dialog>
  );
}
