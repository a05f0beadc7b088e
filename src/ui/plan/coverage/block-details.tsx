import { shownJudgement } from '../state/plan-store';
import { useMemo } from 'react';
import type { Judgement } from '@/core/consequences/judge';
import { fragileOn } from '@/core/cover/reserve';
import { staffedSpans } from '@/core/plan/resolved-shift';
import { DAY } from '@/core/time/span';
import { counted, formatDay, formatTimeSpan } from '@/core/time/format';
import { useController, usePlan, useView } from '../state/controller';
import { whoCanCover } from '../input/slots';
import { Button } from '../../kit/button';

/** Who is on in a block, by role, and how many are missing. */
export function PlaceDetails() {
  const controller = useController();
  const place = useView((view) => view.place)!;
  const judgement = usePlan(shownJudgement);
  const hourFormat = usePlan((plan) => plan.hourFormat);
  const size = judgement.plan.site.blockMinutes;
  const lines = useMemo(() => whoIsOn(judgement, place.day, place.minute, size), [judgement, place, size]);
  const reserve = usePlan((state) => state.reserve);
  const words = usePlan((state) => state.words);
  const bare = useMemo(() => {
    const span = { from: place.minute, to: place.minute + size };
    return reserve ? fragileOn(judgement, place.day, span, reserve) : [];
  }, [judgement, place, size, reserve]);
  const date = judgement.plan.from + place.day;
  const dated = place.minute >= DAY ? date + 1 : date;
  const title = `${formatDay(dated)} ${formatTimeSpan(place.minute, place.minute + size, hourFormat)}`;
  return (
    <section aria-labelledby="place-title" aria-live="polite" className="border-rule mb-3 border-b pb-3">
      <div className="flex items-start justify-between">
        <h2 id="place-title" className="font-serif text-lg font-semibold">
          {title}
        </h2>
        <Button kind="small" onClick={() => controller.act.lookInto(null)}>
          Close
        </Button>
      </div>
      {lines.some((line) => line.missing > 0) && (
        <Button kind="link" className="text-sm" title="Alt W" onClick={() => whoCanCover(controller)}>
          Who can cover?
        </Button>
      )}
      {bare.map(({ row, standIns, person }) => (
        <p key={row} className="border-brass mt-1 border-l-4 pl-2 text-sm leading-[17px]">
          {standIns === 0 ? 'Nobody' : 'One person alone'} could step in for {words.person(person)} (
          {judgement.plan.roles[row].name}).
        </p>
      ))}
      {lines.length === 0 && <p className="text-muted mt-1">Nobody is on, and nobody is needed.</p>}
      <ul className="mt-1">
        {lines.map((line) => (
          <li key={line.name} className="py-1">
            <span className="font-semibold">{line.name}</span>{' '}
            <span className={line.missing > 0 ? 'text-gap font-semibold' : 'text-muted'}>
              {line.on.length} on, {line.needed} needed
              {line.missing > 0 ? `, ${line.missing} missing` : ''}
            </span>
            <span className="block text-sm">
              {line.on.length > 0 ? line.on.join(', ') : 'nobody'}
              {line.part.length > 0 && `; part of it: ${line.part.join(', ')}`}
            </span>
            {line.open > 0 && (
              <span className="text-muted block text-sm">
                {counted(line.open, 'open shift')} would cover it
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

interface OnLine {
  readonly name: string;
  readonly on: readonly string[];
  /** On for only a part of the block. */
  readonly part: readonly string[];
  readonly needed: number;
  readonly missing: number;
  readonly open: number;
}

function whoIsOn(judgement: Judgement, day: number, minute: number, size: number): OnLine[] {
  const { plan, people, staffing, context: header } = judgement;
  const from = (plan.from + day) * DAY + minute;
  const to = from + size;
  const at = from - header.start;
  const lines = plan.roles.map((role, row): OnLine => {
    const on: string[] = [];
    const part: string[] = [];
    let open = 0;
    for (const { view } of people)
      for (const shift of view.all) {
        if (shift.role !== role.id || shift.site !== null || shift.from >= to || shift.to <= from) continue;
        if (!view.person) open++;
        else {
          const whole = staffedSpans(shift).some((span) => span.from <= from && span.to >= to);
          (whole ? on : part).push(view.person.name);
        }
      }
    const block = { needed: 0, missing: 0 };
    for (let t = at; t < at + size; t++) {
      block.needed = Math.max(block.needed, staffing.needed[row][t]);
      block.missing = Math.max(block.missing, staffing.needed[row][t] - staffing.staffed[row][t]);
    }
    return { name: role.name, on, part, ...block, open };
  });
  return lines.filter(
    (line) => line.on.length > 0 || line.part.length > 0 || line.needed > 0 || line.open > 0,
  );
}
