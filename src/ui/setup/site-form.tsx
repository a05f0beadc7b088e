'use client';

import type { SetupPayload, SiteDraft } from '@/server/site/payload';
import { SaveBar } from '../kit/save-bar';
import { useCommand } from '../commands/use-command';
import { useDraft } from '../commands/use-draft';

/** What a part of the form about a site is given. */
export interface SitePart {
  readonly draft: SiteDraft;
  readonly change: (part: Partial<SiteDraft>) => void;
}

/** A form about a site: what is edited in it is saved together, after a look at what that does. */
export function SiteForm({
  setup,
  className,
  children,
}: {
  readonly setup: SetupPayload;
  readonly className: string;
  readonly children: (part: SitePart) => React.ReactNode;
}) {
  const { draft, change, reset, dirty, saved, base } = useDraft<SiteDraft>(setup.site, `site ${setup.id}`);
  const { run, busy, problem } = useCommand();
  const input = dirty ? { id: setup.id, site: clean(draft) } : null;
  const opened = { id: setup.id, site: clean(base) };
  return (
    <>
      <main className="min-h-0 flex-1 overflow-y-auto px-6 py-5">
        <div className={`mx-auto grid max-w-[1080px] max-[900px]:grid-cols-1 ${className}`}>
          {children({ draft, change })}
        </div>
      </main>
      <SaveBar
        kind="site.save"
        input={input}
        busy={busy}
        problem={problem}
        onReset={reset}
        opened={opened}
        onSave={(wanted, prefer) =>
          void run('site.save', wanted, undefined, { opened, prefer }).then((done) => done && saved())
        }
      />
    </>
  );
}

/** A draft without lines that were added and left empty. */
function clean(draft: SiteDraft): SiteDraft {
  return {
    ...draft,
    areas: draft.areas.filter((area) => area.name.trim() !== ''),
    budgets: draft.budgets.filter((one) => one.minutes !== null || one.cost !== null || one.sales !== null),
  };
}
