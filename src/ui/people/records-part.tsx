import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import type { PersonPayload } from '@/server/people/payload';
import { useCommand } from '../commands/use-command';
import { Button, buttonClass } from '../kit/button';
import { Dialog } from '../kit/dialog';

/** What the owner does with what is on record of a person: hands it over, or erases it once they have left. */
export function RecordsPart({ page }: { readonly page: PersonPayload }) {
  const { run, busy, problem } = useCommand();
  const [asks, ask] = useState(false);
  const { employedTo } = page.person;
  const hasLeft = employedTo !== null && employedTo < page.choices.today;
  const erase = async () => {
    if (await run('person.erase', { person: page.id }, 'Erased')) ask(false);
  };
  return (
    <section aria-labelledby="records" className="mt-8">
      <h2 id="records" className="mb-2 font-serif text-lg font-semibold">
        On record
      </h2>
      <p className="flex flex-wrap items-center gap-x-5 gap-y-2">
        {/* A file, not a page. */}
        <a className={buttonClass('plain')} href={`/api/records/${encodeURIComponent(page.id)}`} download>
          Everything on record, as files
        </a>
        <Button kind="danger" disabled={!hasLeft} onClick={() => ask(true)}>
          Erase personal data …
        </Button>
        {!hasLeft && (
          <span className="text-muted">Only who has left is erased: the last day of employment counts.</span>
        )}
      </p>
      {asks && (
        <Dialog title={`Erase ${page.person.name}`} onClose={() => ask(false)} className="w-[560px]">
          <p>
            The name, number, contacts, birth date, notes, own fields, availability, wishes, messages and the
            account go, here and in the log. Shifts, hours, leave dates and rates stay, as those of a former
            colleague.
          </p>
          <p className="mt-3 font-semibold">
            It cannot be undone, and restoring an older back-up does not bring it back.
          </p>
          {problem && <p className="text-gap mt-2 font-semibold">{asSentence(problem.message)}</p>}
          <Button kind="danger" className="mt-5" disabled={busy} onClick={() => void erase()}>
            Erase personal data
          </Button>
        </Dialog>
      )}
    </section>
  );
}
