import { asSentence } from '@/core/sentence';
import type { OwnNews, OwnPage } from '@/server/staff/payload';
import type { NewsItem } from '@/core/publish/late';
import { useCommand } from '../commands/use-command';
import { Badge } from '../kit/badge';
import { Button } from '../kit/button';
import { When } from '../layout/when';
import { otherWords, shiftLine } from './words';

/** What one was told and has not seen or answered; under it what was before. */
export function OwnNewsList({ page }: { readonly page: OwnPage }) {
  const waits = ({ isSeen, isLate, answer, decision }: OwnNews) =>
    !isSeen || (isLate && answer === null && decision === null);
  const open = page.news.filter(waits);
  const past = page.news.filter((one) => !waits(one));
  if (page.news.length === 0) return null;
  return (
    <section aria-labelledby="news" className="flex flex-col gap-3">
      <h2 id="news" className="sr-only">
        News
      </h2>
      {open.map((one) => (
        <OpenNews key={one.id} news={one} page={page} />
      ))}
      {past.length > 0 && (
        <details>
          <summary className="text-muted min-h-11 cursor-pointer py-2.5">Earlier news</summary>
          <ul className="flex flex-col gap-3">
            {past.map((one) => (
              <li key={one.id} className="border-fine border-b pb-2">
                <NewsText news={one} page={page} />
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function OpenNews({ news, page }: { readonly news: OwnNews; readonly page: OwnPage }) {
  const { run, busy, problem } = useCommand();
  const asks = news.isLate && news.answer === null && news.decision === null;
  return (
    <article className="border-ink bg-sheet border p-4">
      <NewsText news={news} page={page} />
      {asks && (
        <p className="mt-2 font-semibold">
          This comes later than the notice that is agreed here. Can you work it like this?
        </p>
      )}
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
      <div className="mt-3 flex gap-2">
        {asks ? (
          <>
            <Button
              kind="primary"
              className="min-h-11 flex-1"
              disabled={busy}
              onClick={() => void run('news.answer', { news: news.id, answer: 'yes' }, 'Answered yes')}
            >
              Yes
            </Button>
            <Button
              className="min-h-11 flex-1"
              disabled={busy}
              onClick={() => void run('news.answer', { news: news.id, answer: 'no' }, 'Answered no')}
            >
              No
            </Button>
          </>
        ) : (
          <Button
            kind="primary"
            className="min-h-11 flex-1"
            disabled={busy}
            onClick={() => void run('news.see', { news: [news.id] }, 'Seen')}
          >
            Seen
          </Button>
        )}
      </div>
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
