import { useState } from 'react';
import { versionOn } from '@/core/availability/versions';
import { blocksOfWeek, drawnWeek } from '@/core/availability/week-blocks';
import type { AvailabilityKind } from '@/core/plan/types';
import { asSentence } from '@/core/sentence';
import { WEEKDAY_NAMES } from '@/core/time/format';
import { startOfWeek, weekFrom } from '@/core/time/day';
import { paint } from '@/core/time/paint';
import { DAY } from '@/core/time/span';
import type { VersionDraft } from '@/server/people/payload';
import { Painter } from '../canvas/painter';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { Segmented } from '../kit/inputs/segmented';
import { TextInput } from '../kit/inputs/text-input';
import { availabilityStyle } from '../availability/availability-style';
import { TypedWeek } from '../availability/typed-week';
import { useStaff } from './staff-context';

const BRUSHES: readonly { readonly value: AvailabilityKind | null; readonly name: string }[] = [
  { value: 'available', name: 'I can' },
  { value: 'rather-not', name: 'rather not' },
  { value: 'not-available', name: 'I cannot' },
  { value: null, name: 'wipe' },
];

/** Proposes when one can work from a date on: typed, or painted with a thumb. */
export function AvailabilityForm({ onClose }: { readonly onClose: () => void }) {
  const { page, patch } = useStaff();
  const next = startOfWeek(page.today, page.weekStart) + 7;
  const [version, setVersion] = useState<VersionDraft>(() => ({
    id: newId(),
    since: next,
    until: null,
    comment: null,
    blocks: versionOn(page.availability, next)?.blocks ?? [],
  }));
  const [brush, setBrush] = useState<AvailabilityKind | null>('available');
  const { run, busy, problem } = useCommand();
  const set = (part: Partial<VersionDraft>) => setVersion({ ...version, ...part });
  const order = weekFrom(page.weekStart);
  const days = drawnWeek(version.blocks);
  const propose = async () => {
    if (!(await run('availability.propose', { version }, 'Proposed'))) return;
    patch((before) => ({
      ...before,
      proposals: [
        {
          id: version.id,
          at: new Date().toISOString(),
          state: 'waiting',
          reason: '',
          countsFrom: null,
          version,
        },
        ...before.proposals.map((one) =>
          one.state === 'waiting' ? { ...one, state: 'withdrawn' as const } : one,
        ),
      ],
    }));
    onClose();
  };
  return (
    <div className="border-ink bg-sheet mt-2 flex flex-col gap-4 border p-3">
      <div className="grid grid-cols-2 gap-3">
        <Field label="From">
          <DateInput value={version.since} onChange={(since) => set({ since })} />
        </Field>
        <Field label="Until, if it ends">
          <DateInput value={version.until} onChange={(until) => set({ until })} />
        </Field>
      </div>
      <TypedWeek
        key={JSON.stringify(version.blocks)}
        habits={page}
        blocks={version.blocks}
        onBlocks={(blocks) => set({ blocks })}
      />
      <Segmented
        label="What a thumb paints"
        isLoose
        value={brush}
        onChange={setBrush}
        options={BRUSHES}
        className="[&_input]:min-h-11"
      />
      <Painter<AvailabilityKind>
        scrollsBelow
        label="When I can work, by weekday"
        rows={order.map((day) => ({
          id: WEEKDAY_NAMES[day],
          name: WEEKDAY_NAMES[day],
          head: <span className="font-semibold">{WEEKDAY_NAMES[day].slice(0, 3)}</span>,
        }))}
        columns={[{ name: 'Hours of the day' }]}
        hours={{ from: 0, to: DAY }}
        step={60}
        hourFormat={page.hourFormat}
        headWidth={44}
        rowHeight={48}
        cells={order.map((day) => [days[day]])}
        brush={brush}
        valueOfKey={() => undefined}
        onPaint={(row, _column, span, value) =>
          set({
            blocks: blocksOfWeek(
              days.map((spans, day) => (day === order[row] ? paint(spans, span, value) : spans)),
            ),
          })
        }
        styleOf={(value, _row, width, span) => availabilityStyle(value, width, span, page.hourFormat)}
      />
      <Field label="Comment">
        <TextInput
          className="min-h-11 w-full"
          maxLength={1000}
          placeholder="Evening classes until June"
          value={version.comment ?? ''}
          onChange={(comment) => set({ comment: comment === '' ? null : comment })}
        />
      </Field>
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
      <div className="flex gap-2">
        <Button
          kind="primary"
          className="min-h-11 flex-1"
          disabled={busy || version.since === null}
          onClick={() => void propose()}
        >
          Propose
        </Button>
        <Button className="min-h-11 flex-1" onClick={onClose}>
          Cancel
        </Button>
      </div>
    </div>
  );
}
