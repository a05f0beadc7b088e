import Link from 'next/link';
import { Message } from '@/ui/layout/message';

export default function NotFound() {
  return (
    <Message title="Nothing here">
      There is no such page, site or week. <Link href="/">Go to this week</Link>
    </Message>
  );
}
