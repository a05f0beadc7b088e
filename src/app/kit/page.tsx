import type { Metadata } from 'next';
import { page } from '@/server/access/page';
import { Gallery } from '@/ui/gallery/gallery';

export const metadata: Metadata = { title: 'Controls' };

/** The controls, for those who build with them. No way leads here from the application. */
export default page({ permission: 'self' }, async () => <Gallery />);
