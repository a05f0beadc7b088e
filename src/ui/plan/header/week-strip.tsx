import { RedoButton, UndoButton } from '../../undo/undo-keys';
import Link from 'next/link';
import { useDeferredValue, useMemo } from 'react';
import { publishChanges } from '@/core/publish/publish-changes';
import { isoWeek, formatDate } from '@/core/time/day';
import { bareHours, formatDays, counted } from '@/core/time/format';
import type { WeekSummary } from '@/server/plan/payload';
import { isTrouble, visibleSnags } from '@/core/consequences/visible-snags';
import { useReach } from '../../layout/reach';
import { keepRowsShown } from '../state/rows-shown';
import { useController, usePlan, useView } from '../state/controller';
import { usePageHeader } from '../state/header-context';
import type { DayCount } from '../state/view-store';
import { WhoIsHere } from './who-is-here';
import { Button, buttonClass } from '../../kit/button';
import { Segmented, type SegmentedOption } from '../../kit/inputs/segmented';

/** The address of a site's week. */
export function weekAddress(site: string, first: number): string {
  return `/plan/${encodeURIComponent(site)}/${formatDate(first)}`;
}

/** The address where a week is started, from another week if one is named. */
export function startAddress(site: string, first: number, from?: number): string {
  const query = from === undefined ? '' : `?from=${formatDate(from)}`;
  return `${weekAddress(site, first)}/start${query}`;
}

const LINE = { published: 'border-solid', draft: 'border-dashed', empty: 'border-dotted' } as const;

/** The weeks around this one: how one moves in time. */
export function WeekStrip({ children }: { children?: React.ReactNode }) {
  const { weeks, week, site } = usePageHeader();
  return (
    <div className="border-rule bg-sheet flex h-[50px] shrink-0 items-stretch border-b low:h-[40px]">
      <nav aria-label="Weeks" className="flex min-w-0">
        <WeekStep to={week - 7} label="Week before">
          ‹
        </WeekStep>
        {weeks.map((line, i) => (
          <Link
            key={line.first}
            href={weekAddress(site.id, line.first)}
            aria-current={line.first === week ? 'true' : undefined}
            className={`border-rule flex flex-col justify-center border-r px-2.5 whitespace-nowrap ${
              line.first === week ? 'bg-paper min-w-[132px]' : 'narrow:hidden hover:bg-paper'
            } ${i === weeks.length - 1 ? 'max-[1400px]:hidden' : i === weeks.length - 2 ? 'max-[1250px]:hidden' : ''}`}
          >
            <span
              className={
                line.first === week
                  ? 'font-serif text-lg leading-5 font-semibold low:leading-4'
                  : 'leading-4 font-semibold'
              }
            >
              {formatDays(line.first, 7, line.first !== week)}
            </span>
            <span
              className={`border-ink border-b-2 pb-[3px] text-xs leading-4 low:pb-0 low:leading-3.5 ${LINE[line.state]} ${line.state === 'empty' ? 'border-rule' : ''}`}
            >
              <span className="text-muted">
                wk {isoWeek(line.first + 3).week} ·{' '}
                {line.first === week ? <LiveHours line={line} /> : hoursText(line)}
              </span>
            </span>
          </Link>
        ))}
        <WeekStep to={week + 7} label="Week after">
          ›
        </WeekStep>
      </nav>
      {children}
    </div>
  );
}

/** To the next week, where there is room for one only. */
function WeekStep({
  to,
  label,
  children,
}: {
  readonly to: number;
  readonly label: string;
  readonly children: React.ReactNode;
}) {
  const { site } = usePageHeader();
  return (
    <Link
      href={weekAddress(site.id, to)}
      prefetch={false}
      aria-label={label}
      className="border-rule hidden min-w-8 items-center justify-center border-r text-lg hover:bg-paper narrow:flex phone:min-w-11"
    >
      {children}
    </Link>
  );
}

function hoursText({ state, minutes }: WeekSummary): string {
  return state === 'empty' ? 'empty' : `${bareHours(minutes)} h`;
}

function LiveHours({ line }: { line: WeekSummary }) {
  const minutes = useLiveMinutes();
  return <>{minutes === null ? hoursText(line) : minutes}</>;
}

function useLiveMinutes(): string | null {
  const { plan, weeks } = usePlan((state) => state.judgement);
  const minutes = weeks.reduce((sum, week) => sum + week.paid, 0);
  if (plan.shifts.length === 0) return 'empty';
  return plan.budget.minutes === null || weeks.length > 1
    ? `${bareHours(minutes)} h`
    : `${bareHours(minutes)} of ${bareHours(plan.budget.minutes)} h`;
}

/** What stands at the right of the strip: how edits are kept, undo, and how many days are shown. */
export function WeekTools() {
  const isNarrow = useReach('narrow');
  return (
    <div className="ml-auto flex items-center gap-2.5 px-4 max-[1400px]:gap-1.5 max-[1400px]:px-2 narrow:gap-1.5 narrow:px-2">
      <WhoIsHere />
      <SaveStateLabel />
      <span className="contents narrow:hidden">
        <ToldButton />
        <MonthButton />
      </span>
      <span className="flex gap-1">
        <UndoButton />
        <span className="contents narrow:hidden">
          <RedoButton />
        </span>
      </span>
      <DaysShown />
      <ProposeButton />
      <PublishButton />
      {isNarrow && <SideButton />}
    </div>
  );
}

/** Opens what proposes shifts, or what was found. */
function ProposeButton() {
  const controller = useController();
  const isOpen = useView((view) => view.panel?.kind === 'propose');
  const isTold = usePlan((state) => state.references.isTold);
  if (isTold) return null;
  return (
    <Button
      className="narrow:hidden"
      aria-expanded={isOpen}
      title="Shifts for the open part of the plan (Alt P)"
      onClick={() => (isOpen ? controller.open(null) : controller.openProposal())}
    >
      Propose
    </Button>
  );
}

/** How much staff have not been told of what is shown, and the way to tell them. */
function PublishButton() {
  const { site, week, may } = usePageHeader();
  const plan = useDeferredValue(usePlan((state) => state.judgement.plan));
  const published = usePlan((state) => state.published);
  const count = useMemo(() => {
    const scope = { from: plan.from, to: plan.from + plan.days, people: null };
    return publishChanges(plan.shifts, [...published.values()], scope).length;
  }, [plan, published]);
  // The page is made from what the server has: until it has all of it, it is not gone to.
  const controller = useController();
  const waiting = usePlan((state) => state.pending.length);
  if (count === 0 || !may.publish) return null;
  if (waiting > 0)
    return (
      <Button kind="primary" className="narrow:hidden" disabled title="Not all of it is saved yet">
        Publish {count}
      </Button>
    );
  const weeks = plan.days > 7 ? `?weeks=${plan.days / 7}` : '';
  return (
    <Link
      prefetch={false}
      href={`${weekAddress(site.id, week)}/publish${weeks}`}
      onClick={() => keepRowsShown(site.id, controller.view.getState())}
      className={`${buttonClass('primary')} narrow:hidden`}
      title={`${counted(count, 'change')} that staff have not been told of`}
    >
      Publish {count}
    </Link>
  );
}

/** Opens and closes what else stands beside the canvas. */
function SideButton() {
  const controller = useController();
  const shown = useView((view) => view.sideShown);
  const judgement = usePlan((state) => state.judgement);
  const count = visibleSnags(judgement).filter(isTrouble).length;
  return (
    <Button aria-expanded={shown} onClick={() => controller.act.showSide(!shown)}>
      {counted(count, 'snag')}
    </Button>
  );
}

/** Shows what staff see, where something of the week was published and the draft is another. */
function ToldButton() {
  const controller = useController();
  const published = usePlan((state) => state.published);
  const isTold = usePlan((state) => state.references.isTold);
  if (published.size === 0 || isTold) return null;
  return (
    <Button
      className="max-[1270px]:hidden"
      title="The week as it was published last"
      onClick={() => controller.showTold()}
    >
      As staff see it
    </Button>
  );
}

function MonthButton() {
  const controller = useController();
  const shown = useView((view) => view.weeksShown);
  return (
    <Button
      aria-expanded={shown}
      title="Hours, cost and snags of the weeks around this one"
      onClick={() => controller.act.showWeeks(!shown)}
    >
      Month
    </Button>
  );
}

function SaveStateLabel() {
  const save = usePlan((state) => state.save);
  const waiting = usePlan((state) => state.pending.length);
  const at = save.at === null ? null : new Date(save.at);
  const clock = at
    ? `${String(at.getHours()).padStart(2, '0')}:${String(at.getMinutes()).padStart(2, '0')}`
    : '';
  const text =
    save.kind === 'offline'
      ? `${save.cause ? 'Not saved yet' : 'Offline'}, ${counted(waiting, 'change')} saved here`
      : save.kind === 'saving'
        ? 'Saving'
        : at
          ? `Saved ${clock}`
          : 'All saved';
  return (
    <span
      role="status"
      data-testid="save-state"
      title={save.kind === 'offline' ? (save.cause ?? undefined) : undefined}
      className={`leading-4 ${save.kind === 'offline' ? 'text-gap font-semibold' : 'text-muted'}`}
    >
      {text}
    </span>
  );
}

const CHOICES: readonly SegmentedOption<DayCount>[] = [
  { value: 28, name: '4 wk', title: 'Alt 4' },
  { value: 7, name: 'Week', title: 'Alt 7' },
  { value: 3, name: '3 days', title: 'Alt 3' },
  { value: 1, name: 'Day', title: 'Alt 1' },
];

function DaysShown() {
  const controller = useController();
  const days = useView((view) => view.days);
  const firstDay = useView((view) => view.firstDay);
  const count = usePlan((state) => state.judgement.plan.days);
  const move = (by: number) => controller.step(0, by, false);
  return (
    <span className="flex items-center gap-1">
      {days < 7 && (
        <Button aria-label="Day before" disabled={firstDay === 0} onClick={() => move(-days)}>
          ‹
        </Button>
      )}
      <Segmented
        label="Days shown"
        value={days}
        options={CHOICES}
        onChange={(next) => controller.show(next)}
      />
      {days < 7 && (
        <Button aria-label="Day after" disabled={firstDay + days >= count} onClick={() => move(days)}>
          ›
        </Button>
      )}
    </span>
  );
}
