import type { Metadata } from 'next';
import { sheetPage } from '../../../sheet-page';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sheet of the month' };

export default sheetPage('month');
