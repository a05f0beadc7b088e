'use client';

import type { SetupPayload, SiteDraft } from '@/server/site/payload';
import { CommandForm } from '../forms/command-form';
import { type Part, useCommandForm } from '../forms/use-command-form';

/** What a part of the form about a site is given. */
export type SitePart = Part<SiteDraft>;

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
  const form = useCommandForm('site.save', {
    stored: { id: setup.id, site: setup.site },
    key: `site ${setup.id}`,
    clean: ({ id, site }) => ({ id, site: withoutEmpty(site) }),
  });
  return (
    <CommandForm form={form} className={`grid max-[900px]:grid-cols-1 ${className}`}>
      {children(form.part('site'))}
    </CommandForm>
  );
}

/** A draft without lines that were added and left empty. */
function withoutEmpty(draft: SiteDraft): SiteDraft {
  return {
    ...draft,
    areas: draft.areas.filter((area) => area.name.trim() !== ''),
    budgets: draft.budgets.filter((one) => one.minutes !== null || one.cost !== null || one.sales !== null),
  };
}
