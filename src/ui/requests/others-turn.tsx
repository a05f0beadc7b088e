import { formatAmount } from '@/core/leave/leave-type';
import { formatLongDay } from '@/core/time/format';
import type { Owner } from '@/core/requests/request';
import type { RequestView } from '@/server/leave/payload';
import type { RequestView as ShiftRequestView } from '@/server/requests/payload';
import type { ProposalView } from '@/server/staff/payload';
import { LeaveMark } from '../leave/leave-mark';

const TURN: Readonly<Record<Owner, string>> = {
  asker: 'who asked has to answer',
  colleague: 'the colleague has to agree first',
  anybody: 'nobody has taken it yet',
  decider: 'others decide',
};

/** Requests that somebody else has to do something about first. */
export function OthersTurn({
  leave,
  shifts,
  proposals,
}: {
  readonly leave: readonly RequestView[];
  readonly shifts: readonly ShiftRequestView[];
  readonly proposals: readonly ProposalView[];
}) {
  if (leave.length + shifts.length + proposals.length === 0) return null;
  return (
    <section className="mt-6" aria-labelledby="others-turn">
      <h2 id="others-turn" className="font-serif text-lg font-semibold">
        With others
      </h2>
      <ul className="border-rule mt-1 border-t">
        {leave.map(({ id, name, type, when, total, next }) => (
          <li key={id} className="border-fine flex flex-wrap items-center gap-2 border-b py-1.5">
            <span className="font-semibold">{name}</span>
            <LeaveMark type={type} />
            <span>{when}</span>
            <span className="text-muted">{next} decides</span>
            <span className="ml-auto">{formatAmount(total, type.unit)}</span>
          </li>
        ))}
        {proposals.map(({ id, name, version }) => (
          <li key={id} className="border-fine flex flex-wrap items-center gap-x-2 border-b py-1.5">
            <span className="font-semibold">
              {name} proposes availability from {formatLongDay(version.since!)}
            </span>
            <span className="text-muted">{TURN.decider}</span>
          </li>
        ))}
        {shifts.map(({ id, text, owner, moved }) => (
          <li key={id} className="border-fine flex flex-wrap items-center gap-x-2 border-b py-1.5">
            <span className="font-semibold">{text}</span>
            <span className="text-muted">{moved[0] ?? (owner && TURN[owner])}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
