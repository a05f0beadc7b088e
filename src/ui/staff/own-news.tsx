import { EmptyState } from '../kit/states';
import type { OwnNews, OwnPage } from '@/server/staff/payload';
import type { NewsItem } from '@/core/publish/late';
import { Badge } from '../kit/badge';
import { Button } from '../kit/button';
import { When } from '../layout/when';
import { useStaff } from './staff-context';
import { otherWords, shiftLine } from './words';

/** What one was told and has not seen or answered. */
export function openNews(page: OwnPage): OwnNews[] {
  return page.news.filter(
    ({ isSeen, isLate, answer, decision }) => !isSeen || (isLate && answer === null && decision === null),
  );
}

/** What one was told and has not seen or answered; under it what was before. */
export function OwnNewsList() {
  const { page } = useStaff();
  const open = openNews(page);
  const past = page.news.filter((one) => !open.includes(one));
  return (
    <>
      <h1 className="font-serif text-xl font-semibold">News</h1>
      {page.news.length === 0 && (
        <EmptyState title="Nothing has been published for you yet.">
          What is new, different or gone for you stands here, the old beside the new.
        </EmptyState>
      )}
      {page.news.length > 0 && open.length === 0 && <p>You have seen all of it.</p>}
      {open.map((one) => (
        <OpenNews key={one.id} news={one} />
      ))}
      {past.length > 0 && (
        <section aria-labelledby="earlier">
          <h2 id="earlier" className="text-muted border-rule border-b pb-1 font-semibold">
            Earlier
          </h2>
          <ul className="flex flex-col">
            {past.map((one) => (
              <li key={one.id} className="border-fine border-b py-3">
                <NewsText news={one} page={page} />
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

function OpenNews({ news }: { readonly news: OwnNews }) {
  const { page, isReadOnly, mark, patch } = useStaff();
  const asks = news.isLate && news.answer === null && news.decision === null;
  const become = (part: Partial<OwnNews>) =>
    patch((before) => ({
      ...before,
      news: before.news.map((one) => (one.id === news.id ? { ...one, ...part } : one)),
    }));
  const answer = (said: 'yes' | 'no') => {
    become({ isSeen: true, answer: said });
    void mark('news.answer', { news: news.id, answer: said });
  };
  const see = () => {
    become({ isSeen: true });
    void mark('news.see', { news: [news.id] });
  };
  return (
    <article className="border-ink bg-sheet border p-4">
      <NewsText news={news} page={page} />
      {asks && (
        <p className="mt-2 font-semibold">
          This comes later than the notice that is agreed here. Can you work it like this?
        </p>
      )}
      {!isReadOnly && (
        <div className="mt-3 flex gap-2">
          {asks ? (
            <>
              <Button kind="primary" className="min-h-11 flex-1" onClick={() => answer('yes')}>
                Yes
              </Button>
              <Button className="min-h-11 flex-1" onClick={() => answer('no')}>
                No
              </Button>
            </>
          ) : (
            <Button kind="primary" className="min-h-11 flex-1" onClick={see}>
              Seen
            </Button>
          )}
        </div>
      )}
    </article>
  );
}

function NewsText({ news, page }: { readonly news: OwnNews; readonly page: OwnPage }) {
  const { at, kind, message, items, site, answer, decision } = news;
  return (
    <>
      <p className="text-muted text-sm">
        {kind === 'withdraw' ? 'Withdrawn' : 'Published'} <When at={at} />, {page.sites[site]}
        {answer && `; you said ${answer}`}
        {decision && (decision === 'keep' ? '; it stays as it is' : '; it is taken back')}
      </p>
      <ul className="mt-1 flex flex-col gap-1">
        {items.map((item) => (
          <li key={(item.after ?? item.before)!.id}>
            <ItemText item={item} page={page} />
          </li>
        ))}
      </ul>
      {message && <p className="mt-1 italic">{message}</p>}
    </>
  );
}

/** Old and new side by side, each in full. */
function ItemText({ item, page }: { readonly item: NewsItem; readonly page: OwnPage }) {
  const { kind, before, after, isLate } = item;
  const [was, is] = [before && shiftLine(before, page), after && shiftLine(after, page)];
  return (
    <>
      {is && <span className="font-semibold">{is}</span>}
      {kind === 'gone' && <s className="text-gap font-semibold">{was}</s>}{' '}
      <Badge state={kind === 'new' ? 'new' : kind === 'gone' ? 'faulty' : 'changed'}>
        {kind === 'gone' ? 'not yours any more' : kind}
      </Badge>
      {isLate && (
        <>
          {' '}
          <Badge severity="warn">late</Badge>
        </>
      )}
      {kind === 'changed' && (
        <span className="text-muted block text-sm">
          {was === is ? otherWords(before!, after!).join(', ') : `was ${was}`}
        </span>
      )}
    </>
  );
}
