import type { Metadata } from 'next';
import { sheetPage } from '../../../sheet-page';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sheet of the week' };

export default sheetPage('week');
