import type { PunchKind } from '@/core/clock/punch';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button, type ButtonKind } from '../kit/button';
import { Refused } from '../kit/states';

/** Clocks for somebody, now. */
export function ClockButton({
  site,
  person,
  kind,
  label,
  look = 'primary',
}: {
  readonly site: string;
  readonly person: { readonly id: string; readonly name: string };
  readonly kind: PunchKind;
  readonly label: string;
  readonly look?: ButtonKind;
}) {
  const { run, busy, problem } = useCommand();
  return (
    <>
      <Button
        kind={look}
        busy={busy}
        onClick={() =>
          void run('clock.punch', { id: newId(), site, person: person.id, kind, at: null, note: '' })
        }
      >
        {label}
      </Button>
      <Refused problem={problem} className="w-full" />
    </>
  );
}
