import { useState } from 'react';
import type { Change } from '@/core/plan/change';
import { join, split } from '@/core/plan/shift-edits';
import type { Shift } from '@/core/plan/types';
import { parseTimeWithin } from '@/core/time/parse-time';
import { counted, formatTimeSpan, formatTime } from '@/core/time/format';
import { newId } from '../../commands/new-id';
import { copyOf } from '@/core/grid/cell-changes';
import { useController, usePlan } from '../state/controller';
import { Outcome, focusPanel } from './panel-layout';
import { FurtherChange, PatternScope, type EditScope } from './pattern-scope';
import { Button } from '../../kit/button';
import { Checkbox } from '../../kit/inputs/checkbox';
import { Field } from '../../kit/inputs/field';
import { TextInput } from '../../kit/inputs/text-input';

type Doing = 'split' | 'join' | 'open' | 'others' | 'remove' | null;

/** What can be done with a shift as a whole; each says what it would do before it is done. */
export function ShiftActions({ shift, follows }: { readonly shift: Shift; readonly follows: boolean }) {
  const controller = useController();
  const [doing, setDoing] = useState<Doing>(null);
  const next = useNext(shift);
  const own = shift.detail?.pattern?.overridden ?? false;
  const done = () => {
    setDoing(null);
    focusPanel();
  };
  const toggle = (what: Doing) => () => setDoing(doing === what ? null : what);
  const button = (what: Exclude<Doing, null>, name: string) => (
    <Button aria-pressed={doing === what} onClick={toggle(what)}>
      {name}
    </Button>
  );
  return (
    <div>
      <div className="flex flex-wrap gap-1.5">
        <Button title="Alt W" onClick={() => controller.open({ kind: 'cover', shift, isNew: false })}>
          Who can cover?
        </Button>
        {button('split', 'Split')}
        {next && button('join', 'Join')}
        {shift.person !== null && button('open', 'Turn open')}
        {button('others', 'Assign to others')}
        {button('remove', 'Delete')}
        {own && (
          <Button
            title="The next change of its pattern reaches it again"
            onClick={() => controller.commit(followAgain(shift))}
          >
            Follow its pattern
          </Button>
        )}
      </div>
      {doing && (
        <div className="mt-2.5">
          {doing === 'split' && <Split shift={shift} onDone={done} />}
          {doing === 'join' && next && <Join shift={shift} next={next} onDone={done} />}
          {doing === 'open' && (
            <Act
              changes={[{ do: 'set', id: shift.id, shift: { person: null } }]}
              verb="Turn open"
              onDone={done}
            />
          )}
          {doing === 'others' && <Others shift={shift} onDone={done} />}
          {doing === 'remove' && <Remove shift={shift} follows={follows} />}
        </div>
      )}
    </div>
  );
}

function followAgain(shift: Shift): Change[] {
  const detail = shift.detail!;
  return [
    {
      do: 'set',
      id: shift.id,
      shift: { detail: { ...detail, pattern: { ...detail.pattern!, overridden: false } } },
    },
  ];
}

/** Says what changes would do, and does them. */
function Act({
  changes,
  verb,
  close = false,
  onDone,
}: {
  readonly changes: readonly Change[];
  readonly verb: string;
  readonly close?: boolean;
  readonly onDone?: () => void;
}) {
  const controller = useController();
  const tried = changes.length > 0 ? controller.try(changes) : null;
  return (
    <Outcome text={tried?.text ?? ''} refused={tried?.rejectedReason != null}>
      <Button
        kind="primary"
        disabled={!tried || tried.rejectedReason !== null}
        onClick={() => {
          if (!controller.commit(changes)) return;
          if (close) controller.open(null);
          else onDone?.();
        }}
      >
        {verb}
      </Button>
    </Outcome>
  );
}

function Split({ shift, onDone }: { readonly shift: Shift; readonly onDone: () => void }) {
  const hourFormat = usePlan((state) => state.hourFormat);
  const plan = usePlan((state) => state.judgement.plan);
  const block = plan.site.blockMinutes;
  const middle = Math.round((shift.from + shift.to) / 2 / block) * block;
  const [text, setText] = useState(() => formatTime(middle, hourFormat));
  const at = parseTimeWithin(text, shift, hourFormat, 'neither');
  const [id] = useState(newId);
  const done = at === null ? null : split(shift, at, id);
  const changes: Change[] =
    done?.ok === true
      ? [
          { do: 'set', id: shift.id, shift: done.first },
          { do: 'add', shift: done.second },
        ]
      : [];
  return (
    <>
      <Field label="Split at" className="mb-1.5">
        <TextInput
          className="w-[80px]"
          value={text}
          fault={
            at === null ? `Type a time between ${formatTimeSpan(shift.from, shift.to, hourFormat)}.` : null
          }
          autoFocus
          spellCheck={false}
          onChange={setText}
        />
      </Field>
      {at !== null && <Act changes={changes} verb="Split" onDone={onDone} />}
    </>
  );
}

/** The next shift of the same person, which this one could be joined with; null: none. */
function useNext(shift: Shift): Shift | null {
  const shifts = usePlan((state) => state.judgement.plan.shifts);
  if (shift.person === null) return null;
  const start = (one: Shift) => one.date * 1440 + one.from;
  const after = shifts.filter(
    (one) => one.person === shift.person && one.id !== shift.id && start(one) > start(shift),
  );
  const [next] = after.sort((a, b) => start(a) - start(b));
  return next && join(shift, next).ok ? next : null;
}

function Join({
  shift,
  next,
  onDone,
}: {
  readonly shift: Shift;
  readonly next: Shift;
  readonly onDone: () => void;
}) {
  const hourFormat = usePlan((state) => state.hourFormat);
  const done = join(shift, next);
  if (!done.ok) return <p className="text-gap">{done.problem.message}.</p>;
  const pause = (next.date - shift.date) * 1440 + next.from - shift.to;
  return (
    <>
      <p className="mb-1 text-sm">
        With {formatTimeSpan(next.from, next.to, hourFormat)}
        {pause > 0 ? `; the ${pause} min between them become an unpaid break` : ''}.
      </p>
      <Act
        changes={[
          { do: 'remove', id: next.id },
          { do: 'set', id: shift.id, shift: done.patch },
        ]}
        verb="Join"
        onDone={onDone}
      />
    </>
  );
}

function Others({ shift, onDone }: { readonly shift: Shift; readonly onDone: () => void }) {
  const plan = usePlan((state) => state.judgement.plan);
  const [chosen, choose] = useState<ReadonlySet<string>>(new Set());
  const [text, setText] = useState('');
  const wanted = text.trim().toLocaleLowerCase();
  const able = plan.people.filter(
    (person) =>
      person.id !== shift.person &&
      (shift.role === null || person.roles.some((held) => held.role === shift.role)) &&
      person.name.toLocaleLowerCase().includes(wanted),
  );
  const changes = [...chosen].map((person): Change => ({
    do: 'add',
    shift: copyOf(shift, newId(), { person }),
  }));
  return (
    <>
      <TextInput
        className="mb-1 w-full"
        placeholder="Part of a name"
        label="Part of a name"
        value={text}
        autoFocus
        onChange={setText}
      />
      <ul className="border-rule mb-1.5 max-h-[150px] overflow-y-auto border">
        {able.slice(0, 60).map(({ id, name }) => (
          <li key={id}>
            <Checkbox
              className="flex px-2"
              checked={chosen.has(id)}
              onChange={() => {
                const next = new Set(chosen);
                if (!next.delete(id)) next.add(id);
                choose(next);
              }}
            >
              {name}
            </Checkbox>
          </li>
        ))}
        {able.length === 0 && <li className="text-muted px-2 py-1">Nobody else holds its role.</li>}
      </ul>
      {changes.length > 0 && (
        <Act changes={changes} verb={`Assign to ${counted(changes.length, 'other')}`} onDone={onDone} />
      )}
    </>
  );
}

function Remove({ shift, follows }: { readonly shift: Shift; readonly follows: boolean }) {
  const [reach, setReach] = useState<EditScope>('this');
  return (
    <>
      {follows && <PatternScope reach={reach} onReach={setReach} />}
      {reach === 'this' ? (
        <>
          {follows && <p className="text-muted mb-1 text-sm">This date is then left out of the pattern.</p>}
          <Act changes={[{ do: 'remove', id: shift.id }]} verb="Delete" close />
        </>
      ) : (
        <FurtherChange shift={shift} reach={reach} form={null} />
      )}
    </>
  );
}
