'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { type Day, formatDate } from '@/core/time/day';
import { counted, formatDays } from '@/core/time/format';
import type { CopyMode } from '@/core/week/copy-week';
import type { RecurringPayload, StartRequest, WeekSource } from '@/server/week/payload';
import { ImpactList } from '../commands/week-impacts';
import { Checkbox } from '../kit/inputs/checkbox';
import { Field } from '../kit/inputs/field';
import { CountInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { newId } from '../commands/new-id';
import { tabHistory } from '../undo/history';
import { undoOne } from '../undo/take-back';
import { sentence } from '../commands/sentence';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { notify } from '../commands/notify';
import { usePreview } from '../commands/use-command';
import { Choice, DoneLately, DropTemplate, KeepAsTemplate, PatternList, Progress } from './parts';
import { startWeeks } from './start-weeks';
import { Button, buttonClass } from '../kit/button';
import { Page } from '../kit/page';

interface Props {
  readonly header: ShellFrame;
  readonly recurring: RecurringPayload;
  readonly week: Day;
  /** The week to take, where one was named. */
  readonly from: Day | null;
}

const MODES: readonly (readonly [CopyMode, string])[] = [
  ['fill', 'Fill only cells that are empty'],
  ['add', 'Add to what stands'],
  ['replace', 'Replace what stands'],
];

function sourceOf(kind: WeekSource['from'] | 'empty', week: Day | null, template: string): WeekSource | null {
  if (kind === 'patterns') return { from: 'patterns', ids: null };
  if (kind === 'week') return week === null ? null : { from: 'week', week };
  return kind === 'empty' || template === '' ? null : { from: 'template', id: template };
}

/** Starts a week, or several: where the shifts come from, what they bring, and the snags they would have. */
export function StartScreen({ header, recurring, week, from }: Props) {
  const { site, weeks, weekTemplates, patterns } = recurring;
  const patternNames = [...new Set(patterns.map((one) => one.name))];
  const router = useRouter();
  const earlier = weeks.filter((one) => one.first !== week);
  const usual = from ?? earlier.find((one) => one.first < week)?.first ?? earlier[0]?.first ?? null;
  const [kind, setKind] = useState<WeekSource['from'] | 'empty'>(
    usual !== null
      ? 'week'
      : weekTemplates.length > 0
        ? 'template'
        : patterns.length > 0
          ? 'patterns'
          : 'empty',
  );
  const [chosenWeek, setSource] = useState<Day | null>(usual);
  const [chosenTemplate, setTemplate] = useState('');
  // What was chosen may be gone by now, or there was nothing to choose from yet.
  const source = earlier.some((one) => one.first === chosenWeek) ? chosenWeek : (earlier[0]?.first ?? null);
  const template = (weekTemplates.find(({ id }) => id === chosenTemplate) ?? weekTemplates[0])?.id ?? '';
  const [more, setMore] = useState(0);
  const [mode, setMode] = useState<CopyMode>('fill');
  const [people, setPeople] = useState(true);
  const [open, setOpen] = useState(true);
  const [progress, setProgress] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const stopping = useRef<AbortController | null>(null);
  const all = Array.from({ length: more + 1 }, (_, i) => week + i * 7);
  const targets = kind === 'week' ? all.filter((one) => one !== source) : all;
  const taken = weeks.filter((one) => targets.includes(one.first));
  const comesFrom = sourceOf(kind, source, template);
  const input: StartRequest | null =
    comesFrom && targets.length > 0
      ? { site: site.id, weeks: targets, source: comesFrom, mode, people, open }
      : null;
  const preview = usePreview('week.start', progress === null ? input : null);
  const back = `/plan/${encodeURIComponent(site.id)}/${formatDate(week)}`;
  useEffect(() => () => stopping.current?.abort(), []);

  const write = async () => {
    if (!input || progress !== null) return;
    if (!preview?.ok)
      return setProblem('What it brings is still being looked at; start it when it is shown.');
    setProblem(null);
    setProgress(0);
    const id = newId();
    stopping.current = new AbortController();
    const answer = await startWeeks(id, input, setProgress, stopping.current.signal);
    setProgress(null);
    if (!answer.ok) return setProblem(sentence(answer.problem));
    const { title } = answer;
    tabHistory.did({ id, title, edit: null });
    notify({ text: title, action: { label: 'Undo', run: () => void undoOne(id, title) } });
    router.push(back);
  };

  const latest = useRef(write);
  useEffect(() => {
    latest.current = write;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key !== 'Enter') return;
      event.preventDefault();
      // What was just typed counts: it is read when its field is left.
      (document.activeElement as HTMLElement | null)?.blur?.();
      setTimeout(() => void latest.current(), 0);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  return (
    <AppLayout header={header} site={site.id} area="plan">
      <Page>
        <div className="mx-auto grid max-w-[1120px] grid-cols-[420px_1fr] gap-x-12 gap-y-6 max-[900px]:grid-cols-1">
          <div>
            <h1 className="font-serif text-xl font-semibold">Start week {formatDays(week, 7)}</h1>
            <p className="text-muted mt-1 mb-4">
              {site.name}.{' '}
              {weeks.some((one) => one.first === week) ? 'Something stands in it already.' : 'It is empty.'}{' '}
              <Link className="link link-primary font-semibold" href={back}>
                Back to the week
              </Link>
            </p>
            <fieldset className="flex flex-col gap-2.5">
              <legend className="font-serif text-lg font-semibold mb-2">Copy from</legend>
              <Choice kind="week" now={kind} onChoose={setKind} disabled={earlier.length === 0}>
                another week
                <Select
                  label="Week to take"
                  value={source ?? 0}
                  onChange={(first) => {
                    setSource(first);
                    setKind('week');
                  }}
                  options={
                    earlier.length === 0
                      ? [[0, 'none planned yet']]
                      : earlier.map(
                          (one) =>
                            [
                              one.first,
                              `${formatDays(one.first, 7)}, ${counted(one.shifts, 'shift')}`,
                            ] as const,
                        )
                  }
                />
              </Choice>
              <Choice kind="template" now={kind} onChoose={setKind} disabled={weekTemplates.length === 0}>
                a week template
                <Select
                  label="Week template"
                  value={template}
                  onChange={(id) => {
                    setTemplate(id);
                    setKind('template');
                  }}
                  options={
                    weekTemplates.length === 0
                      ? [['', 'none saved yet']]
                      : weekTemplates.map(
                          (one) => [one.id, `${one.name}, ${counted(one.shifts, 'shift')}`] as const,
                        )
                  }
                />
              </Choice>
              <Choice kind="patterns" now={kind} onChoose={setKind} disabled={patterns.length === 0}>
                patterns
                <span className="text-muted">
                  {patterns.length === 0
                    ? 'none saved yet'
                    : `${patternNames.length} saved: ${patternNames.slice(0, 3).join(', ')}${patternNames.length > 3 ? ' …' : ''}`}
                </span>
              </Choice>
              <Choice kind="empty" now={kind} onChoose={setKind}>
                nothing: it is written by hand
              </Choice>
            </fieldset>
            {kind !== 'empty' && (
              <fieldset className="mt-5 flex flex-col gap-2.5">
                <legend className="font-serif text-lg font-semibold mb-2">Options</legend>
                <label className="flex items-center gap-2">
                  This week and the
                  <CountInput value={more} onChange={setMore} most={25} label="Following weeks" />
                  after it
                </label>
                {taken.length > 0 && (
                  <Field
                    label={`Where shifts stand already (${taken.map((one) => `${one.shifts} in ${formatDays(one.first, 7, true)}`).join(', ')})`}
                  >
                    <Select value={mode} onChange={setMode} options={MODES} className="w-fit" />
                  </Field>
                )}
                <Checkbox checked={!people} onChange={(without) => setPeople(!without)}>
                  without people: every shift arrives open
                </Checkbox>
                <Checkbox checked={!open} onChange={(without) => setOpen(!without)}>
                  without the open shifts
                </Checkbox>
                <p className="text-muted text-sm">
                  Duties, shift names, stations and notes travel where they stand every week; what was for
                  once stays behind, and so does leave.
                </p>
              </fieldset>
            )}
            {kind === 'week' && source !== null && <KeepAsTemplate recurring={recurring} week={source} />}
            {kind === 'template' && template !== '' && <DropTemplate recurring={recurring} id={template} />}
            {kind === 'patterns' && <PatternList recurring={recurring} />}
          </div>
          <section aria-labelledby="brings-title" aria-live="polite">
            <h2 id="brings-title" className="font-serif text-lg font-semibold mb-2">
              What it brings
            </h2>
            {input && progress === null && (
              <div className="mb-3 flex gap-2">
                <Button
                  kind="primary"
                  disabled={!preview?.ok}
                  onClick={() => void write()}
                  title="Ctrl Enter"
                >
                  {targets.length === 1 ? 'Start the week' : `Start ${targets.length} weeks`}
                </Button>
                <Link className={buttonClass('plain')} href={back}>
                  Cancel
                </Link>
              </div>
            )}
            {problem && (
              <p role="alert" className="text-gap mb-2 font-semibold">
                {problem}
              </p>
            )}
            {kind === 'empty' ? (
              <p className="text-muted">
                Nothing.{' '}
                <Link className="link link-primary font-semibold" href={back}>
                  Go to the week
                </Link>{' '}
                and type or draw its shifts.
              </p>
            ) : preview && !preview.ok ? (
              <p className="text-gap font-semibold">{sentence(preview.problem)}</p>
            ) : progress !== null ? (
              <Progress share={progress} onStop={() => stopping.current?.abort()} />
            ) : input ? (
              <div className="text-base leading-[19px]">
                <ImpactList
                  answer={preview}
                  named={targets.length === 1 ? 60 : 6}
                  week={targets.length === 1 ? targets[0] : null}
                />
              </div>
            ) : (
              <p className="text-muted">There is nothing to copy yet.</p>
            )}
            <DoneLately recurring={recurring} />
          </section>
        </div>
      </Page>
    </AppLayout>
  );
}
