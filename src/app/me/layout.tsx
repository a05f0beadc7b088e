import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { headerOfBusiness } from '@/server/site/queries';
import { ownPage } from '@/server/staff/own-page';
import { OwnScreen } from '@/ui/staff/own-screen';

/** One's own pages. They are a layout so that going from one to another keeps what is typed and where one looked. */
export default page({ permission: 'self' }, async ({ db, actor, children }) => {
  const found = await ownPage(db, actor);
  if (!found.ok) notFound();
  return (
    <OwnScreen header={await headerOfBusiness(db, actor)} page={found.page}>
      {children}
    </OwnScreen>
  );
});
