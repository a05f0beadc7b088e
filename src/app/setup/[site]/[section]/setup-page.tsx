import { notFound } from 'next/navigation';
import type { PageAsked } from '@/server/access/page';
import { frameOfBusiness, setupOf } from '@/server/site/queries';
import { repeatOf } from '@/server/week/queries';
import { SECTIONS } from '@/ui/setup/sections';
import { SetupScreen } from '@/ui/setup/setup-screen';

/** One section of a site's set-up. */
export async function setupPage({ db, actor, params }: PageAsked<{ site: string }>, name: string) {
  const section = SECTIONS.find((one) => one.id === name);
  if (!section) notFound();
  const found = await setupOf(db, actor, params.site);
  const repeat = await repeatOf(db, actor, params.site);
  if (!found.ok || !repeat.ok) notFound();
  const frame = await frameOfBusiness(db, actor);
  return (
    <SetupScreen
      key={found.setup.id}
      frame={frame}
      setup={found.setup}
      repeat={repeat.repeat}
      section={section.id}
    />
  );
}
