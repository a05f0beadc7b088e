import { useMemo, useState } from 'react';
import { useStore } from 'zustand';
import { formatMinor } from '@/core/checks/shared/messages';
import { type Judgement, judge } from '@/core/consequences/judge';
import { aboveShares, asPlanned } from '@/core/fairness/as-planned';
import type { Fairness } from '@/core/fairness/fairness';
import { differing, planWith } from '@/core/propose/compare';
import { figuresOf } from '@/core/propose/figures';
import { bareHours, formatCount } from '@/core/time/format';
import type { Alternative, AlternativeDraft } from '@/server/propose/payload';
import { useAnswer } from '../../commands/use-answer';
import { useCommand } from '../../commands/use-command';
import { Button } from '../../kit/button';
import { Field } from '../../kit/inputs/field';
import { TextInput } from '../../kit/inputs/text-input';
import { Table } from '../../kit/table';
import { PanelLayout } from '../panels/panel-layout';
import { proofOf } from './found';
import { useController, usePlan } from '../state/controller';
import { Refused } from '../../kit/states';

/** Ways to plan the days that are shown, side by side: the plan as it stands, and those that were kept. */
export function ComparePanel() {
  const controller = useController();
  const { address } = controller.sync;
  const [again, setAgain] = useState(0);
  const { answer, failed } = useAnswer<{ readonly alternatives: readonly Alternative[] }>(
    `${address}/alternatives`,
    again,
  );
  const { run, busy, problem } = useCommand();
  const { site, from, days } = usePlan((state) => state.judgement.plan);
  const done = async (doing: Promise<unknown>) => {
    if ((await doing) !== null) setAgain((n) => n + 1);
  };
  const keep = (name: string, what: Pick<AlternativeDraft, 'shifts' | 'proof'>) =>
    void done(run('alternative.keep', { site: site.id, first: from, days, name, ...what }, `Kept "${name}"`));
  const alternatives = answer?.alternatives ?? [];
  return (
    <PanelLayout
      title="Compare ways to plan"
      note="Kept beside the plan; nothing is changed until you take something of one."
      isWide
    >
      {failed && <p className="text-gap">What was kept could not be read.</p>}
      {!answer && !failed && (
        <p className="text-muted" aria-busy>
          Looking …
        </p>
      )}
      {answer && (
        <div className="flex flex-col gap-5">
          <Comparison alternatives={alternatives} />
          <Kept
            alternatives={alternatives}
            busy={busy}
            onRemove={({ id, name }) =>
              void done(run('alternative.remove', { site: site.id, id }, `Removed "${name}"`))
            }
          />
          <Keeping busy={busy} names={alternatives.map(({ name }) => name)} onKeep={keep} />
          <Refused problem={problem} />
        </div>
      )}
    </PanelLayout>
  );
}

/** What a column is called that stands for an alternative: `A`, `B`. */
const letterOf = (i: number) => String.fromCharCode(65 + i);

function Comparison({ alternatives }: { readonly alternatives: readonly Alternative[] }) {
  const { address } = useController().sync;
  const judgement = usePlan((state) => state.judgement);
  const seesPay = usePlan((state) => state.references.seesPay);
  const { answer: fairness } = useAnswer<Fairness>(`${address}/fairness`);
  const { currency } = judgement.plan.site;
  const columns = useMemo(
    () => [judgement, ...alternatives.map(({ shifts }) => judge(planWith(judgement.plan, shifts)))],
    [judgement, alternatives],
  );
  const figures = useMemo(() => columns.map(figuresOf), [columns]);
  const rows: readonly (readonly [string, string, readonly string[]])[] = [
    row('Hours missing', 'Hours of people who are needed and not there', (i) =>
      bareHours(figures[i].missingMinutes),
    ),
    row('Stops', 'What the rules stop', (i) => formatCount(figures[i].stops)),
    row('Warnings', 'What the rules warn of', (i) => formatCount(figures[i].warnings)),
    row('Off contract', 'Hours above and below what contracts say', (i) =>
      bareHours(Math.round(figures[i].offContractMinutes / 30) * 30),
    ),
    ...(seesPay ? [row('Cost', 'What it is paid', (i) => formatMinor(figures[i].cost, currency, true))] : []),
    ...(fairness
      ? [
          row(
            'Above shares',
            'Late ends, weekends and all else that is shared out, as far as people carry more than their share',
            (i) => formatCount(Math.round(aboveShares(asPlanned(fairness, judgement, columns[i])))),
          ),
        ]
      : []),
    row('Differs', 'Shifts that are not as the plan has them', (i) =>
      formatCount(differing(judgement, columns[i])),
    ),
  ];
  return (
    <Table isFlush>
      <thead>
        <tr>
          <th>
            <span className="sr-only">Figure</span>
          </th>
          <th className="text-right">the plan</th>
          {alternatives.map(({ id, name }, i) => (
            <th key={id} className="text-right" title={name}>
              {letterOf(i)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, says, cells]) => (
          <tr key={name} title={says}>
            <th scope="row" className="font-normal">
              {name}
            </th>
            {cells.map((cell, i) => (
              <td key={i} className={i === 0 ? 'text-muted text-right' : 'text-right font-semibold'}>
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </Table>
  );

  function row(name: string, says: string, of: (i: number) => string) {
    return [name, says, columns.map((_: Judgement, i) => of(i))] as const;
  }
}

function Kept({
  alternatives,
  busy,
  onRemove,
}: {
  readonly alternatives: readonly Alternative[];
  readonly busy: boolean;
  readonly onRemove: (one: Alternative) => void;
}) {
  const controller = useController();
  const { address } = controller.sync;
  if (alternatives.length === 0) return null;
  return (
    <ul>
      {alternatives.map((one, i) => (
        <li key={one.id} className="border-fine border-t py-1.5 first:border-t-0">
          <p className="leading-[18px]">
            <span className="font-semibold">
              {letterOf(i)} {one.name}
            </span>
            {one.madeBy && <span className="text-muted">, kept by {one.madeBy}</span>}
          </p>
          {one.proof && (
            <p className="text-muted text-sm leading-[17px]">
              {proofOf(one.proof)} Checked again with{' '}
              {(['proposal', 'plan'] as const).map((part, at) => (
                <span key={part}>
                  {at > 0 && ' and '}
                  <a
                    className="link link-primary"
                    href={`${address}/alternatives/file?id=${encodeURIComponent(one.id)}&part=${part}`}
                    download
                  >
                    {part}.json
                  </a>
                </span>
              ))}
              .
            </p>
          )}
          <div className="flex gap-4">
            <Button
              kind="link"
              aria-label={`Show ${one.name} on the plan`}
              onClick={() => {
                controller.proposal.open(one);
                controller.openProposal();
              }}
            >
              Show on the plan
            </Button>
            <Button
              kind="link"
              disabled={busy}
              aria-label={`Remove ${one.name}`}
              onClick={() => onRemove(one)}
            >
              Remove
            </Button>
          </div>
        </li>
      ))}
    </ul>
  );
}

/** What can be kept: the plan as it stands, what was found, and the shifts of the week before. */
function Keeping({
  busy,
  names,
  onKeep,
}: {
  readonly busy: boolean;
  readonly names: readonly string[];
  readonly onKeep: (name: string, what: Pick<AlternativeDraft, 'shifts' | 'proof'>) => void;
}) {
  const controller = useController();
  const days = usePlan((state) => state.judgement.plan.days);
  const hasFound = useStore(controller.proposal.store, ({ found, name }) => found !== null && name === null);
  const [typed, setTyped] = useState('');
  const named = (usual: string) => {
    const name = typed.trim() || usual;
    let [free, n] = [name, 2];
    while (names.includes(free)) free = `${name} ${n++}`;
    setTyped('');
    return free;
  };
  const before = days > 7 ? 'Weeks before' : 'Week before';
  return (
    <section aria-labelledby="keeping-title" className="flex flex-col gap-2">
      <h3 id="keeping-title" className="font-serif text-lg font-semibold">
        Keep one more
      </h3>
      <Field label="Name">
        <TextInput value={typed} onChange={setTyped} placeholder="named by what it is" />
      </Field>
      <div className="flex flex-wrap gap-2">
        {hasFound && (
          <Button
            kind="primary"
            disabled={busy}
            onClick={() => onKeep(named('Proposal'), controller.proposal.draft())}
          >
            The proposal
          </Button>
        )}
        <Button
          disabled={busy}
          onClick={() =>
            onKeep(named('By hand'), { shifts: controller.plan.judgement.plan.shifts, proof: null })
          }
        >
          The plan as it stands
        </Button>
        <Button disabled={busy} onClick={() => onKeep(named(before), { shifts: 'week before', proof: null })}>
          The {before.toLowerCase()}
        </Button>
      </div>
    </section>
  );
}
