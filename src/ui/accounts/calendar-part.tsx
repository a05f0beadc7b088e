import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import type { FeedAddresses } from '@/server/calendar/payload';
import { notify } from '../commands/notify';
import { queryClient } from '../commands/query-client';
import { useCommand } from '../commands/use-command';
import { Button, buttonClass } from '../kit/button';
import { TextInput } from '../kit/inputs/text-input';

/** The addresses by which calendars follow one's shifts, or a site's: shown when they are asked for. */
export function CalendarPart() {
  const [isShown, show] = useState(false);
  const { data, isError, refetch } = useQuery(
    {
      queryKey: ['feeds'],
      enabled: isShown,
      // It is a secret: nothing of it stays once nobody looks at it.
      gcTime: 0,
      queryFn: async ({ signal }) => {
        const response = await fetch('/api/feed', { signal });
        if (!response.ok) throw new Error(String(response.status));
        return (await response.json()) as FeedAddresses;
      },
    },
    queryClient(),
  );
  return (
    <section aria-labelledby="calendar" className="w-[420px] max-w-full phone:w-full">
      <h2 id="calendar" className="border-ink mb-2 border-b pb-1 font-serif text-lg font-semibold">
        In my calendar
      </h2>
      <p className="text-muted mb-2 text-sm">
        A calendar that follows this address shows published shifts, and what becomes of them. Whoever knows
        the address sees them: keep it to yourself, and take another if somebody else has it.
      </p>
      {!isShown && (
        <Button className="phone:min-h-11 phone:w-full" onClick={() => show(true)}>
          Show the address
        </Button>
      )}
      {isShown && !data && !isError && <p className="text-muted">Loading the address …</p>}
      {isError && (
        <p className="text-gap font-semibold">
          The address could not be had.{' '}
          <Button kind="link" onClick={() => void refetch()}>
            Try again
          </Button>
        </p>
      )}
      {data && (
        <ul className="flex flex-col gap-4">
          {data.own !== null && (
            <Feed site={null} name="My shifts" address={data.own} onRenewed={() => void refetch()} />
          )}
          {data.sites.map(({ id, name, address }) => (
            <Feed
              key={id}
              site={id}
              name={`All shifts of ${name}`}
              address={address}
              onRenewed={() => void refetch()}
            />
          ))}
        </ul>
      )}
      {data?.own && (
        // A file, not a page.
        <a
          className={buttonClass('link', 'mt-3 flex items-center phone:min-h-11')}
          href="/api/calendar"
          download
        >
          Take my shifts as a file, once
        </a>
      )}
    </section>
  );
}

function Feed({
  site,
  name,
  address,
  onRenewed,
}: {
  readonly site: string | null;
  readonly name: string;
  readonly address: string;
  readonly onRenewed: () => void;
}) {
  const { run, busy, problem } = useCommand();
  const copy = async () => {
    await navigator.clipboard.writeText(address);
    notify({ text: 'Address copied' });
  };
  const renew = async () => {
    if (await run('feed.renew', { site }, 'Another address; the one before does not count any more'))
      onRenewed();
  };
  return (
    <li>
      <p className="font-semibold">{name}</p>
      <TextInput
        label={`Address of ${name}`}
        className="w-full max-w-full phone:min-h-11"
        readOnly
        value={address}
        onChange={() => undefined}
        onFocus={(event) => event.target.select()}
      />
      <span className="mt-1 flex flex-wrap gap-x-4">
        {'clipboard' in navigator && (
          <Button kind="link" className="phone:min-h-11" onClick={() => void copy()}>
            Copy
          </Button>
        )}
        <Button kind="link" className="phone:min-h-11" disabled={busy} onClick={() => void renew()}>
          Take another address
        </Button>
      </span>
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
    </li>
  );
}
