'use client';

import { Wordmark } from '../layout/wordmark';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { type FieldErrors, type Resolver, get, useForm, useWatch } from 'react-hook-form';
import { asSentence } from '@/core/sentence';
import { schemaErrors } from '../forms/schema-errors';
import { FaultsProvider } from '../kit/inputs/faults';
import type { Rules } from '@/core/plan/types';
import { parsePeopleList } from '@/core/people/parse-people';
import type { ShellFrame } from '../layout/app-layout';
import { type StartDraft, blankDraft, roleChoices, roleNames } from './draft';
import { makeSite } from './make-site';
import { HoursStep, NeedsStep, PeopleStep, PlaceStep, RolesStep } from './steps';
import { Button } from '../kit/button';

const Toasts = dynamic(() => import('../kit/toast'), { ssr: false });

const STEPS = ['Place', 'Opening hours', 'Roles', 'People', 'Needs'] as const;
const KEPT = 'vicenda start';

interface Props {
  readonly header: ShellFrame;
  readonly sets: readonly {
    readonly id: string;
    readonly name: string;
    readonly source: string;
    readonly rules: Partial<Rules>;
  }[];
  readonly zones: readonly string[];
}

/** The short path from nothing to a first week. Every step can be skipped; what is typed stays in the browser. */
export function FirstRunScreen({ header, sets, zones }: Props) {
  const router = useRouter();
  const form = useForm<StartDraft>({ resolver: judged, shouldFocusError: false });
  const draft = useWatch({ control: form.control }) as StartDraft;
  const [begun, begin] = useState(false);
  const [step, setStep] = useState(0);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    // What the browser knows is not known on the server, so it is read after the first picture.
    const timer = setTimeout(() => {
      form.reset(keptDraft() ?? blankDraft());
      begin(true);
    }, 0);
    return () => clearTimeout(timer);
  }, [form]);
  if (!begun) return null;
  const change = (part: Partial<StartDraft>) => {
    for (const [name, value] of Object.entries(part))
      form.setValue(name as keyof StartDraft, value as never, { shouldDirty: true });
    void form.trigger();
    try {
      localStorage.setItem(KEPT, JSON.stringify({ ...draft, ...part }));
    } catch {
      // Without storage the draft lives as long as the page does.
    }
  };
  const { errors } = form.formState;
  const faultOf = (name: string) => {
    // Before it has a name nothing is wrong with that yet.
    if (name === 'site.name' && !draft.site.name) return null;
    const message = (get(errors, name) as { message?: unknown } | undefined)?.message;
    return typeof message === 'string' ? asSentence(message) : null;
  };
  const finish = async (then: 'plan' | 'import' = 'plan') => {
    setBusy(true);
    setTrouble(null);
    const made = await makeSite(draft, sets.find((set) => set.id === draft.rules)?.rules ?? {});
    setBusy(false);
    if ('trouble' in made) return setTrouble(made.trouble);
    localStorage.removeItem(KEPT);
    const site = encodeURIComponent(made.site);
    router.push(then === 'plan' ? `/plan/${site}/now` : `/people/${site}/import`);
  };
  const named = draft.site.name.trim() !== '';
  const last = step === STEPS.length - 1;
  const go = (to: number) => {
    // A field that cannot be read keeps its text; one leaves it by mending or emptying it.
    const wrong = document.querySelector<HTMLElement>('main [aria-invalid="true"]');
    if (wrong) wrong.focus();
    else setStep(to);
  };
  return (
    <div className="bg-paper text-ink flex min-h-dvh flex-col">
      <header className="border-rule flex h-[46px] items-center gap-5 border-b px-6">
        <Wordmark />
        <span className="text-muted">{header.sites.length === 0 ? 'First steps' : 'A new site'}</span>
        {header.sites.length > 0 && (
          <Button kind="link" className="ml-auto" onClick={() => router.push('/')}>
            Back to the plan
          </Button>
        )}
      </header>
      <ol className="border-rule bg-sheet flex h-[50px] border-b px-2" aria-label="Steps">
        {STEPS.map((name, i) => (
          <li key={name} className="flex">
            <button
              type="button"
              aria-current={i === step ? 'step' : undefined}
              disabled={i > 0 && !named}
              onClick={() => go(i)}
              className={`border-rule flex flex-col justify-center border-r px-4 text-left disabled:opacity-50 ${i === step ? 'bg-paper' : ''}`}
            >
              <span
                className={
                  i === step ? 'font-serif text-lg leading-5 font-semibold' : 'leading-4 font-semibold'
                }
              >
                {name}
              </span>
              <span className="text-muted text-xs leading-4">{noteOf(draft, i)}</span>
            </button>
          </li>
        ))}
      </ol>
      <main className="flex-1 overflow-y-auto px-6 py-8">
        <div className="mx-auto max-w-[720px]">
          <FaultsProvider value={faultOf}>
            {step === 0 && (
              <PlaceStep
                draft={draft}
                change={change}
                zones={zones}
                sets={sets}
                first={header.sites.length === 0}
              />
            )}
            {step === 1 && <HoursStep draft={draft} change={change} />}
            {step === 2 && <RolesStep draft={draft} change={change} />}
            {step === 3 && (
              <PeopleStep draft={draft} change={change} busy={busy} onFile={() => void finish('import')} />
            )}
            {step === 4 && <NeedsStep draft={draft} change={change} />}
          </FaultsProvider>
        </div>
      </main>
      <footer className="border-ink bg-sheet flex items-center gap-3 border-t-[1.5px] px-6 py-3">
        {trouble && (
          <p role="alert" className="text-gap font-semibold">
            {trouble}
          </p>
        )}
        <span className="ml-auto flex gap-2">
          {step > 0 && <Button onClick={() => go(step - 1)}>Back</Button>}
          {!last && step > 0 && (
            <Button disabled={busy || !named} onClick={() => void finish()}>
              Leave the rest for later
            </Button>
          )}
          <Button
            kind="primary"
            disabled={busy || !named}
            onClick={() => (last ? void finish() : go(step + 1))}
          >
            {busy ? 'Setting up …' : last ? 'Show the first week' : 'Go on'}
          </Button>
        </span>
      </footer>
      <Toasts />
    </div>
  );
}

/** What is typed of the site, judged by the schema it is made with; the rest is text of which nothing can be wrong. */
const judged: Resolver<StartDraft> = async (draft, _, options) => {
  const { business, site } = draft;
  const errors = await schemaErrors('site.create', { business, site }, options as never);
  if (Object.keys(errors).length === 0) return { values: draft, errors: {} };
  return { values: {}, errors: errors as FieldErrors<StartDraft> };
};

function noteOf(draft: StartDraft, step: number): string {
  const roles = roleNames(draft);
  switch (step) {
    case 0:
      return draft.site.name.trim() || 'name, time zone';
    case 1:
      return draft.site.hours.some(({ days }) => days.some((spans) => spans.length > 0))
        ? 'entered'
        : 'when it is open';
    case 2:
      return roles.length === 0 ? 'what people do' : `${roles.length}`;
    case 3: {
      const { people } = parsePeopleList(draft.people, roleChoices(draft), draft.sameAs);
      return people.length === 0 ? 'who works here' : `${people.length}`;
    }
    default:
      return Object.values(draft.wanted).some((n) => n > 0) ? 'entered' : 'how many when';
  }
}

function keptDraft(): StartDraft | null {
  try {
    const text = localStorage.getItem(KEPT);
    return text === null ? null : (JSON.parse(text) as StartDraft);
  } catch {
    return null;
  }
}
