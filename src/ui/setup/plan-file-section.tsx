'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { startOfWeek, formatDate } from '@/core/time/day';
import { formatDays } from '@/core/time/format';
import type { PlanFileCheck } from '@/server/plan-file/payload';
import type { SetupPayload } from '@/server/site/payload';
import { ImpactList } from '../commands/week-impacts';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { TextInput } from '../kit/inputs/text-input';
import { sentence } from '../commands/sentence';
import { useCommand, usePreview } from '../commands/use-command';
import { nextWeek } from './site-section';
import { Button, buttonClass } from '../kit/button';
import { FileInput } from '../kit/inputs/file-input';
import { Page } from '../kit/page';
import { Radio } from '../kit/inputs/checkbox';

interface Picked {
  readonly name: string;
  readonly text: string;
  readonly check: PlanFileCheck;
}

/** A week of the site out as a plan file, and plan files in: as a week here, or as a site of their own. */
export function PlanFileSection({ setup }: { readonly setup: SetupPayload }) {
  const { weekStart } = setup.site;
  const [week, setWeek] = useState(() => nextWeek(weekStart) - 7);
  const [picked, pick] = useState<Picked | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const address = `/api/plan/${encodeURIComponent(setup.id)}/${formatDate(week)}/file`;
  const take = async (file: File) => {
    setTrouble(null);
    try {
      const text = await file.text();
      const response = await fetch('/api/plan-file/check', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: text,
      });
      const answer = (await response.json()) as PlanFileCheck | { ok: false; problem: { message: string } };
      if ('problem' in answer) setTrouble(answer.problem.message);
      else pick({ name: file.name, text, check: answer });
    } catch {
      setTrouble('The server cannot be reached.');
    }
  };
  return (
    <Page>
      <div className="mx-auto grid max-w-[1080px] grid-cols-[340px_minmax(0,1fr)] gap-12 max-[900px]:grid-cols-1">
        <section>
          <h2 className="font-serif text-lg font-semibold">Out</h2>
          <p className="text-muted mb-3">
            One week with its people, needs, rules and shifts as one open document, for scripts, for another
            installation, or to show somebody a problem. It holds birth dates and leave: treat it as such.
          </p>
          <Field label="A day of the week">
            <DateInput
              value={week}
              onChange={(day) => day !== null && setWeek(startOfWeek(day, weekStart))}
            />
          </Field>
          <a className={buttonClass('plain', 'mt-3')} href={address} download>
            Export {formatDays(week, 7)}
          </a>
        </section>
        <section>
          <h2 className="font-serif text-lg font-semibold">In</h2>
          <p className="text-muted mb-3">
            A plan file is looked at first; nothing is written before you say so.
          </p>
          <FileInput label="Plan file" accept=".json,application/json" onFile={(file) => void take(file)} />
          {trouble && (
            <p role="alert" className="text-gap mt-2 font-semibold">
              {trouble}
            </p>
          )}
          {picked && !picked.check.ok && <Faults picked={picked} faults={picked.check.faults} />}
          {picked?.check.ok && (
            <Use key={picked.text.length} setup={setup} picked={picked} check={picked.check} />
          )}
        </section>
      </div>
    </Page>
  );
}

function Faults({
  picked,
  faults,
}: {
  readonly picked: Picked;
  readonly faults: Extract<PlanFileCheck, { ok: false }>['faults'];
}) {
  return (
    <div role="alert" className="mt-3">
      <p className="text-gap font-semibold">
        {picked.name} has {faults.length} {faults.length === 1 ? 'fault' : 'faults'} and is not taken:
      </p>
      <ul className="mt-1 max-h-[50vh] overflow-y-auto">
        {faults.slice(0, 200).map((fault) => (
          <li key={`${fault.path} ${fault.message}`}>
            <span className="font-mono text-sm">{fault.path}</span>: {fault.message}
          </li>
        ))}
      </ul>
    </div>
  );
}

function Use({
  setup,
  picked,
  check,
}: {
  readonly setup: SetupPayload;
  readonly picked: Picked;
  readonly check: Extract<PlanFileCheck, { ok: true }>;
}) {
  const router = useRouter();
  const { weekStart } = setup.site;
  const [as, setAs] = useState<'week' | 'site'>('week');
  const [week, setWeek] = useState(() => nextWeek(weekStart));
  const [name, setName] = useState(check.site);
  const { run, busy, problem } = useCommand();
  const kind = as === 'week' ? 'plan-file.week' : 'plan-file.site';
  const input = as === 'week' ? { site: setup.id, week, text: picked.text } : { name, text: picked.text };
  const preview = usePreview(kind, as === 'site' && name.trim() === '' ? null : input);
  const fault = problem ?? (preview && !preview.ok ? preview.problem : null);
  const go = async () => {
    const done = await run(kind, input, as === 'week' ? 'The week was taken in' : `Made the site ${name}`);
    if (!done) return;
    const site = as === 'week' ? setup.id : done.answer!;
    const day = as === 'week' ? week : check.from;
    router.push(`/plan/${encodeURIComponent(site)}/${formatDate(day)}`);
  };
  return (
    <div className="mt-4">
      <p>
        <span className="font-semibold">{check.site}</span>, {formatDays(check.from, check.days)}:{' '}
        {check.people} people, {check.roles} roles, {check.needs} needs, {check.shifts} shifts.
      </p>
      <fieldset className="mt-3 flex flex-col gap-2">
        <legend className="sr-only">Import as</legend>
        <Radio name="as" checked={as === 'week'} onChange={() => setAs('week')}>
          Its shifts as a week of {setup.site.name}, from
          <DateInput
            label="First day of that week"
            value={week}
            onChange={(day) => day !== null && setWeek(startOfWeek(day, weekStart))}
          />
        </Radio>
        <Radio name="as" checked={as === 'site'} onChange={() => setAs('site')}>
          All of it as a new site, called
          <TextInput label="Name of the new site" value={name} onChange={setName} maxLength={120} />
        </Radio>
      </fieldset>
      <div className="mt-3" aria-live="polite">
        {fault ? (
          <p className="text-gap font-semibold">{sentence({ ...fault, path: '' })}</p>
        ) : as === 'week' ? (
          <ImpactList answer={preview} />
        ) : (
          <p className="text-muted">
            Everything in the file becomes a site beside the others. Undo takes it away again.
          </p>
        )}
      </div>
      <Button
        kind="primary"
        className="mt-3"
        disabled={busy || fault !== null || (as === 'site' && name.trim() === '')}
        onClick={() => void go()}
      >
        {busy ? 'Importing …' : as === 'week' ? 'Import the week' : 'Create the site'}
      </Button>
    </div>
  );
}
