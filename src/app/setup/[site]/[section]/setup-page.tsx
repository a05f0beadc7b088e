import { notFound } from 'next/navigation';
import type { PageRequest } from '@/server/access/page';
import { headerOfBusiness, setupOf } from '@/server/site/queries';
import { recurringOf } from '@/server/week/queries';
import { SECTIONS, sectionsWithout } from '@/ui/setup/sections';
import { SetupScreen } from '@/ui/setup/setup-screen';

/** One section of a site's set-up. */
export async function setupPage({ db, actor, params }: PageRequest<{ site: string }>, name: string) {
  const section = SECTIONS.find((one) => one.id === name);
  if (!section) notFound();
  const found = await setupOf(db, actor, params.site);
  const recurring = await recurringOf(db, actor, params.site);
  if (!found.ok || !recurring.ok) notFound();
  if (!sectionsWithout(found.setup.off).includes(section)) notFound();
  const header = await headerOfBusiness(db, actor);
  return (
    <SetupScreen
      key={found.setup.id}
      header={header}
      setup={found.setup}
      recurring={recurring.recurring}
      section={section.id}
    />
  );
}
