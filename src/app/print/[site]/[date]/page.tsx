import type { Metadata } from 'next';
import { DaySheet } from '@/ui/print/day-sheet';
import { planPage } from '../../plan-page';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sheet of the day' };

export default planPage((payload, date, back) => <DaySheet payload={payload} date={date} back={back} />);
