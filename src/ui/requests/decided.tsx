import type { RequestsPage } from '@/server/requests/page';
import { EndedList } from './ended-list';

/** What was decided, the latest first, with who did what and when. */
export function Decided({ page }: { readonly page: RequestsPage }) {
  return (
    <EndedList
      page={page}
      label="Decided requests"
      empty={{
        title: 'Nothing was decided yet.',
        text: `What is approved or declined at ${page.siteName} stays here, with who decided it and when.`,
      }}
    />
  );
}
