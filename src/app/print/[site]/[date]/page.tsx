import type { Metadata } from 'next';
import { sheetPage } from '../../sheet-page';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sheet of the day' };

export default sheetPage('day');
