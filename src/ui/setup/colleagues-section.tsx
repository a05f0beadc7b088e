import { COLLEAGUE_VIEWS } from '@/core/setup/colleagues';
import type { SetupPayload } from '@/server/site/payload';
import { useCommand } from '../commands/use-command';
import { SwitchList } from './switch-list';

/** What staff of the site see of each other, on one page. */
export function ColleaguesSection({ setup: { id: site, staffSees } }: { readonly setup: SetupPayload }) {
  const { run, busy, problem } = useCommand();
  return (
    <SwitchList
      title="What staff see of each other"
      about="Their own published shifts everybody sees. Pay, availability, birth dates and reasons for leave nobody ever sees of a colleague, whatever is switched here."
      items={COLLEAGUE_VIEWS.map((view) => ({
        ...view,
        isIdle: view.id !== 'team' && !staffSees.includes('team'),
      }))}
      on={staffSees}
      disabled={busy}
      problem={problem?.message ?? null}
      onSwitch={(sees) => void run('colleagues.save', { site, sees })}
    />
  );
}
