import { useMemo, useState } from 'react';
import { useStore } from 'zustand';
import { formatMinor } from '@/core/checks/shared/messages';
import type { Judgement } from '@/core/consequences/judge';
import type { ProposedItem } from '@/core/propose/lay';
import { figuresOf } from '@/core/propose/figures';
import { asSentence } from '@/core/sentence';
import { parseNeedsRow } from '@/core/grid/needs-rows';
import { personIdOf } from '@/core/grid/cell';
import { bareHours, counted, formatCount, formatDay, formatHours, formatTimeSpan } from '@/core/time/format';
import { DAY } from '@/core/time/span';
import type { ProvenWeek } from '@/core/propose/propose';
import type { ProposalPayload } from '@/server/propose/payload';
import { Button } from '../../kit/button';
import { Select } from '../../kit/inputs/select';
import { Table } from '../../kit/table';
import { wayBack } from '../../undo/take-back';
import { focusPanel } from '../panels/panel-layout';
import { useController, usePlan, useView } from '../state/controller';
import { shownJudgement } from '../state/plan-store';
import { Carrying } from './carrying';
import { Curve, percent } from './curve';
import { nearestText, reasonText } from './reason-text';

/** What was found: what it comes to, what stays open, what no longer fits. */
export function Found() {
  const session = useController().proposal;
  const found = useStore(session.store, (state) => state.found)!;
  const curve = useStore(session.store, (state) => state.curve);
  const trouble = useStore(session.store, (state) => state.trouble);
  const proposal = usePlan((state) => state.proposal);
  const name = useStore(session.store, (state) => state.name);
  const items = proposal?.items ?? [];
  const paid = usePlan((state) => paidOf(shownJudgement(state)) - paidOf(state.judgement));
  return (
    <div className="flex flex-col gap-4">
      <section aria-labelledby="proposal-title">
        <h3 id="proposal-title" className="sr-only">
          What it does
        </h3>
        <p className="leading-[18px]" role="status">
          {items.length === 0
            ? 'Nothing of it is left to take. '
            : `${counted(items.length, 'shift')}, ${formatHours(paid)} paid. `}
          {name !== null
            ? 'What staff know and what is fixed stays.'
            : `${found.isStopped ? 'Stopped' : 'Found'} after ${Math.round(found.seconds)} s.`}
        </p>
        <FiguresTable found={name === null ? found : null} />
        {name === null && (
          <>
            <p className="mt-2 text-sm leading-[17px]">{proofOf(found)}</p>
            <Curve curve={curve} />
          </>
        )}
      </section>
      {trouble && (
        <p role="alert" className="text-gap font-semibold">
          {asSentence(trouble)}
        </p>
      )}
      <Misfits />
      <Holes found={found} />
      <Carrying />
    </div>
  );
}

function paidOf({ weeks }: Judgement): number {
  return weeks.reduce((sum, week) => sum + week.paid, 0);
}

/** How near to the best it is, in words. */
export function proofOf({
  missingMinutes,
  leastMissingMinutes,
  score,
  bound,
}: Omit<ProvenWeek, 'holes' | 'certificate'>): string {
  const missing =
    missingMinutes === leastMissingMinutes
      ? missingMinutes === 0
        ? 'Nothing is missing'
        : `No plan leaves less than ${formatHours(missingMinutes)} missing`
      : `At least ${formatHours(leastMissingMinutes)} are missing in any plan`;
  const rest =
    bound > 0 && score > 0
      ? score - bound < 1
        ? 'in all else none is better'
        : `in all else it is at most ${percent((score - bound) / score)}\u00a0% from the best`
      : `in all else it is at most ${Math.round((score - bound) / 100)} points from the best`;
  return `${missing}; ${rest}, of all plans made of these shift times.`;
}

function FiguresTable({ found }: { readonly found: ProposalPayload | null }) {
  const judgement = usePlan((state) => state.judgement);
  const trial = usePlan((state) => state.proposal?.trial ?? state.judgement);
  const seesPay = usePlan((state) => state.references.seesPay);
  const { currency } = judgement.plan.site;
  const before = useMemo(() => figuresOf(judgement), [judgement]);
  const after = useMemo(() => figuresOf(trial), [trial]);
  const money = (minor: number) => formatMinor(minor, currency, true);
  const rows: readonly (readonly [string, string, string, string])[] = [
    [
      'Hours missing',
      bareHours(before.missingMinutes),
      bareHours(after.missingMinutes),
      found ? bareHours(found.leastMissingMinutes) : '',
    ],
    ['Stops', formatCount(before.stops), formatCount(after.stops), ''],
    ['Warnings', formatCount(before.warnings), formatCount(after.warnings), ''],
    ['Hours off contract', wholeHours(before.offContractMinutes), wholeHours(after.offContractMinutes), ''],
    ...(seesPay ? [['Cost', money(before.cost), money(after.cost), ''] as const] : []),
  ];
  return (
    <Table isFlush className="mt-1.5">
      <thead>
        <tr>
          <th>
            <span className="sr-only">Figure</span>
          </th>
          <th className="text-right">before</th>
          <th className="text-right">with it</th>
          {found && <th className="text-right">no plan below</th>}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, was, is, least]) => (
          <tr key={name}>
            <th scope="row" className="font-normal">
              {name}
            </th>
            <td className="text-muted text-right">{was}</td>
            <td className="text-right font-semibold">{is}</td>
            {found && <td className="text-muted text-right">{least}</td>}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

/** Hours to the nearest half. */
function wholeHours(minutes: number): string {
  return bareHours(Math.round(minutes / 30) * 30);
}

/** What was found and cannot be laid on the plan as it is now. */
function Misfits() {
  const misfits = usePlan((state) => state.proposal?.misfits) ?? [];
  const words = usePlan((state) => state.words);
  const hourFormat = usePlan((state) => state.hourFormat);
  if (misfits.length === 0) return null;
  return (
    <section aria-labelledby="misfits-title">
      <h3 id="misfits-title" className="font-serif text-lg font-semibold">
        No longer fits
      </h3>
      <p className="text-muted text-sm">The plan was changed since; the rest stands.</p>
      <ul className="mt-1 text-sm leading-[17px]">
        {misfits.map(({ item: { id, person, date, shift }, why }) => (
          <li key={id} className="border-fine border-t py-1 first:border-t-0">
            <span className="font-semibold">
              {words.person(person)}, {formatDay(date)}
              {shift && ` ${formatTimeSpan(shift.from, shift.to, hourFormat)}`}
            </span>
            : {why}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** How many stretches are listed before one asks for more. */
const PAGE = 12;

function Holes({ found: { holes, reasons } }: { readonly found: ProposalPayload }) {
  const [pages, setPages] = useState(1);
  const { from, roles } = usePlan((state) => state.judgement.plan);
  const hourFormat = usePlan((state) => state.hourFormat);
  const controller = useController();
  const words = usePlan((state) => state.words);
  if (holes.length === 0) return null;
  return (
    <section aria-labelledby="holes-title">
      <h3 id="holes-title" className="font-serif text-lg font-semibold">
        What stays open
      </h3>
      <ul className="mt-1 text-sm leading-[17px]">
        {holes.slice(0, PAGE * pages).map((hole, i) => {
          const reason = reasons[i];
          const day = Math.floor(hole.from / DAY);
          const at = { from: hole.from - day * DAY, to: hole.to - day * DAY };
          const role = roles[hole.row]?.id ?? null;
          return (
            <li key={`${hole.row} ${hole.from}`} className="border-fine border-t py-1 first:border-t-0">
              <Button
                kind="link"
                className="text-sm"
                onClick={() =>
                  controller.act.showGap(hole.row < roles.length ? hole.row : null, { day, minute: at.from })
                }
              >
                {formatDay(from + day)} {formatTimeSpan(at.from, at.to, hourFormat)}
              </Button>
              , {role === null ? 'anybody' : words.role(role)}
              {hole.count > 1 && `, ${hole.count} people`}
              {reason && (
                <>
                  <span className="text-muted block">
                    {reasonText(reason, role === null ? 'anything' : words.role(role))}
                  </span>
                  <span className="block">{nearestText(reason, words, hourFormat)}</span>
                </>
              )}
            </li>
          );
        })}
      </ul>
      {holes.length > PAGE * pages && (
        <Button kind="link" onClick={() => setPages(pages + 1)}>
          Show {Math.min(PAGE, holes.length - PAGE * pages)} more of {formatCount(holes.length)}
        </Button>
      )}
    </section>
  );
}

/** Which of the items are meant: all, those of the selected cells, of a day, of a role. */
function useGroups(): readonly {
  readonly key: string;
  readonly name: string;
  readonly items: readonly ProposedItem[];
}[] {
  const controller = useController();
  const items = usePlan((state) => state.proposal?.items) ?? [];
  const plan = usePlan((state) => state.judgement.plan);
  useView((view) => view.active);
  useView((view) => view.anchor);
  const cells = new Set(
    controller
      .selectedCells()
      .flatMap(({ row, day }) => (parseNeedsRow(row) ? [] : [`${personIdOf(row)} ${plan.from + day}`])),
  );
  const days = [...new Set(items.map(({ date }) => date))];
  return [
    { key: 'all', name: 'All', items },
    {
      key: 'selected',
      name: 'Selected',
      items: items.filter(({ person, date }) => cells.has(`${person} ${date}`)),
    },
    ...days.map((date) => ({
      key: `day ${date}`,
      name: formatDay(date),
      items: items.filter((item) => item.date === date),
    })),
    ...plan.roles.map(({ id, name }) => ({
      key: `role ${id}`,
      name,
      items: items.filter(({ shift }) => shift?.role === id),
    })),
  ].filter(({ key, items: its }) => its.length > 0 || key === 'all' || key === 'selected');
}

/** What can be done with what was found, in whole or in part. */
export function FoundActions() {
  const controller = useController();
  const session = controller.proposal;
  const name = useStore(session.store, (state) => state.name);
  const groups = useGroups();
  const [key, setKey] = useState('all');
  const { items } = groups.find((group) => group.key === key) ?? groups[0];
  const none = items.length === 0;
  const take = () => {
    if (!session.take(items)) return;
    controller.notify({
      text: `${counted(items.length, 'shift')} taken into the plan as drafts.`,
      action: { label: 'Undo', run: wayBack() },
    });
    focusPanel();
  };
  return (
    <div className="flex flex-col gap-2">
      <div className="flex items-center gap-2">
        <Select
          label="Which of the shifts"
          className="min-w-0 flex-1"
          value={key}
          onChange={setKey}
          options={groups.map(
            (group) => [group.key, `${group.name}: ${formatCount(group.items.length)}`] as const,
          )}
        />
        <Button kind="primary" data-first disabled={none} onClick={take}>
          Take {formatCount(items.length)}
        </Button>
        <Button disabled={none} onClick={() => session.leaveOut(items)}>
          Leave out
        </Button>
      </div>
      <div className="flex flex-wrap gap-x-4">
        {name === null && (
          <>
            <Button
              kind="link"
              disabled={none || key === 'all'}
              title="Those chosen stay as they are, and the rest is looked for again"
              onClick={() => session.around(items)}
            >
              Keep these, look again
            </Button>
            <Button
              kind="link"
              title="Goes on from this proposal, for longer"
              onClick={() => session.further()}
            >
              Look further
            </Button>
          </>
        )}
        <Button kind="link" onClick={() => session.forget()}>
          Ask anew
        </Button>
        <Button kind="link" onClick={() => controller.open({ kind: 'compare' })}>
          {name === null ? 'Keep, compare' : 'Compare'}
        </Button>
      </div>
    </div>
  );
}
