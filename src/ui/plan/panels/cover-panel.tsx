import { wayBack } from '../../undo/take-back';
import dynamic from 'next/dynamic';
import { useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { checkOf } from '@/core/checks/list';
import { type Candidate, candidatesFor } from '@/core/cover/candidates';
import { LOOK_BACK_WEEKS, shiftKindOf, nameOfKind, startsOf } from '@/core/fairness/shift-kinds';
import { decimalsOf, toMajor } from '@/core/hours/money';
import type { Change } from '@/core/plan/change';
import type { Shift } from '@/core/plan/types';
import { formatDate } from '@/core/time/day';
import { parseSpan, formatTypedSpan } from '@/core/time/parse-time';
import { openOn } from '@/core/plan/plan-context';
import { bareHours, formatDay, formatHours, formatSignedHours, formatTimeSpan } from '@/core/time/format';
import { useAnswer } from '../../commands/use-answer';
import { useController, usePlan } from '../state/controller';
import { PanelLayout } from './panel-layout';
import { Badge } from '../../kit/badge';
import { Button } from '../../kit/button';
import { asSentence } from '@/core/sentence';
import { zoneClock } from '@/core/time/zone';
import { Field } from '../../kit/inputs/field';
import { TextInput } from '../../kit/inputs/text-input';
import { Kbd } from '../../kit/kbd';

const CallDialog = dynamic(() => import('../../today/call-dialog').then((part) => part.CallDialog), {
  ssr: false,
});

/** How many lines are drawn before one asks for more. */
const PAGE = 30;

/** Everybody who could take a shift, the one it would hurt least first. */
export function CoverPanel({ shift: asked, isNew }: { readonly shift: Shift; readonly isNew: boolean }) {
  const controller = useController();
  const judgement = useDeferredValue(usePlan((state) => state.judgement));
  const words = usePlan((state) => state.words);
  const hourFormat = usePlan((state) => state.hourFormat);
  const [times, setTimes] = useState({ from: asked.from, to: asked.to });
  const now = isNew ? undefined : judgement.plan.shifts.find((one) => one.id === asked.id);
  const shift = useMemo(() => (isNew ? { ...asked, ...times } : (now ?? asked)), [asked, isNew, now, times]);
  const { lately, failed } = useRecentCounts(shift);
  // The order is shown once it is final: nobody moves under a hand that is about to choose.
  const found = useMemo(
    () => (lately ? candidatesFor(judgement, shift, lately.counts, lately.shares) : []),
    [judgement, shift, lately],
  );
  const [at, setAt] = useState(0);
  const [pages, setPages] = useState(1);
  const list = useRef<HTMLUListElement>(null);
  const chosen = Math.min(at, found.length - 1);
  useEffect(() => {
    list.current?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  const free = found.filter((one) => one.snags.length === 0).length;

  const give = (one: Candidate | undefined) => {
    if (!one) return;
    const changes: Change[] = isNew
      ? [{ do: 'add', shift: { ...shift, person: one.person.id, role: one.role } }]
      : [{ do: 'set', id: shift.id, shift: { person: one.person.id } }];
    if (!controller.commit(changes)) return;
    controller.notify({
      text: `${one.person.name} has ${formatDay(shift.date)} ${formatTimeSpan(shift.from, shift.to, hourFormat)}.`,
      action: { label: 'Undo', run: wayBack() },
    });
    controller.open(null);
  };
  const onKey = (event: React.KeyboardEvent): boolean => {
    if (event.altKey || event.ctrlKey || event.metaKey || event.target instanceof HTMLInputElement)
      return false;
    const digit = /^[1-9]$/.test(event.key) ? Number(event.key) : 0;
    if (digit > 0) give(found[digit - 1]);
    else if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) give(found[chosen]);
    else if (event.key === 'ArrowDown') setAt(Math.min(chosen + 1, Math.min(found.length, PAGE * pages) - 1));
    else if (event.key === 'ArrowUp') setAt(Math.max(chosen - 1, 0));
    else return false;
    return true;
  };
  const holder = shift.person === null ? null : words.person(shift.person);
  const gone = !isNew && !now;
  const keepsClock = !usePlan((state) => state.references.off).includes('clock');
  const published = usePlan((state) => state.published);
  const told = keepsClock && now ? published.get(now.id) : undefined;
  const [isAsking, setIsAsking] = useState(false);
  const panel = (
    <PanelLayout
      title="Who can cover?"
      note={
        <>
          {formatDay(shift.date)} {formatTimeSpan(shift.from, shift.to, hourFormat)}, {words.role(shift.role)}
          {holder ? `, now ${holder}` : isNew ? ', a gap' : ', open'}
        </>
      }
      onKey={onKey}
      foot={
        <p className="text-muted text-sm leading-5">
          <Kbd>↑ ↓</Kbd> and <Kbd>Enter</Kbd>, or <Kbd>1</Kbd>–<Kbd>9</Kbd>, give it to that person. Lately:{' '}
          {failed
            ? 'not known now, as the server cannot be reached.'
            : `${nameOfKind(shiftKindOf(shift.date, shift.from))} in the last ${LOOK_BACK_WEEKS} weeks.`}
        </p>
      }
    >
      {isNew && <Times shift={shift} onTimes={setTimes} />}
      {told && (
        <p className="mb-2">
          <Button onClick={() => setIsAsking(true)}>Ask several people …</Button>
        </p>
      )}
      {gone ? (
        <p className="text-muted">This shift is no longer there.</p>
      ) : !lately ? (
        <p className="text-muted" aria-busy>
          Looking at everybody …
        </p>
      ) : found.length === 0 ? (
        <p className="text-muted">
          Nobody {holder ? 'else ' : ''}here works as {words.role(shift.role)}. Roles are given in People.
        </p>
      ) : (
        <>
          <p className="mb-1.5 font-semibold">
            {free === 0 ? 'Nobody without a snag' : `${free} without a snag`}
            <span className="text-muted font-normal"> of {found.length} who could work it</span>
          </p>
          <ul
            ref={list}
            role="listbox"
            aria-label="Who can cover"
            tabIndex={0}
            data-first
            className="outline-none"
          >
            {found.slice(0, PAGE * pages).map((one, i) => (
              <CandidateLine
                key={one.person.id}
                one={one}
                place={i}
                chosen={i === chosen}
                onChoose={() => setAt(i)}
                onGive={() => give(one)}
              />
            ))}
          </ul>
          {found.length > PAGE * pages && (
            <Button kind="link" onClick={() => setPages(pages + 1)}>
              Show {Math.min(PAGE, found.length - PAGE * pages)} more of {found.length}
            </Button>
          )}
        </>
      )}
    </PanelLayout>
  );
  // Keys of the panel are not those of the dialog.
  return (
    <>
      {panel}
      {isAsking && told && <AskOthers told={told} onClose={() => setIsAsking(false)} />}
    </>
  );
}

/** Asks people to take a shift that staff know of, instead of giving it to one of them. */
function AskOthers({ told, onClose }: { readonly told: Shift; readonly onClose: () => void }) {
  const controller = useController();
  const { site } = usePlan((state) => state.judgement.plan);
  const words = usePlan((state) => state.words);
  const hourFormat = usePlan((state) => state.hourFormat);
  const { id, date, from, to, role } = told;
  const [past] = useState(
    () => Math.floor(Date.now() / 60_000) - zoneClock(site.timeZone, date, date + 1).elapsed(date * 1440),
  );
  return (
    <CallDialog
      page={{ site: site.id, hourFormat, blockMinutes: site.blockMinutes }}
      shift={{ id, date, from, to, role: words.role(role) }}
      past={past}
      onBegun={() => controller.notify({ text: 'They are asked. Today says who said what.' })}
      onClose={onClose}
    />
  );
}

/** A gap may be covered for longer, or in part. */
function Times({
  shift,
  onTimes,
}: {
  readonly shift: Shift;
  readonly onTimes: (times: { from: number; to: number }) => void;
}) {
  const plan = usePlan((state) => state.judgement.plan);
  const hourFormat = usePlan((state) => state.hourFormat);
  const open = openOn(plan, shift.date);
  const [text, setText] = useState(() => formatTypedSpan(shift.from, shift.to, hourFormat, open));
  const read = parseSpan(text, open, hourFormat);
  return (
    <Field label="A shift of" className="mb-3">
      <TextInput
        className="w-[130px]"
        value={text}
        fault={read.ok ? null : asSentence(read.problem.message)}
        spellCheck={false}
        onChange={(typed) => {
          setText(typed);
          const next = parseSpan(typed, open, hourFormat);
          if (next.ok) onTimes({ from: next.value.from, to: next.value.to });
        }}
      />
    </Field>
  );
}

function CandidateLine({
  one,
  place,
  chosen,
  onChoose,
  onGive,
}: {
  readonly one: Candidate;
  readonly place: number;
  readonly chosen: boolean;
  readonly onChoose: () => void;
  readonly onGive: () => void;
}) {
  const words = usePlan((state) => state.words);
  const currency = usePlan((state) => state.judgement.plan.site.currency);
  const contract = one.person.contractMinutes;
  const worst = one.snags[0]?.severity;
  const isPayShown = usePlan((state) => state.references.seesPay);
  const cost = isPayShown ? `, ${words.money(toMajor(one.cost, decimalsOf(currency)))}` : '';
  const rest = (minutes: number | null) => (minutes === null ? 'over 3 days' : formatHours(minutes));
  return (
    <li
      role="option"
      aria-selected={chosen}
      className={`border-fine flex gap-2 border-t py-1.5 pr-1 pl-1.5 first:border-t-0 ${chosen ? 'bg-paper outline-ink outline-1' : ''}`}
      onPointerDown={onChoose}
      onDoubleClick={onGive}
    >
      <span className="text-muted w-3 shrink-0 text-right text-xs leading-[18px]">
        {place < 9 ? place + 1 : ''}
      </span>
      <span className="min-w-0 flex-1">
        <span className="flex items-baseline gap-1.5">
          <span className="truncate font-semibold">{one.person.name}</span>
          {one.snags.length === 0 && !one.impossible ? (
            <span className="text-kelp text-sm font-semibold">free</span>
          ) : (
            <Badge severity={worst}>{one.impossible ? 'busy' : worst}</Badge>
          )}
        </span>
        <span className="block text-sm leading-4">
          {bareHours(one.weekMinutes)}
          {contract !== null ? ` of ${bareHours(contract)}` : ''} h ({formatSignedHours(one.addedMinutes)})
          {one.overtimeMinutes > 0 ? `, ${formatHours(one.overtimeMinutes)} overtime` : ''}
          {cost}
        </span>
        {!one.impossible && (
          <span className="text-muted block text-sm leading-4">
            rest {rest(one.restBefore)} before, {rest(one.restAfter)} after; lately {one.recentCounts}
            {one.recentShare !== null && `, share ${Math.round(one.recentShare * 10) / 10}`}
          </span>
        )}
        {one.snags.map((snag, i) => (
          <span key={i} className="block text-sm leading-4">
            {checkOf(snag.code)!.message(snag, words)}
          </span>
        ))}
      </span>
      {!one.impossible && (
        <Button className="h-[26px] shrink-0" onClick={onGive} tabIndex={-1}>
          Give
        </Button>
      )}
    </li>
  );
}

interface Lately {
  readonly counts: ReadonlyMap<string, number>;
  readonly shares: ReadonlyMap<string, number>;
}

const NOBODY: Lately = { counts: new Map(), shares: new Map() };

/** How often people had shifts like this one lately, and how often would have been their share; null: not known yet. */
function useRecentCounts(shift: Shift): { readonly lately: Lately | null; readonly failed: boolean } {
  const { site, from } = usePlan((state) => state.judgement.plan);
  // The answer is the same for all starts in one part of the day.
  const start = startsOf(shiftKindOf(shift.date, shift.from).part).from;
  const query = `date=${formatDate(shift.date)}&from=${start}`;
  const { answer, failed } = useAnswer<Record<keyof Lately, Record<string, number>>>(
    `/api/plan/${encodeURIComponent(site.id)}/${formatDate(from)}/recent-counts?${query}`,
  );
  const lately = useMemo(() => {
    if (failed) return NOBODY;
    if (!answer) return null;
    const { counts, shares } = answer;
    return { counts: new Map(Object.entries(counts)), shares: new Map(Object.entries(shares)) };
  }, [answer, failed]);
  return { lately, failed };
}
