import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { asSentence } from '@/core/sentence';
import type { Day } from '@/core/time/day';
import { type HourFormat, formatDay, formatHours, formatTimeSpan } from '@/core/time/format';
import { type CallMode, LONGEST_PAUSE, SHORTEST_PAUSE } from '@/core/today/call-round';
import type { CallCandidate } from '@/server/calls/payload';
import { newId } from '../commands/new-id';
import { useAnswer } from '../commands/use-answer';
import { useCommand, usePreview } from '../commands/use-command';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { Checkbox } from '../kit/inputs/checkbox';
import { Field } from '../kit/inputs/field';
import { Segmented } from '../kit/inputs/segmented';
import { TextInput } from '../kit/inputs/text-input';
import { TimeInput } from '../kit/inputs/time-input';
import { Refused } from '../kit/states';
import { Table } from '../kit/table';

/** How many are ticked at first, and how many lines are drawn. */
const [FIRST, MOST] = [5, 40];

interface Asking {
  readonly mode: CallMode;
  readonly pause: string;
  readonly since: number | null;
  readonly note: string;
  /** Those who were ticked by hand, or all; null: as it was offered. */
  readonly people: readonly string[] | null;
}

/** A published shift that people are asked to take; its minutes are those of its date. */
export interface OfferedShift {
  readonly id: string;
  readonly date: Day;
  readonly from: number;
  readonly to: number;
  /** The name of its role. */
  readonly role: string;
}

/** Chooses who is asked to take a shift, and how, and says what that does before it begins. */
export function CallDialog({
  page,
  shift: { id: shift, date, from, to, role },
  past,
  onBegun,
  onClose,
}: {
  readonly page: {
    readonly site: string;
    readonly hourFormat: HourFormat;
    readonly blockMinutes: number;
  };
  readonly shift: OfferedShift;
  /** How many minutes of its date are over; below 0: it is yet to come. */
  readonly past: number;
  readonly onBegun?: () => void;
  readonly onClose: () => void;
}) {
  const left = Math.ceil((past + 1) / page.blockMinutes) * page.blockMinutes;
  const hasBegun = left > from && left < to;
  const form = useForm<Asking>({
    defaultValues: {
      ...{ mode: 'in-turn', pause: '10', note: '', people: null },
      since: hasBegun ? left : null,
    },
  });
  const { mode, pause, since, note, people } = useWatch({ control: form.control }) as Asking;
  const [id] = useState(newId);
  const { run, busy, problem } = useCommand();
  const { answer, failed } = useAnswer<{ readonly candidates: readonly CallCandidate[] }>(
    `/api/today/${encodeURIComponent(page.site)}/candidates?shift=${encodeURIComponent(shift)}${
      since === null ? '' : `&since=${since}`
    }`,
  );
  const all = answer?.candidates ?? [];
  const free = all.filter(({ isBarred }) => !isBarred);
  const without = free.filter(({ snags }) => snags.length === 0);
  const offered = (without.length > 0 ? without : free).slice(0, FIRST).map((one) => one.id);
  const chosen = free.flatMap((one) => ((people ?? offered).includes(one.id) ? [one.id] : []));
  const minutes = /^\d{1,3}$/.test(pause.trim()) ? Number(pause) : null;
  const isPause = minutes !== null && minutes >= SHORTEST_PAUSE && minutes <= LONGEST_PAUSE;
  const isRight = chosen.length > 0 && (mode === 'at-once' || isPause);
  const input = {
    ...{ id, site: page.site, shift, people: chosen, mode, since, note: note.trim() },
    pause: isPause ? minutes : 10,
  };
  const preview = usePreview('call.begin', isRight ? input : null);
  const refused = problem ?? (preview?.ok === false ? preview.problem : null);
  return (
    <Dialog
      title={`Ask who takes ${formatDay(date)}, ${formatTimeSpan(since ?? from, to, page.hourFormat)} ${role}`}
      className="w-[640px]"
      onClose={onClose}
    >
      <div className="flex flex-wrap items-end gap-x-5 gap-y-3">
        <Segmented
          label="In which order"
          value={mode}
          onChange={(one) => form.setValue('mode', one)}
          options={[
            { value: 'in-turn', name: 'One after another' },
            { value: 'at-once', name: 'All at once' },
          ]}
        />
        {mode === 'in-turn' && (
          <label className="flex items-center gap-2">
            the next after
            <TextInput
              label="Minutes before the next is asked"
              className="w-[52px]"
              inputMode="numeric"
              value={pause}
              fault={isPause ? null : `${SHORTEST_PAUSE} to ${LONGEST_PAUSE}`}
              onChange={(text) => form.setValue('pause', text)}
            />
            min
          </label>
        )}
        {hasBegun && (
          <div className="flex items-center gap-2">
            <Checkbox
              checked={since !== null}
              onChange={(isRest) => form.setValue('since', isRest ? left : null)}
            >
              only the rest, from
            </Checkbox>
            <TimeInput
              label="From"
              hourFormat={page.hourFormat}
              step={page.blockMinutes}
              within={{ from: from + 1, to: to - 1 }}
              value={since}
              disabled={since === null}
              onChange={(minute) => form.setValue('since', minute)}
            />
          </div>
        )}
      </div>
      <Field label="What to say with it" className="mt-3">
        <TextInput
          placeholder="Nothing more"
          className="w-full"
          maxLength={200}
          value={note}
          onChange={(text) => form.setValue('note', text)}
        />
      </Field>
      {failed && <p className="text-gap mt-3">Who could be asked is not known just now.</p>}
      {!answer && !failed && <p className="text-muted mt-3">Looking for who could …</p>}
      {answer && all.length === 0 && <p className="mt-3">Nobody here holds the role.</p>}
      {all.length > 0 && (
        <Table isFlush className="mt-3" aria-label="Who is asked">
          <thead>
            <tr>
              <th>Asked</th>
              <th className="text-right">Week with it, as published</th>
              <th>What it means</th>
            </tr>
          </thead>
          <tbody>
            {all.slice(0, MOST).map((one) => (
              <tr key={one.id} className={one.isBarred ? 'text-muted' : undefined}>
                <td>
                  <Checkbox
                    checked={chosen.includes(one.id)}
                    disabled={one.isBarred}
                    onChange={(isOn) =>
                      form.setValue(
                        'people',
                        isOn ? [...chosen, one.id] : chosen.filter((other) => other !== one.id),
                      )
                    }
                  >
                    <span className="whitespace-nowrap">{one.name}</span>
                  </Checkbox>
                  {one.phone && <span className="text-muted block pl-6 text-sm">{one.phone}</span>}
                </td>
                <td className="text-right whitespace-nowrap">{formatHours(one.week)}</td>
                <td className="text-sm">{one.snags.slice(0, 2).map(asSentence).join(' ')}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {all.length > MOST && (
        <p className="text-muted text-sm">
          The best {MOST} of {all.length}.
        </p>
      )}
      <div className="bg-sheet border-rule sticky -bottom-5 -mx-5 mt-3 -mb-5 flex flex-wrap items-center gap-x-4 gap-y-1 border-t px-5 py-3">
        <Button
          kind="primary"
          busy={busy}
          disabled={!isRight}
          onClick={async () => {
            if (!(await run('call.begin', input))) return;
            onBegun?.();
            onClose();
          }}
        >
          {chosen.length === 1 ? 'Ask 1 person' : `Ask ${chosen.length} people`}
        </Button>
        {!refused && preview?.ok && <span className="text-muted text-sm">{preview.remarks.join(' ')}</span>}
        <Refused problem={refused} />
      </div>
    </Dialog>
  );
}
