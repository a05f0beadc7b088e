import { CAPABILITIES } from '@/core/setup/capabilities';
import type { SetupPayload } from '@/server/site/payload';
import { useCommand } from '../commands/use-command';
import { SwitchList } from './switch-list';

/** What the site uses, each switched at once. What is off is nowhere to be found; its data stays. */
export function UsedSection({ setup: { id: site, off } }: { readonly setup: SetupPayload }) {
  const { run, busy, problem } = useCommand();
  return (
    <SwitchList
      title="What is used here"
      about="What is not used has no place in any menu and cannot be done by anybody. Whatever was entered stays, and is there again when it is switched on."
      items={CAPABILITIES}
      on={CAPABILITIES.map(({ id }) => id).filter((id) => !off.includes(id))}
      disabled={busy}
      problem={problem?.message ?? null}
      onSwitch={(on) =>
        void run('capabilities.save', {
          site,
          off: CAPABILITIES.map(({ id }) => id).filter((id) => !on.includes(id)),
        })
      }
    />
  );
}
