import { formatAmount } from '@/core/leave/leave-type';
import { KIND_WORDS } from '@/core/requests/request';
import { counted, formatLongDay } from '@/core/time/format';
import type { QueuedRequest } from '@/server/leave/payload';
import type { QueuedShiftRequest } from '@/server/requests/payload';
import type { ProposalView } from '@/server/staff/payload';
import { LeaveMark } from '../leave/leave-mark';
import { When } from '../layout/when';
import type { Item } from './items';

/** Something that waits as a line of the list: who and what, and what speaks against it. */
export function ItemLine({ item }: { readonly item: Item }) {
  if (item.kind === 'leave') return <LeaveLine request={item.leave} />;
  if (item.kind === 'availability') return <ProposalLine proposal={item.proposal} />;
  return <ShiftLine request={item.shift} />;
}

function ProposalLine({ proposal: { name, version, at } }: { readonly proposal: ProposalView }) {
  return (
    <>
      <span className="block font-semibold">
        {name} proposes availability from {formatLongDay(version.since!)}
      </span>
      <Under what="Availability, proposed" at={at} against={[]} />
    </>
  );
}

function LeaveLine({ request }: { readonly request: QueuedRequest }) {
  const { name, type, when, total, at, touched, look, back } = request;
  const against = [
    ...(touched.length > 0 ? [counted(touched.length, 'shift')] : []),
    ...(look.limits.length > 0 ? [counted(look.limits.length, 'limit')] : []),
    ...(look.closed.length > 0 ? ['no leave then'] : []),
    ...(look.balance && look.balance.after < 0 ? ['balance below 0'] : []),
  ];
  return (
    <>
      <span className="flex flex-wrap items-center gap-x-2">
        <span className="font-semibold">{name}</span>
        <LeaveMark type={type} />
        <span className="min-w-0 truncate">
          {back.length > 0 ? 'gives back ' : ''}
          {when}
        </span>
        <span className="ml-auto whitespace-nowrap">{formatAmount(total, type.unit)}</span>
      </span>
      <Under what={`${type.name}, asked`} at={at} against={against} />
    </>
  );
}

function ShiftLine({ request }: { readonly request: QueuedShiftRequest }) {
  const { text, kind, at, fault, effects, owner, rank, moved } = request;
  const snags = effects.flatMap((one) => one.snags);
  const overtime = effects.some((one) => one.overtime > 0);
  const against = [
    ...(rank ? [`${rank.place} of ${rank.of}`] : []),
    ...(moved.length > 0
      ? ['changed since']
      : fault
        ? ['not possible now']
        : snags.length > 0
          ? [counted(snags.length, 'snag')]
          : []),
    ...(overtime ? ['overtime'] : []),
    ...(owner === 'asker' && moved.length === 0 ? ['asked back'] : []),
  ];
  return (
    <>
      <span className="block font-semibold">{text}</span>
      <Under what={`${KIND_WORDS[kind]}, asked`} at={at} against={against} />
    </>
  );
}

function Under({
  what,
  at,
  against,
}: {
  readonly what: string;
  readonly at: string;
  readonly against: readonly string[];
}) {
  return (
    <span className="text-muted flex gap-2 text-sm">
      <span>
        {what} <When at={at} />
      </span>
      {against.length > 0 && <span className="text-brass ml-auto font-semibold">{against.join(', ')}</span>}
    </span>
  );
}
