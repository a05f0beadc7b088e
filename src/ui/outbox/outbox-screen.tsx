'use client';

import { useMemo, useState } from 'react';
import { asSentence } from '@/core/sentence';
import { counted } from '@/core/time/format';
import type { OutboxLine, OutboxPayload } from '@/server/outbox/payload';
import { useCommand } from '../commands/use-command';
import { Badge } from '../kit/badge';
import { Button } from '../kit/button';
import { DataTable, type DataColumn } from '../kit/data-table';
import { Dialog } from '../kit/dialog';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { When } from '../layout/when';
import { Refused } from '../kit/states';

const STATES = ['waiting', 'sending', 'sent', 'failed', 'perhaps sent'] as const;

/** What is sent to people: waiting, sent, failed and why, each to be read and sent again. */
export function OutboxScreen({
  header,
  page,
}: {
  readonly header: ShellFrame;
  readonly page: OutboxPayload;
}) {
  const { messages, ways } = page;
  const [text, find] = useState('');
  const [state, setState] = useState('');
  const [opened, open] = useState<string | null>(null);
  const shown = useMemo(() => {
    const words = text.trim().toLowerCase();
    return messages.filter(
      (one) =>
        (state === '' || one.state === state) &&
        [one.to, one.address, one.subject, one.body].some((part) => part?.toLowerCase().includes(words)),
    );
  }, [messages, text, state]);
  const columns = useMemo(() => columnsOf(open), []);
  const reading = messages.find(({ id }) => id === opened) ?? null;
  const stays = [!ways.mail && 'mail', !ways.text && 'text messages'].filter((way) => way !== false);
  return (
    <AppLayout header={header} site={null} area={null}>
      <div className="border-rule bg-sheet flex flex-wrap items-center gap-x-4 gap-y-2 border-b px-4 py-2.5">
        <h1 className="font-serif text-lg font-semibold">Outbox</h1>
        <span className="text-muted">{counted(shown.length, 'message')}</span>
        <TextInput
          label="Find"
          className="w-[200px]"
          value={text}
          placeholder="Name, address, words"
          onChange={find}
        />
        <Select
          label="State"
          className="w-auto"
          value={state}
          onChange={setState}
          options={[['', 'in any state'], ...STATES.map((one) => [one, one] as const)]}
        />
        {stays.length > 0 && (
          <span className="text-muted text-sm">
            No way out is set up for {stays.join(' and ')}: what is “sent” stays here.
          </span>
        )}
      </div>
      <DataTable
        label="Messages"
        rows={shown}
        columns={columns}
        rowId={({ id }) => id}
        rowName={({ subject, to }) => `${subject} to ${to}`}
        empty={messages.length === 0 ? 'Nothing has been sent yet.' : 'No message fits what is looked for.'}
      />
      {reading && <Reading message={reading} onClose={() => open(null)} />}
    </AppLayout>
  );
}

function columnsOf(onOpen: (id: string) => void): DataColumn<OutboxLine>[] {
  return [
    { id: 'at', header: 'When', value: ({ at }) => at, cell: ({ at }) => <When at={at} /> },
    {
      id: 'to',
      header: 'To',
      value: ({ to }) => to,
      cell: ({ to }) => <span className="font-semibold">{to}</span>,
    },
    { id: 'way', header: 'By', value: ({ way }) => way },
    { id: 'address', header: 'Address', value: ({ address }) => address },
    {
      id: 'subject',
      header: 'About',
      value: ({ subject }) => subject,
      cell: ({ id, subject }) => (
        <Button kind="link" className="max-w-[360px] truncate" onClick={() => onOpen(id)}>
          {subject}
        </Button>
      ),
    },
    {
      id: 'state',
      header: 'State',
      value: ({ state }) => state,
      cell: (message) => <StateText message={message} />,
    },
  ];
}

function StateText({ message: { state, nextAt, deliveredAt, reason } }: { readonly message: OutboxLine }) {
  if (state === 'failed' || state === 'perhaps sent')
    return <Badge severity={state === 'failed' ? 'stop' : 'warn'}>{state}</Badge>;
  return (
    <span title={reason ?? undefined}>
      {deliveredAt ? 'arrived' : state}
      {nextAt && (
        <span className="text-muted">
          , again <When at={nextAt} />
        </span>
      )}
    </span>
  );
}

function Reading({ message, onClose }: { readonly message: OutboxLine; readonly onClose: () => void }) {
  const { run, busy, problem } = useCommand();
  const { id, site, to, address, subject, body, state, reason, tries } = message;
  const send = async () => {
    if (await run('outbox.sendAgain', { site, message: id }, 'It is sent again')) onClose();
  };
  return (
    <Dialog title={subject} onClose={onClose} className="w-[620px]">
      <p className="text-muted">
        To {to}, {address}: {state}
        {tries > 0 && `, after ${counted(tries, 'failure')}`}
      </p>
      {reason && <p className="text-gap mt-1 font-semibold">{asSentence(reason)}</p>}
      <p className="border-fine mt-3 border-t pt-3 leading-relaxed whitespace-pre-wrap">
        {body ?? 'It holds a link that lets somebody in, and is not shown.'}
      </p>
      <Refused problem={problem} className="mt-2" />
      {state !== 'waiting' && state !== 'sending' && (
        <Button className="mt-5" disabled={busy} onClick={() => void send()}>
          Send again
        </Button>
      )}
    </Dialog>
  );
}
