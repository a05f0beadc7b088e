import { notFound } from 'next/navigation';
import { currentActor } from '@/server/actor';
import { frameOfBusiness, setupOf } from '@/server/site/queries';
import { database } from '@/server/store';
import { repeatOf } from '@/server/week/queries';
import { SECTIONS } from '@/ui/setup/sections';
import { SetupScreen } from '@/ui/setup/setup-screen';

/** One section of a site's set-up. */
export async function setupPage(site: string, name: string) {
  const section = SECTIONS.find((one) => one.id === name);
  if (!section) notFound();
  const db = await database();
  const actor = await currentActor();
  const found = await setupOf(db, actor, decodeURIComponent(site));
  const repeat = await repeatOf(db, actor, decodeURIComponent(site));
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
