import type { Metadata } from 'next';
import { WeekSheet } from '@/ui/print/week-sheet';
import { planPage } from '../../../plan-page';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sheet of the week' };

export default planPage((payload, _date, back) => <WeekSheet payload={payload} back={back} />);
