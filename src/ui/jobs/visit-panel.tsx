import { useState } from 'react';
import { checkOf } from '@/core/checks/list';
import type { Snag } from '@/core/checks/shared/snag';
import type { ResolvedVisit } from '@/core/jobs/resolved-visit';
import { JOB_STATE_WORDS, jobState } from '@/core/jobs/job-state';
import type { VisitChange, VisitPatch } from '@/core/jobs/visit-change';
import { DAY } from '@/core/time/span';
import { formatDay, formatHours, formatTimeSpan } from '@/core/time/format';
import type { JobsPage } from '@/server/jobs/payload';
import { Badge } from '../kit/badge';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { TimeInput } from '../kit/inputs/time-input';
import { Refused } from '../kit/states';
import type { CrewDays } from './use-crew-days';

/** A visit: what it is, when and whose, what is wrong with it, and what would be if it were moved. */
export function VisitPanel({
  page,
  days,
  visit: resolved,
  snags,
  onClose,
}: {
  readonly page: JobsPage;
  readonly days: CrewDays;
  readonly visit: ResolvedVisit;
  readonly snags: readonly Snag[];
  readonly onClose: () => void;
}) {
  const { visit, job, pieces, minutes, personMinutes } = resolved;
  const { words, work, field, plan, context, consequences, commit, busy, problem } = days;
  const [draft, setDraft] = useState<VisitPatch>({});
  const now = { ...visit, ...draft };
  const changes: VisitChange[] =
    Object.keys(draft).length > 0 ? [{ do: 'set-visit', id: visit.id, visit: draft }] : [];
  const set = (part: VisitPatch) => setDraft({ ...draft, ...part });
  const place = job.place === null ? null : field.index.places.get(job.place);
  const state = jobState(
    job,
    work.visits.filter((one) => one.job === job.id),
  );
  const wallSpan = ({ from, to }: (typeof pieces)[number]) => {
    const [start, end] = [context.clock.wall(from), context.clock.wall(to)];
    const date = Math.floor(start / DAY);
    return `${formatDay(date)} ${formatTimeSpan(start - date * DAY, end - date * DAY, page.hourFormat)}`;
  };
  return (
    <>
      <div className="mb-1 flex items-start gap-2">
        <h2 className="mr-auto font-serif text-lg font-semibold">{words.job(job.id)}</h2>
        <Button kind="quiet" onClick={onClose}>
          Close
        </Button>
      </div>
      <p>{job.title}</p>
      <p className="text-muted text-sm">
        {[place?.customer?.name, place?.zone, JOB_STATE_WORDS[state]].filter(Boolean).join(', ')}
        {job.latest !== null && `; by ${formatDay(job.latest)}`}
      </p>
      {page.notes[job.id] && <p className="mt-1 text-sm">{page.notes[job.id]}</p>}
      <p className="mt-2 text-sm">
        {formatHours(personMinutes)} of one person is {formatHours(minutes)} here
        {pieces.length > 1 && `, in ${pieces.length} pieces`}:
      </p>
      <ul className="text-sm">
        {pieces.map((piece) => (
          <li key={piece.from}>{wallSpan(piece)}</li>
        ))}
      </ul>
      {snags.length > 0 && (
        <ul aria-label="What is wrong" className="mt-3">
          {snags.map((snag, i) => {
            const check = checkOf(snag.code)!;
            const fix = check.fix?.(snag, plan, words) ?? null;
            return (
              <li key={i} className="border-fine border-t py-1.5 text-sm">
                <Badge severity={snag.severity}>{check.title}</Badge> {check.message(snag, words)}
                {fix && page.canChange && (
                  <Button
                    kind="link"
                    disabled={busy}
                    onClick={() => void commit(fix.changes as readonly VisitChange[])}
                  >
                    {fix.label}
                  </Button>
                )}
              </li>
            );
          })}
        </ul>
      )}
      {page.canChange && (
        <div className="border-rule mt-3 flex flex-col gap-2 border-t pt-3">
          <Field label="Crew">
            <Select
              className="w-full"
              value={now.crew ?? ''}
              onChange={(crew) => set({ crew, person: null })}
              options={work.crews.map(({ id, name }) => [id, name] as const)}
            />
          </Field>
          <div className="flex gap-2">
            <Field label="Date">
              <DateInput isNeeded value={now.date} onChange={(date) => date !== null && set({ date })} />
            </Field>
            <Field label="From">
              <TimeInput
                label="From"
                hourFormat={page.hourFormat}
                step={15}
                within={{ from: 0, to: 1439 }}
                value={now.from}
                onChange={(from) => from !== null && set({ from })}
              />
            </Field>
          </div>
          <Checkbox checked={now.isFixed} onChange={(isFixed) => set({ isFixed })}>
            an appointment: nothing moves it
          </Checkbox>
          <Checkbox checked={now.isThrough} onChange={(isThrough) => set({ isThrough })}>
            goes on through pauses and the end of the day
          </Checkbox>
          {changes.length > 0 && <Would lines={consequences(changes)} />}
          <Refused problem={problem} />
          <div className="flex flex-wrap gap-2">
            <Button
              kind="primary"
              busy={busy}
              disabled={changes.length === 0}
              onClick={() => void commit(changes).then((done) => done && setDraft({}))}
            >
              Move
            </Button>
            <Button
              disabled={busy}
              onClick={() =>
                void commit([{ do: 'remove-visit', id: visit.id }]).then((done) => done && onClose())
              }
            >
              Back to waiting
            </Button>
          </div>
        </div>
      )}
    </>
  );
}

/** What a change would do, in sentences. */
export function Would({ lines }: { readonly lines: readonly string[] }) {
  if (lines.length === 0) return <p className="text-muted text-sm">Nothing is wrong with it.</p>;
  return (
    <ul aria-label="What it would do" className="text-sm">
      {lines.slice(0, 6).map((line) => (
        <li key={line} className={line.startsWith('Clears') ? 'text-kelp' : 'text-gap'}>
          {line}
        </li>
      ))}
      {lines.length > 6 && <li className="text-muted">{lines.length - 6} more</li>}
    </ul>
  );
}
