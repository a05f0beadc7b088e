'use client';

import type { PersonPayload } from '@/server/people/payload';
import { undoOne } from '../undo/take-back';
import { When } from '../layout/when';
import { Button } from '../kit/button';
import { Page } from '../kit/page';
import { RecordsPart } from './records-part';

/** Who changed what of a person, the latest first; the latest can be taken back. */
export function HistoryPart({ page }: { readonly page: PersonPayload }) {
  return (
    <Page>
      <div className="mx-auto max-w-[820px]">
        <h2 className="font-serif text-lg font-semibold mb-2">History</h2>
        {page.history.length === 0 ? (
          <p className="text-muted">Nothing was changed here yet.</p>
        ) : (
          <ol>
            {page.history.map((line, i) => (
              <li key={line.id} className="border-fine flex gap-4 border-t py-2 first:border-t-0">
                <span className="text-muted w-[150px] shrink-0">
                  <When at={line.at} />
                  <span className="block">{line.actor}</span>
                </span>
                <span className="flex-1">
                  <span className="font-semibold">{line.title}</span>
                  {line.details.map((detail) => (
                    <span key={detail} className="block">
                      {detail}
                    </span>
                  ))}
                </span>
                {line.undoable && i === 0 && (
                  <Button
                    kind="link"
                    className="self-start"
                    onClick={() => void undoOne(line.id, line.title)}
                  >
                    Undo
                  </Button>
                )}
              </li>
            ))}
          </ol>
        )}
        {page.choices.mayErase && <RecordsPart page={page} />}
      </div>
    </Page>
  );
}
