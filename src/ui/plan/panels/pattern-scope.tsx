import type { ShiftSpec } from '@/core/plan/shift-spec';
import type { Shift } from '@/core/plan/types';
import { ImpactList } from '../../commands/week-impacts';
import { useCommand, usePreview } from '../../commands/use-command';
import { useController, usePlan } from '../state/controller';
import { focusPanel } from './panel-layout';
import { Button } from '../../kit/button';
import { Checkbox, Radio } from '../../kit/inputs/checkbox';
import { weekdayOf } from '@/core/time/day';
import { WEEKDAY_NAMES } from '@/core/time/format';
import { useState } from 'react';

export type EditScope = 'this' | 'later' | 'unpublished';

const REACHES: readonly (readonly [EditScope, string])[] = [
  ['this', 'this one only'],
  ['later', 'this and later'],
  ['unpublished', 'all not yet published'],
];

/** How far a change of a shift that follows a pattern reaches. */
export function PatternScope({
  reach,
  onReach,
}: {
  readonly reach: EditScope;
  readonly onReach: (reach: EditScope) => void;
}) {
  return (
    <div role="radiogroup" aria-label="How far the change reaches" className="mb-2 flex flex-col">
      {REACHES.map(([value, name]) => (
        <Radio key={value} name="reach" checked={reach === value} onChange={() => onReach(value)}>
          {name}
        </Radio>
      ))}
    </div>
  );
}

/** A change of more than one occurrence: how many it touches and what follows, then the button. */
export function FurtherChange({
  shift,
  reach,
  form,
  person,
  blocked = null,
}: {
  readonly shift: Shift;
  readonly reach: Exclude<EditScope, 'this'>;
  /** null: they go. */
  readonly form: ShiftSpec | null;
  readonly person?: string | null;
  readonly blocked?: string | null;
}) {
  const controller = useController();
  const site = usePlan((state) => state.judgement.plan.site.id);
  const pending = usePlan((state) => state.pending.length);
  const from = usePlan((state) => state.judgement.plan.from);
  const week = from + Math.floor((shift.date - from) / 7) * 7;
  const source = shift.detail!.pattern!;
  const hasWeekdays = usePlan(
    (state) => state.references.patterns.find((one) => one.id === source.id)?.hasWeekdays ?? false,
  );
  const [allWeekdays, reachAll] = useState(false);
  const input = {
    site,
    shift: shift.id,
    scope: reach,
    allWeekdays,
    form,
    ...(person === undefined ? {} : { person }),
  };
  const preview = usePreview('pattern.change', blocked || pending > 0 ? null : input);
  const { run, busy, problem } = useCommand();
  const wrong = blocked ?? problem?.message ?? (preview && !preview.ok ? preview.problem.message : null);
  const act = async () => {
    if (!(await run('pattern.change', input, form === null ? 'Deleted' : 'Changed'))) return;
    await controller.refresh();
    if (form === null) controller.open(null);
    else focusPanel();
  };
  return (
    <div>
      {hasWeekdays && (
        <Checkbox checked={allWeekdays} onChange={reachAll}>
          the other weekdays too, not only {WEEKDAY_NAMES[weekdayOf(source.originalDate)]}s
        </Checkbox>
      )}
      {wrong ? (
        <p className="text-gap text-sm font-semibold">{wrong}.</p>
      ) : (
        <div className="max-h-[180px] overflow-y-auto text-sm leading-[17px]">
          <ImpactList answer={preview} week={week} />
        </div>
      )}
      <Button
        kind="primary"
        className="mt-2"
        disabled={busy || wrong !== null || preview === null}
        onClick={() => void act()}
      >
        {form === null ? 'Delete' : 'Change'} {reach === 'later' ? 'this and later' : 'all not yet published'}
      </Button>
    </div>
  );
}
