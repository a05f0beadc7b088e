import { useState } from 'react';
import Link from 'next/link';
import { formatDate } from '@/core/time/day';
import { formatLongDay } from '@/core/time/format';
import { useCommand } from '../../commands/use-command';
import { useController, usePlan } from '../state/controller';
import { PanelLayout } from './panel-layout';
import { Button } from '../../kit/button';
import { TextArea } from '../../kit/inputs/text-input';

/** The daybook of one day: a note that everybody who works it sees. */
export function DayPanel({ day }: { readonly day: number }) {
  const controller = useController();
  const { site, from } = usePlan((state) => state.judgement.plan);
  const date = from + day;
  const stored = usePlan((state) => state.references.daybook.find((one) => one.date === date)?.note ?? '');
  const [note, setNote] = useState(stored);
  const [base] = useState(stored);
  const { run, busy, problem } = useCommand();
  const keep = async () => {
    const done = await run(
      'daybook.save',
      { site: site.id, date, note },
      note.trim() ? 'Note saved' : 'Note deleted',
      { opened: { site: site.id, date, note: base } },
    );
    if (!done) return;
    await controller.refresh();
    controller.open(null);
  };
  return (
    <PanelLayout
      title={`Daybook, ${formatLongDay(date)}`}
      note="Seen by everybody who works that day, over the day and on the printed sheet."
      onKey={(event) => {
        if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return false;
        void keep();
        return true;
      }}
      foot={
        <>
          {problem && <p className="text-gap mb-2 font-semibold">{problem.message}</p>}
          <Button
            kind="primary"
            disabled={busy || note === stored}
            onClick={() => void keep()}
            title="Ctrl Enter"
          >
            {busy ? 'Saving …' : 'Save note'}
          </Button>
        </>
      }
    >
      <TextArea
        data-first
        className="min-h-[140px] w-full"
        label={`Note for ${formatLongDay(date)}`}
        maxLength={2000}
        value={note}
        placeholder="Terrace opens at 8, boats from 10."
        onChange={setNote}
      />
      <p className="mt-3">
        <Link
          className="link link-primary font-semibold"
          prefetch={false}
          href={`/print/${encodeURIComponent(site.id)}/${formatDate(date)}`}
        >
          The day as a sheet for the wall
        </Link>
      </p>
      <p className="mt-1">
        <Link
          className="link link-primary font-semibold"
          prefetch={false}
          href={`/print/${encodeURIComponent(site.id)}/${formatDate(from)}/week`}
        >
          The week as a table for the wall
        </Link>
      </p>
    </PanelLayout>
  );
}
