'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import { describeRule } from '@/core/patterns/rule';
import { type Day, writeDate } from '@/core/time/day';
import { writeDays, writeLongDay } from '@/core/time/write';
import type { CopyMode } from '@/core/week/copy-week';
import { takeBack } from '@/server/actions';
import type { RepeatPayload, StartRequest, WeekSource } from '@/server/week/payload';
import { FollowingList } from '../kit/following';
import { CountInput, Labelled, Select, TextInput, Tick } from '../kit/inputs';
import { newId } from '../kit/new-id';
import { sayPlanChanged } from '../kit/plan-changed';
import { sentence } from '../kit/save-bar';
import { Shell, type ShellFrame } from '../kit/shell';
import { tell } from '../kit/tell';
import { useCommand, usePreview, useTakeBack } from '../kit/use-command';
import { writeWeeks } from './write-weeks';

interface Props {
  readonly frame: ShellFrame;
  readonly repeat: RepeatPayload;
  readonly week: Day;
  /** The week to take, where one was named. */
  readonly from: Day | null;
}

const MODES: readonly (readonly [CopyMode, string])[] = [
  ['fill', 'Fill only cells that are empty'],
  ['add', 'Add to what stands'],
  ['replace', 'Replace what stands'],
];

/** Starts a week, or several: where the shifts come from, what they bring, and the snags they would have. */
export function StartScreen({ frame, repeat, week, from }: Props) {
  const { site, weeks, weekTemplates, patterns } = repeat;
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
  const [source, setSource] = useState<Day | null>(usual);
  const [template, setTemplate] = useState(weekTemplates[0]?.id ?? '');
  const [more, setMore] = useState(0);
  const [mode, setMode] = useState<CopyMode>('fill');
  const [people, setPeople] = useState(true);
  const [open, setOpen] = useState(true);
  const [progress, setProgress] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const stopping = useRef<AbortController | null>(null);
  const targets = useMemo(() => {
    const all = Array.from({ length: more + 1 }, (_, i) => week + i * 7);
    return kind === 'week' ? all.filter((one) => one !== source) : all;
  }, [week, more, kind, source]);
  const taken = weeks.filter((one) => targets.includes(one.first));
  const input: StartRequest | null =
    kind === 'empty' || targets.length === 0
      ? null
      : kind === 'week'
        ? source === null
          ? null
          : { site: site.id, weeks: targets, source: { from: 'week', week: source }, mode, people, open }
        : kind === 'template'
          ? template === ''
            ? null
            : {
                site: site.id,
                weeks: targets,
                source: { from: 'template', id: template },
                mode,
                people,
                open,
              }
          : { site: site.id, weeks: targets, source: { from: 'patterns', ids: null }, mode, people, open };
  const preview = usePreview('week.start', progress === null ? input : null);
  const back = `/plan/${encodeURIComponent(site.id)}/${writeDate(week)}`;
  useEffect(() => () => stopping.current?.abort(), []);

  const write = async () => {
    if (!input || progress !== null) return;
    setProblem(null);
    setProgress(0);
    const id = newId();
    stopping.current = new AbortController();
    const answer = await writeWeeks(id, input, setProgress, stopping.current.signal);
    setProgress(null);
    if (!answer.ok) return setProblem(sentence(answer.problem));
    const undo = async () => {
      const taken = await takeBack(id, newId());
      tell({ text: taken.ok ? 'Taken back' : `Not taken back: ${taken.problem.message}` });
      router.refresh();
      sayPlanChanged();
    };
    tell({ text: answer.title, action: { label: 'Undo', run: () => void undo() } });
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
      void latest.current();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  return (
    <Shell frame={frame} site={site.id} area="plan">
      <main className="min-h-0 flex-1 overflow-y-auto px-6 py-5">
        <div className="mx-auto grid max-w-[1120px] grid-cols-[420px_1fr] gap-x-12 gap-y-6 max-[900px]:grid-cols-1">
          <div>
            <h1 className="page-title">Start week {writeDays(week, 7)}</h1>
            <p className="text-muted mt-1 mb-4">
              {site.name}.{' '}
              {weeks.some((one) => one.first === week) ? 'Something stands in it already.' : 'It is empty.'}{' '}
              <Link className="text-button" href={back}>
                Back to the week
              </Link>
            </p>
            <fieldset className="flex flex-col gap-2.5">
              <legend className="section-title mb-2">Its shifts come from</legend>
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
                          (one) => [one.first, `${writeDays(one.first, 7)}, ${one.shifts} shifts`] as const,
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
                      ? [['', 'none kept yet']]
                      : weekTemplates.map((one) => [one.id, `${one.name}, ${one.shifts} shifts`] as const)
                  }
                />
              </Choice>
              <Choice kind="patterns" now={kind} onChoose={setKind} disabled={patterns.length === 0}>
                patterns
                <span className="text-muted">
                  {patterns.length === 0
                    ? 'none kept yet'
                    : `${patterns.length} kept: ${patterns
                        .slice(0, 3)
                        .map((one) => one.name)
                        .join(', ')}${patterns.length > 3 ? ' …' : ''}`}
                </span>
              </Choice>
              <Choice kind="empty" now={kind} onChoose={setKind}>
                nothing: it is written by hand
              </Choice>
            </fieldset>
            {kind !== 'empty' && (
              <fieldset className="mt-5 flex flex-col gap-2.5">
                <legend className="section-title mb-2">And how</legend>
                <label className="flex items-center gap-2">
                  This week and the
                  <CountInput value={more} onChange={setMore} most={25} label="Following weeks" />
                  after it
                </label>
                {taken.length > 0 && (
                  <Labelled
                    label={`Where shifts stand already (${taken.map((one) => `${one.shifts} in ${writeDays(one.first, 7, true)}`).join(', ')})`}
                  >
                    <Select value={mode} onChange={setMode} options={MODES} className="w-fit" />
                  </Labelled>
                )}
                <Tick checked={!people} onChange={(without) => setPeople(!without)}>
                  without people: every shift arrives open
                </Tick>
                <Tick checked={!open} onChange={(without) => setOpen(!without)}>
                  without the open shifts
                </Tick>
                <p className="text-muted text-[12.5px]">
                  Duties, labels, stations and notes travel where they stand every week; what was for once
                  stays behind, and so does leave.
                </p>
              </fieldset>
            )}
            {kind === 'week' && source !== null && <KeepAsTemplate repeat={repeat} week={source} />}
            {kind === 'template' && template !== '' && <DropTemplate repeat={repeat} id={template} />}
            {kind === 'patterns' && <PatternList repeat={repeat} />}
          </div>
          <section aria-labelledby="brings-title" aria-live="polite">
            <h2 id="brings-title" className="section-title mb-2">
              What it brings
            </h2>
            {input && progress === null && (
              <div className="mb-3 flex gap-2">
                <button
                  type="button"
                  className="solid-button"
                  disabled={!preview?.ok}
                  onClick={() => void write()}
                  title="Ctrl Enter"
                >
                  {targets.length === 1 ? 'Start the week' : `Start ${targets.length} weeks`}
                </button>
                <Link className="plain-button inline-flex items-center" href={back}>
                  Leave it
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
                <Link className="text-button" href={back}>
                  Go to the week
                </Link>{' '}
                and type or draw its shifts.
              </p>
            ) : preview && !preview.ok ? (
              <p className="text-gap font-semibold">{sentence(preview.problem)}</p>
            ) : progress !== null ? (
              <Progress share={progress} onStop={() => stopping.current?.abort()} />
            ) : input ? (
              <div className="text-[13px] leading-[19px]">
                <FollowingList answer={preview} named={targets.length === 1 ? 60 : 6} />
              </div>
            ) : (
              <p className="text-muted">There is nothing to take yet.</p>
            )}
            <DoneLately repeat={repeat} />
          </section>
        </div>
      </main>
    </Shell>
  );
}

/** What was done to the whole site lately, each with the way back. */
function DoneLately({ repeat }: { readonly repeat: RepeatPayload }) {
  const takeItBack = useTakeBack();
  if (repeat.done.length === 0) return null;
  return (
    <section aria-labelledby="done-title" className="border-rule mt-8 border-t pt-3">
      <h2 id="done-title" className="section-title mb-1">
        Done here lately
      </h2>
      <ol>
        {repeat.done.map(({ id, at, actor, title, undone }) => (
          <li key={id} className="border-fine flex min-h-7 items-center gap-3 border-b py-0.5">
            <time dateTime={at} className="text-muted w-[108px] shrink-0" suppressHydrationWarning>
              {new Date(at).toLocaleString('en-GB', {
                day: 'numeric',
                month: 'short',
                hour: '2-digit',
                minute: '2-digit',
              })}
            </time>
            <span className="min-w-0 flex-1">
              {title} <span className="text-muted">{actor}</span>
            </span>
            {undone ? (
              <span className="text-muted">taken back</span>
            ) : (
              <button type="button" className="text-button" onClick={() => void takeItBack(id)}>
                Take back
              </button>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

function Choice({
  kind,
  now,
  onChoose,
  disabled = false,
  children,
}: {
  readonly kind: WeekSource['from'] | 'empty';
  readonly now: string;
  readonly onChoose: (kind: WeekSource['from'] | 'empty') => void;
  readonly disabled?: boolean;
  readonly children: React.ReactNode;
}) {
  return (
    <label className={`flex min-h-[28px] flex-wrap items-center gap-2 ${disabled ? 'text-muted' : ''}`}>
      <input
        type="radio"
        name="source"
        className="accent-[var(--sea)]"
        checked={now === kind}
        disabled={disabled}
        onChange={() => onChoose(kind)}
      />
      {children}
    </label>
  );
}

function Progress({ share, onStop }: { readonly share: number; readonly onStop: () => void }) {
  return (
    <div>
      <p role="status">Writing: {Math.round(share * 100)} % done. If it is stopped nothing of it stays.</p>
      <progress className="my-2 block h-2 w-full accent-[var(--sea)]" value={share} max={1} />
      <button type="button" className="plain-button" onClick={onStop}>
        Stop
      </button>
    </div>
  );
}

function KeepAsTemplate({ repeat, week }: { readonly repeat: RepeatPayload; readonly week: Day }) {
  const [name, setName] = useState('');
  const [people, setPeople] = useState(true);
  const { run, busy, problem } = useCommand();
  const known = repeat.weekTemplates.some((one) => one.name.toLowerCase() === name.trim().toLowerCase());
  const keep = () =>
    void run('week-template.keep', { site: repeat.site.id, week, name, people }, 'Template kept').then(
      (done) => done && setName(''),
    );
  return (
    <fieldset className="mt-6">
      <legend className="section-title mb-2">Keep week {writeDays(week, 7)} as a template</legend>
      <div className="flex flex-wrap items-center gap-2">
        <TextInput
          label="Name of the template"
          placeholder="Summer week"
          value={name}
          onChange={setName}
          maxLength={80}
        />
        <Tick checked={!people} onChange={(without) => setPeople(!without)}>
          without people
        </Tick>
        <button type="button" className="plain-button" disabled={busy || name.trim() === ''} onClick={keep}>
          {known ? 'Keep in its place' : 'Keep'}
        </button>
      </div>
      {problem && <p className="text-gap mt-1 font-semibold">{sentence(problem)}</p>}
    </fieldset>
  );
}

function DropTemplate({ repeat, id }: { readonly repeat: RepeatPayload; readonly id: string }) {
  const { run, busy } = useCommand();
  const name = repeat.weekTemplates.find((one) => one.id === id)?.name;
  return (
    <p className="mt-5">
      <button
        type="button"
        className="text-button"
        disabled={busy}
        onClick={() => void run('week-template.drop', { site: repeat.site.id, id }, 'Template given up')}
      >
        Give the template {name} up
      </button>
    </p>
  );
}

function PatternList({ repeat }: { readonly repeat: RepeatPayload }) {
  const names = new Map(repeat.people.map((person) => [person.id, person.name]));
  return (
    <section className="mt-5">
      <h2 className="section-title mb-1">Patterns of this site</h2>
      <ul>
        {repeat.patterns.map((one) => (
          <li key={one.id} className="py-0.5">
            <span className="font-semibold">{one.name}</span>:{' '}
            {one.rule === null
              ? `${one.weeks} ${one.weeks === 1 ? 'week' : 'weeks'}`
              : describeRule(one.rule, one.anchor)}
            ,{' '}
            {one.members
              .map((member) => (member.person === null ? 'open' : (names.get(member.person) ?? 'left')))
              .join(', ')}
            , from {writeLongDay(one.since)}
            {one.until === null ? '' : ` to ${writeLongDay(one.until)}`}
          </li>
        ))}
      </ul>
      <Link className="text-button" href={`/setup/${encodeURIComponent(repeat.site.id)}/patterns`}>
        Change patterns
      </Link>
    </section>
  );
}
