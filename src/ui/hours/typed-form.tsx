import { Plus } from 'lucide-react';
import { useForm, useWatch } from 'react-hook-form';
import { parseTypedHours, typedText } from '@/core/timesheet/typed-hours';
import type { SheetDayView, SheetPage } from '@/server/hours/payload';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { RemoveButton } from '../kit/remove-button';
import { Refused } from '../kit/states';

interface Row {
  readonly id: string;
  readonly text: string;
  readonly kind: string;
  readonly note: string;
  readonly role: string | null;
}

/** The hours of a date as they are typed: times or a length a row, several rows of several kinds. */
export function TypedForm({
  sheet,
  day,
  command,
  onDone,
}: {
  readonly sheet: SheetPage;
  readonly day: SheetDayView;
  /** One's own, or somebody's. */
  readonly command: 'hours.type' | 'hours.enter';
  readonly onDone: () => void;
}) {
  const { hourFormat, kinds, person } = sheet;
  const fresh = (text = ''): Row => ({ id: newId(), text, kind: '', note: '', role: null });
  const known = day.typed
    .filter(({ about }) => about === null)
    .map((row): Row => ({
      ...{ id: row.id, note: row.note, role: row.role, kind: row.kind ?? '' },
      text: typedText(row, hourFormat),
    }));
  const form = useForm<{ rows: Row[] }>({ defaultValues: { rows: known.length > 0 ? known : [fresh()] } });
  const { rows } = useWatch({ control: form.control }) as { rows: Row[] };
  const { run, busy, problem } = useCommand();
  const setRows = (next: Row[]) => form.setValue('rows', next);
  const set = (at: number, part: Partial<Row>) =>
    setRows(rows.map((row, i) => (i === at ? { ...row, ...part } : row)));
  const filled = rows.filter(({ text }) => text.trim() !== '');
  const read = filled.map((row) => ({ row, read: parseTypedHours(row.text, hourFormat) }));
  const faultOf = (row: Row) => {
    const found = read.find((one) => one.row === row)?.read;
    return found && !found.ok ? found.message : null;
  };
  const save = async () => {
    const input = {
      person,
      date: day.date,
      rows: read.flatMap(({ row, read: found }) =>
        found.ok
          ? [{ id: row.id, kind: row.kind || null, role: row.role, note: row.note.trim(), ...found.times }]
          : [],
      ),
    };
    if (await run(command, input)) onDone();
  };
  return (
    <div role="group" aria-label="Typed hours" className="mt-2 flex flex-col gap-2">
      {rows.map((row, i) => (
        <div key={row.id} className="flex flex-wrap items-start gap-1.5">
          <TextInput
            label={`Hours, ${i + 1}`}
            placeholder="9-17:30 or 7:30"
            className="w-[124px]"
            value={row.text}
            fault={faultOf(row)}
            onChange={(text) => set(i, { text })}
          />
          {kinds.length > 0 && (
            <Select
              label={`Kind of pay, ${i + 1}`}
              value={row.kind}
              onChange={(kind) => set(i, { kind })}
              options={[['', 'Regular'], ...kinds.map(({ id, name }) => [id, name] as const)]}
            />
          )}
          <TextInput
            label={`Note, ${i + 1}`}
            placeholder="note"
            className="w-[110px]"
            value={row.note}
            maxLength={500}
            onChange={(note) => set(i, { note })}
          />
          <RemoveButton
            label={`Take away row ${i + 1}`}
            onClick={() => setRows(rows.filter((_, at) => at !== i))}
          />
        </div>
      ))}
      <div className="flex flex-wrap gap-1.5">
        <Button kind="small" onClick={() => setRows([...rows, fresh()])}>
          <Plus size={12} aria-hidden /> Add a row
        </Button>
        {day.planned > 0 && (
          <Button
            kind="small"
            onClick={() =>
              setRows([...filled, fresh(typedText({ span: null, minutes: day.planned }, hourFormat))])
            }
          >
            As planned
          </Button>
        )}
      </div>
      <Refused problem={problem} />
      <div className="flex gap-2">
        <Button
          kind="primary"
          busy={busy}
          disabled={read.some(({ read: one }) => !one.ok)}
          onClick={() => void save()}
        >
          Save
        </Button>
        <Button disabled={busy} onClick={onDone}>
          Cancel
        </Button>
      </div>
    </div>
  );
}
