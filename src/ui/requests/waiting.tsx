'use client';

import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import { counted } from '@/core/time/format';
import type { RequestsPage } from '@/server/requests/page';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { Select } from '../kit/inputs/select';
import { SplitPanel } from '../kit/page';
import { EmptyState } from '../kit/states';
import { ProposalPanel } from '../availability/proposal-panel';
import { Absent } from './absent';
import { AbsenceDialog } from './absence-dialog';
import { DecidePanel } from './decide-panel';
import { ItemLine } from './item-line';
import { type ItemKind, itemsOf, kindName, nameOf, rivalsOf } from './items';
import { OthersTurn } from './others-turn';
import { ShiftDecidePanel } from './shift-decide-panel';

/** What waits for a decision: a line each, and beside it what deciding the chosen one would do. */
export function Waiting({
  page,
  request,
}: {
  readonly page: RequestsPage;
  /** The one to look at first; null: the first. */
  readonly request: string | null;
}) {
  const all = itemsOf(page);
  const [kind, setKind] = useState<ItemKind | 'all'>('all');
  const [area, setArea] = useState<string>('all');
  const kinds = [...new Set(all.map((one) => one.kind))];
  const there = page.areas.find(({ id }) => id === area)?.waiting;
  const items = all
    .filter((one) => kind === 'all' || !kinds.includes(kind) || one.kind === kind)
    .filter(({ id }) => there === undefined || there.includes(id));
  const [chosen, choose] = useState<string | null>(request);
  const [isAbsence, setAbsence] = useState(false);
  const [ticked, tick] = useState<ReadonlySet<string>>(new Set());
  const { run, busy, problem } = useCommand();
  const current = items.find(({ id }) => id === chosen) ?? items[0];
  const easy = items.filter((one) => one.isEasy);
  const together = items.filter(({ id }) => ticked.has(id));
  const approve = async () => {
    const said = `Approved ${counted(together.length, 'request')}`;
    const leaves = together.flatMap((one) => ('leave' in one ? one.leave : []));
    const shifts = together.flatMap((one) => ('shift' in one ? one.shift : []));
    const input = { people: leaves.map(({ person }) => person), requests: leaves.map(({ id }) => id) };
    if (leaves.length > 0 && !(await run('leave.approve', input, said))) return;
    const requests = shifts.map(({ id }) => id);
    if (shifts.length > 0 && !(await run('request.approve', { site: page.site, requests }, said))) return;
    tick(new Set());
  };
  const others = (
    <OthersTurn
      leave={page.waiting?.others ?? []}
      shifts={page.shifts?.others ?? []}
      proposals={page.proposals?.others ?? []}
    />
  );
  const cannotCome = page.mayEnter && page.absenceTypes.length > 0 && (
    <>
      <Button className="ml-auto" onClick={() => setAbsence(true)}>
        Somebody cannot come …
      </Button>
      {isAbsence && <AbsenceDialog page={page} onClose={() => setAbsence(false)} />}
    </>
  );
  if (all.length === 0)
    return (
      <main className="min-h-0 flex-1 overflow-y-auto px-6 py-5">
        <div className="flex">{cannotCome}</div>
        <Absent absent={page.absent} />
        <EmptyState title="Nothing waits for you.">
          What people at {page.siteName} ask for stands here, with what approving it would do.
        </EmptyState>
        {others}
      </main>
    );
  return (
    <SplitPanel
      label="The request, and what deciding it would do"
      className="w-[440px]"
      list={{ isChosen: items.some(({ id }) => id === chosen), onBack: () => choose(null) }}
      side={
        current &&
        (current.kind === 'leave' ? (
          <DecidePanel key={current.id} request={current.leave} page={page} />
        ) : current.kind === 'availability' ? (
          <ProposalPanel key={current.id} proposal={current.proposal} habits={page} />
        ) : (
          <ShiftDecidePanel
            key={current.id}
            request={current.shift}
            rivals={rivalsOf(current.shift, page.shifts?.mine ?? [])}
            onChoose={choose}
          />
        ))
      }
    >
      <main>
        <Absent absent={page.absent} />
        <div className="mb-2 flex flex-wrap items-center gap-3">
          <h2 className="font-serif text-lg font-semibold">{items.length} for you</h2>
          {kinds.length > 1 && (
            <Select
              label="Kind"
              className="w-auto"
              value={kind}
              onChange={setKind}
              options={[['all', 'every kind'], ...kinds.map((one) => [one, kindName(one)] as const)]}
            />
          )}
          {page.areas.length > 1 && (
            <Select
              label="Area"
              className="w-auto"
              value={area}
              onChange={setArea}
              options={[['all', 'every area'], ...page.areas.map(({ id, name }) => [id, name] as const)]}
            />
          )}
          {easy.length > 0 && together.length === 0 && (
            <Button kind="link" onClick={() => tick(new Set(easy.map(({ id }) => id)))}>
              Tick {easy.length === 1 ? 'the one' : `the ${easy.length}`} that nothing speaks against
            </Button>
          )}
          {together.length > 0 && (
            <Button kind="primary" disabled={busy} onClick={() => void approve()}>
              Approve {counted(together.length, 'ticked request')}
            </Button>
          )}
          {cannotCome}
        </div>
        {problem && <p className="text-gap mb-2 font-semibold">{asSentence(problem.message)}</p>}
        <ul aria-label="Requests that wait for you" className="border-rule border-t">
          {items.map((one) => (
            <li key={one.id} className="border-fine flex items-start gap-2 border-b">
              <Checkbox
                className="mt-2.5 ml-1"
                checked={ticked.has(one.id)}
                disabled={!one.isEasy}
                aria-label={
                  one.isEasy
                    ? `Tick the request of ${nameOf(one)}`
                    : `The request of ${nameOf(one)} is decided by itself`
                }
                onChange={(on) => {
                  const next = new Set(ticked);
                  if (on) next.add(one.id);
                  else next.delete(one.id);
                  tick(next);
                }}
              />
              <button
                type="button"
                aria-pressed={one.id === current?.id}
                onClick={() => choose(one.id)}
                className={`min-w-0 flex-1 cursor-pointer px-2 py-2 text-left ${
                  one.id === current?.id ? 'bg-sheet' : 'hover:bg-sheet'
                }`}
              >
                <ItemLine item={one} />
              </button>
            </li>
          ))}
        </ul>
        {others}
      </main>
    </SplitPanel>
  );
}
