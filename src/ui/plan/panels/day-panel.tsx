import Link from 'next/link';
import { formatDate } from '@/core/time/day';
import { formatLongDay } from '@/core/time/format';
import { useCommandForm } from '../../forms/use-command-form';
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
  const form = useCommandForm('daybook.save', {
    stored: { site: site.id, date, note: stored },
    key: `daybook ${site.id} ${date}`,
    said: 'Note saved',
    onSaved: () => void controller.refresh().then(() => controller.open(null)),
  });
  const { values, saving } = form;
  return (
    <PanelLayout
      title={`Daybook, ${formatLongDay(date)}`}
      note="Seen by everybody who works that day, over the day and on the printed sheet."
      onKey={(event) => {
        if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return false;
        saving.save();
        return true;
      }}
      foot={
        <>
          {saving.problems.map(({ path, message }) => (
            <p key={path} className="text-gap mb-2 font-semibold">
              {message}
            </p>
          ))}
          <Button
            kind="primary"
            disabled={saving.busy || !saving.dirty}
            onClick={() => saving.save()}
            title="Ctrl Enter"
          >
            {saving.busy ? 'Saving …' : 'Save note'}
          </Button>
        </>
      }
    >
      <TextArea
        data-first
        className="min-h-[140px] w-full"
        label={`Note for ${formatLongDay(date)}`}
        maxLength={2000}
        value={values.note}
        placeholder="Terrace opens at 8, boats from 10."
        onChange={(note) => form.change({ note })}
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
