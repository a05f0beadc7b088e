import { useMemo, useState } from 'react';
import { useStore } from 'zustand';
import { asSentence } from '@/core/sentence';
import { parseNeedsRow } from '@/core/grid/needs-rows';
import { personIdOf } from '@/core/grid/cell';
import type { Person } from '@/core/plan/types';
import { lacksOf } from '@/core/propose/before';
import { counted, formatDay } from '@/core/time/format';
import { Button } from '../../kit/button';
import { Checkbox } from '../../kit/inputs/checkbox';
import { Field } from '../../kit/inputs/field';
import { Select } from '../../kit/inputs/select';
import { useController, usePlan, useView } from '../state/controller';
import type { ProposalScope } from '../state/proposal-session';

const FILLS: readonly (readonly [ProposalScope['fill'], string])[] = [
  ['all', 'Gaps and open shifts'],
  ['open', 'Open shifts only'],
  ['gaps', 'Gaps only'],
];

/** What shifts are to be proposed for, and what is missing for a good proposal. */
export function Ask() {
  const controller = useController();
  const session = controller.proposal;
  const trouble = useStore(session.store, (state) => state.trouble);
  const before = useStore(session.store, (state) => state.scope);
  const selected = useSelected();
  const [who, setWho] = useState<'all' | 'selected'>(before.people ? 'selected' : 'all');
  const [when, setWhen] = useState<'all' | 'selected'>(before.dates ? 'selected' : 'all');
  const [fill, setFill] = useState(before.fill);
  const [mayMove, setMayMove] = useState(before.mayMove);
  const shifts = usePlan((state) => state.judgement.plan.shifts);
  const movable = useMemo(() => shifts && session.movable().length, [shifts, session]);
  const days = usePlan((state) => state.judgement.plan.days);
  return (
    <div className="flex flex-col gap-3">
      <Lacking />
      <Field label="For whom">
        <Select
          value={who}
          onChange={setWho}
          options={[
            ['all', 'Everybody'],
            ['selected', `Who is selected: ${namesOf(selected.people)}`],
          ]}
        />
      </Field>
      <Field label="On which days">
        <Select
          value={when}
          onChange={setWhen}
          options={[
            ['all', days > 7 ? 'All weeks, one after the other' : 'The whole week'],
            ['selected', `The days selected: ${daysText(selected.dates)}`],
          ]}
        />
      </Field>
      <Field label="What is filled">
        <Select value={fill} onChange={setFill} options={FILLS} />
      </Field>
      {movable > 0 && (
        <Checkbox checked={mayMove} onChange={setMayMove}>
          May move {counted(movable, 'draft')} that nobody was told of
        </Checkbox>
      )}
      <p className="text-muted text-sm leading-[17px]">
        Shifts that are fixed or published stay. Nobody gets a shift that the rules stop or warn of.
      </p>
      {trouble && (
        <p role="alert" className="text-gap font-semibold">
          {asSentence(trouble)}
        </p>
      )}
      <div>
        <Button
          kind="primary"
          data-first
          onClick={() =>
            session.begin({
              people: who === 'all' ? null : selected.people.map(({ id }) => id),
              dates: when === 'all' ? null : selected.dates,
              ...{ fill, mayMove: mayMove && movable > 0 },
            })
          }
        >
          Propose
        </Button>
        <Button kind="link" className="ml-4" onClick={() => controller.open({ kind: 'compare' })}>
          Compare ways to plan
        </Button>
      </div>
    </div>
  );
}

/** The people and dates of the selected cells. */
function useSelected(): { readonly people: readonly Person[]; readonly dates: readonly number[] } {
  const controller = useController();
  const plan = usePlan((state) => state.judgement.plan);
  // Drawn again when what is selected changes.
  useView((view) => view.active);
  useView((view) => view.anchor);
  const cells = controller.selectedCells();
  const rows = new Set(cells.flatMap(({ row }) => (parseNeedsRow(row) ? [] : [personIdOf(row)])));
  return {
    people: plan.people.filter(({ id }) => rows.has(id)),
    dates: [...new Set(cells.map(({ day }) => plan.from + day))],
  };
}

function namesOf(people: readonly Person[]): string {
  if (people.length === 0) return 'nobody';
  const [first, ...rest] = people;
  return rest.length === 0 ? first.name : `${first.name} and ${rest.length} more`;
}

function daysText(dates: readonly number[]): string {
  if (dates.length === 0) return 'none';
  return dates.length === 1 ? formatDay(dates[0]) : `${formatDay(dates[0])} to ${formatDay(dates.at(-1)!)}`;
}

/** What a good proposal needs and is not there. */
function Lacking() {
  const judgement = usePlan((state) => state.judgement);
  const seesPay = usePlan((state) => state.references.seesPay);
  const lacks = useMemo(() => lacksOf(judgement), [judgement]);
  const lines = [
    lacks.daysWithoutNeeds.length > 0 &&
      `Nobody is needed on ${lacks.daysWithoutNeeds.map(formatDay).join(', ')}, though it is open: nothing is proposed there. Needs are painted in Set-up.`,
    lacks.withoutRole.length > 0 &&
      `${have(lacks.withoutRole)} no role here, and ${get(lacks.withoutRole)} no shift.`,
    lacks.withoutAvailability.length > 0 &&
      `${have(lacks.withoutAvailability)} no availability: they count as free at any time.`,
    lacks.withoutContract.length > 0 &&
      `${have(lacks.withoutContract)} no contract hours: nothing says how much they should work.`,
    !seesPay && 'You do not see pay, so what a shift costs does not count.',
  ].filter((line) => line !== false);
  if (lines.length === 0) return null;
  return (
    <section aria-labelledby="lacks-title" className="border-brass border-l-4 pl-2.5 text-sm leading-[17px]">
      <h3 id="lacks-title" className="font-semibold">
        Good to know before
      </h3>
      <ul>
        {lines.map((line) => (
          <li key={line} className="mt-1">
            {line}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** How many names are said before the rest is counted. */
const NAMED = 3;

function have(people: readonly Person[]): string {
  const names = people.slice(0, NAMED).map(({ name }) => name);
  const more = people.length - names.length;
  const list = more > 0 ? `${names.join(', ')} and ${more} more` : names.join(', ');
  return `${list} ${people.length === 1 ? 'has' : 'have'}`;
}

function get(people: readonly Person[]): string {
  return people.length === 1 ? 'gets' : 'get';
}
