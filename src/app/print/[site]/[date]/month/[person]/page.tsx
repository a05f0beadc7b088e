import type { Metadata } from 'next';
import { sheetPage } from '../../../../sheet-page';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Month of one person' };

export default sheetPage('month');
