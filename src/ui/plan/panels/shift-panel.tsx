import Link from 'next/link';
import { useMemo, useState } from 'react';
import { diffShift, toShiftSpec } from '@/core/plan/shift-spec';
import type { Change } from '@/core/plan/change';
import { openOn } from '@/core/plan/plan-context';
import { detailWith, withTimes } from '@/core/plan/shift-edits';
import { NO_DETAIL, type Shift, type ShiftDetail } from '@/core/plan/types';
import { parseSpan, formatTypedSpan } from '@/core/time/parse-time';
import { formatDay, formatLongDay, formatTimeSpan } from '@/core/time/format';
import { Checkbox } from '../../kit/inputs/checkbox';
import { Field } from '../../kit/inputs/field';
import { Select } from '../../kit/inputs/select';
import { TextArea, TextInput } from '../../kit/inputs/text-input';
import { useController, usePlan } from '../state/controller';
import { Outcome, PanelLayout, focusPanel } from './panel-layout';
import { FurtherChange, PatternScope, type EditScope } from './pattern-scope';
import { AskedFor } from './selected';
import { ShiftActions } from './shift-actions';
import { ShiftHistory } from './shift-history';
import { Breaks, Duties } from './shift-parts';
import { Button } from '../../kit/button';
import { asSentence } from '@/core/sentence';
import { Combobox } from '../../kit/inputs/combobox';

/** Nobody has it. */
const OPEN = { value: '', name: 'Open' };

/** One shift in full: everything that can be said of it, and what a change would do before it is kept. */
export function ShiftPanel({ id }: { readonly id: string }) {
  const shift = usePlan((state) => state.judgement.plan.shifts.find((one) => one.id === id) ?? null);
  if (!shift)
    return (
      <PanelLayout title="Shift">
        <p className="text-muted">This shift is no longer there.</p>
      </PanelLayout>
    );
  return <ShiftForm shift={shift} />;
}

/** Lines of the check-list that hold nothing are not kept. */
function withoutEmptyLines(shift: Shift): Shift {
  if (!shift.detail) return shift;
  const tasks = shift.detail.tasks.map((task) => task.trim()).filter(Boolean);
  return { ...shift, detail: detailWith(shift, { tasks }) };
}

function ShiftForm({ shift }: { readonly shift: Shift }) {
  const controller = useController();
  const { plan, indexOf, people } = usePlan((state) => state.judgement);
  const hourFormat = usePlan((state) => state.hourFormat);
  const beside = usePlan((state) => state.references);
  const words = usePlan((state) => state.words);
  const [base, setBase] = useState(shift);
  const [draft, setDraft] = useState(shift);
  /** Raised whenever fields have to be written anew. */
  const [version, setVersion] = useState(0);
  const timesOf = (one: Shift) => formatTypedSpan(one.from, one.to, hourFormat, openOn(plan, one.date));
  const [times, setTimes] = useState(() => timesOf(shift));
  const [wrong, setWrong] = useState<ReadonlyMap<string, string>>(new Map());
  const [reach, setReach] = useState<EditScope>('this');
  // The shift changed under the form: what was typed here stays, on top of it.
  if (shift !== base && JSON.stringify(shift) !== JSON.stringify(base)) {
    const typed = diffShift(base, draft);
    const next = typed ? { ...shift, ...typed } : shift;
    const fixed = draft.fixed === base.fixed ? shift.fixed : draft.fixed;
    setBase(shift);
    setDraft({ ...next, fixed });
    if (!typed) setVersion(version + 1);
    if (next.from !== draft.from || next.to !== draft.to || !typed) setTimes(timesOf(next));
  }
  const detail = draft.detail ?? NO_DETAIL;
  const set = (part: Partial<Shift>) => setDraft((now) => ({ ...now, ...part }));
  const say = (part: Partial<ShiftDetail>) => setDraft((now) => ({ ...now, detail: detailWith(now, part) }));
  const fault = (field: string) => (message: string | null) =>
    setWrong((now) => {
      const next = new Map(now);
      if (message === null) next.delete(field);
      else next.set(field, message);
      return next;
    });
  const read = parseSpan(times, openOn(plan, draft.date), hourFormat);
  const typeTimes = (text: string) => {
    setTimes(text);
    const meant = parseSpan(text, openOn(plan, draft.date), hourFormat);
    if (meant.ok)
      setDraft((now) => ({ ...now, ...withTimes(now, { from: meant.value.from, to: meant.value.to }) }));
  };
  const patch = useMemo(() => {
    const changed = diffShift(shift, withoutEmptyLines(draft)) ?? {};
    return shift.fixed === draft.fixed ? changed : { ...changed, fixed: draft.fixed };
  }, [shift, draft]);
  const dirty = Object.keys(patch).length > 0;
  const changes: Change[] = dirty ? [{ do: 'set', id: shift.id, shift: patch }] : [];
  const tried = dirty ? controller.try(changes) : null;
  const firstWrong = read.ok ? [...wrong.values()][0] : read.problem.message;
  const from = shift.detail?.pattern ?? null;
  const pattern = from && beside.patterns.find((one) => one.id === from.id);
  const follows = from !== null && pattern !== undefined && pattern !== null && !from.overridden;
  const keep = () => {
    if (firstWrong !== undefined) return controller.notify({ text: `${firstWrong}.` });
    if (dirty && controller.commit(changes)) focusPanel();
  };
  const placed = people[
    shift.person === null ? people.length - 1 : indexOf.get(shift.person)!
  ].view.shifts.find((one) => one.id === shift.id);
  const standingOf = (field: 'label' | 'station' | 'note', what: string) => (
    <Checkbox
      checked={!detail.oneOff[field]}
      onChange={(stands) => say({ oneOff: { ...detail.oneOff, [field]: !stands } })}
    >
      <span className="text-sm">{what} stands every week</span>
    </Checkbox>
  );
  return (
    <PanelLayout
      title={`${formatLongDay(shift.date)}, ${formatTimeSpan(shift.from, shift.to, hourFormat)}`}
      note={
        <>
          {shift.person === null ? 'Open shift' : words.person(shift.person)}, {words.role(shift.role)}
          {placed ? `, ${words.hours(placed.paid)} paid` : ''}
          {from && (
            <span className="block">
              {pattern ? `From pattern ${pattern.name}` : 'From a pattern that has ended'}
              {from.overridden ? ', changed by hand: it does not follow.' : '.'}
            </span>
          )}
        </>
      }
      onKey={(event) => {
        if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return false;
        if (reach === 'this') keep();
        return true;
      }}
      foot={
        dirty ? (
          <>
            {follows && <PatternScope reach={reach} onReach={setReach} />}
            {reach === 'this' || !follows ? (
              <Outcome
                text={firstWrong !== undefined ? `${firstWrong}.` : (tried?.text ?? '')}
                refused={firstWrong !== undefined || tried?.rejectedReason != null}
              >
                <Button
                  kind="primary"
                  disabled={firstWrong !== undefined || tried?.rejectedReason != null}
                  onClick={keep}
                  title="Ctrl Enter"
                >
                  Save
                </Button>
                <Button
                  onClick={() => {
                    setDraft(shift);
                    setTimes(timesOf(shift));
                    setWrong(new Map());
                    setVersion(version + 1);
                  }}
                >
                  Discard
                </Button>
              </Outcome>
            ) : (
              <FurtherChange
                shift={shift}
                reach={reach}
                form={toShiftSpec(withoutEmptyLines(draft))}
                person={draft.person === shift.person ? undefined : draft.person}
                blocked={
                  firstWrong ?? (draft.date === shift.date ? null : 'The day is changed for this one only')
                }
              />
            )}
          </>
        ) : (
          <ShiftActions shift={shift} follows={follows} />
        )
      }
    >
      <div className="flex flex-col gap-3">
        <AskedFor shifts={[shift.id]} />
        <div className="grid grid-cols-2 gap-2">
          <Field label="Person">
            <Combobox
              isFirst
              value={draft.person ?? ''}
              onChange={(person) => set({ person: person || null })}
              options={[OPEN, ...plan.people.map(({ id, name }) => ({ value: id, name }))]}
            />
          </Field>
          <Field label="Role">
            <Select
              value={draft.role ?? ''}
              onChange={(role) => set({ role: role || null })}
              options={[['', 'None'], ...plan.roles.map(({ id, name }) => [id, name] as const)]}
            />
          </Field>
          <Field label="Times">
            <TextInput
              value={times}
              fault={read.ok ? null : asSentence(read.problem.message)}
              spellCheck={false}
              autoComplete="off"
              onChange={typeTimes}
            />
          </Field>
          <Field label="Day">
            <Select
              value={draft.date}
              onChange={(date) => set({ date })}
              options={Array.from(
                { length: plan.days },
                (_, i) => [plan.from + i, formatDay(plan.from + i)] as const,
              )}
            />
          </Field>
        </div>
        <Breaks
          key={`breaks ${version}`}
          shift={draft}
          rule={placed?.break.minutes ?? 0}
          onChange={set}
          onWrong={fault}
        />
        <Duties
          key={`duties ${version}`}
          duties={detail.duties}
          shift={draft}
          onChange={(duties) => say({ duties })}
          onWrong={fault}
        />
        <div>
          <Field label="Shift name">
            <TextInput
              className="w-full"
              value={draft.label ?? ''}
              onChange={(label) => set({ label: label || null })}
              maxLength={80}
            />
          </Field>
          {draft.label && standingOf('label', 'The shift name')}
        </div>
        <div>
          <Field label="Station">
            <Select
              value={detail.station ?? ''}
              onChange={(station) => say({ station: station || null })}
              options={[
                ['', 'None'],
                ...[...new Set([...beside.stations, ...(detail.station ? [detail.station] : [])])].map(
                  (name) => [name, name] as const,
                ),
              ]}
            />
          </Field>
          {beside.stations.length === 0 && (
            <Link
              className="link link-primary font-semibold text-sm"
              prefetch={false}
              href={`/setup/${encodeURIComponent(plan.site.id)}/templates`}
            >
              Name the stations of this site
            </Link>
          )}
          {detail.station && standingOf('station', 'The station')}
        </div>
        <div>
          <Field label="Note">
            <TextArea
              className="min-h-[52px] w-full"
              value={draft.note ?? ''}
              maxLength={2000}
              onChange={(note) => set({ note: note || null })}
            />
          </Field>
          {draft.note && standingOf('note', 'The note')}
        </div>
        <Field label="Check-list, a line each">
          <TextArea
            className="min-h-[52px] w-full"
            value={detail.tasks.join('\n')}
            onChange={(text) => say({ tasks: text === '' ? [] : text.split('\n').slice(0, 60) })}
          />
        </Field>
        <Checkbox checked={draft.fixed} onChange={(fixed) => set({ fixed })}>
          fixed: a proposal must not move it
        </Checkbox>
        <ShiftHistory id={shift.id} />
      </div>
    </PanelLayout>
  );
}
