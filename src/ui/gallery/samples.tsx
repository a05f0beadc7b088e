'use client';

import { useState } from 'react';
import type { Day } from '@/core/time/day';
import { notify } from '../commands/notify';
import { Badge } from '../kit/badge';
import { Button, type ButtonKind } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { Combobox } from '../kit/inputs/combobox';
import { type DataColumn, DataTable } from '../kit/data-table';
import { DateInput } from '../kit/inputs/date-input';
import { Dialog } from '../kit/dialog';
import { FaultsProvider } from '../kit/inputs/faults';
import { Field, FieldGroup } from '../kit/inputs/field';
import { Menu } from '../kit/menu';
import { SplitPanel } from '../kit/page';
import { AmountInput, CountInput, HoursInput, LengthInput } from '../kit/inputs/parsed-input';
import { RemoveButton } from '../kit/remove-button';
import { Segmented } from '../kit/inputs/segmented';
import { Select } from '../kit/inputs/select';
import { EmptyState, ErrorState } from '../kit/states';
import { TextArea, TextInput } from '../kit/inputs/text-input';
import { TimeInput } from '../kit/inputs/time-input';
import { Tooltip } from '../kit/tooltip';

function Sample({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <FieldGroup title={name}>
      <div className="flex flex-wrap items-start gap-3">{children}</div>
    </FieldGroup>
  );
}

const KINDS: readonly ButtonKind[] = ['plain', 'primary', 'chosen', 'danger', 'quiet', 'link'];

export function Figures() {
  return (
    <Sample name="Button, Badge">
      {KINDS.map((kind) => (
        <Button key={kind} kind={kind}>
          {kind}
        </Button>
      ))}
      <Button disabled>disabled</Button>
      <Button kind="primary" busy>
        Saving …
      </Button>
      <RemoveButton label="Remove this" onClick={() => undefined} />
      {(['stop', 'warn', 'note'] as const).map((severity) => (
        <Badge key={severity} severity={severity}>
          {severity}
        </Badge>
      ))}
      {(['faulty', 'changed', 'new', 'same'] as const).map((state) => (
        <Badge key={state} state={state}>
          {state}
        </Badge>
      ))}
    </Sample>
  );
}

export function Fields({
  isAmerican,
  onAmerican,
}: {
  readonly isAmerican: boolean;
  readonly onAmerican: (isAmerican: boolean) => void;
}) {
  const [text, setText] = useState('Quay Bistro');
  const [notes, setNotes] = useState('Two lines\nof text');
  const [time, setTime] = useState<number | null>(540);
  const [date, setDate] = useState<Day | null>(20781);
  const [length, setLength] = useState<number | null>(2280);
  const [amount, setAmount] = useState<number | null>(14.5);
  const [count, setCount] = useState(2);
  const hourFormat = isAmerican ? '12' : '24';
  return (
    <Sample name="Field, TextInput, TimeInput, DateInput, ParsedInput">
      <Field label="Text" hint="A word of explanation">
        <TextInput value={text} onChange={setText} />
      </Field>
      <FaultsProvider value={() => 'There is another site of this name.'}>
        <Field label="Text that is wrong">
          <TextInput name="text" value={text} onChange={setText} />
        </Field>
      </FaultsProvider>
      <Field label="Lines" className="w-56">
        <TextArea value={notes} onChange={setNotes} />
      </Field>
      <Field label="Time">
        <TimeInput value={time} onChange={setTime} step={30} hourFormat={hourFormat} />
      </Field>
      <Field label="Date">
        <DateInput value={date} onChange={setDate} />
      </Field>
      <Field label="Length">
        <LengthInput value={length} onChange={setLength} />
      </Field>
      <Field label="Amount">
        <AmountInput value={amount} onChange={setAmount} />
      </Field>
      <Field label="Count">
        <CountInput value={count} onChange={setCount} />
      </Field>
      <Field label="Hours of a day">
        <HoursInput value={[{ from: 420, to: 1410 }]} onChange={() => undefined} hourFormat={hourFormat} />
      </Field>
      <Checkbox checked={isAmerican} onChange={onAmerican}>
        am and pm, weeks from Sunday
      </Checkbox>
    </Sample>
  );
}

const PEOPLE = ['Ilse Brandt', 'Bram de Wit', 'Anouk Vesper', 'Teo Marchetti', 'Yuki Arai'].map(
  (name, i) => ({
    value: `p${i}`,
    name,
    note: i % 2 ? 'Kitchen' : 'Bar',
  }),
);

export function Choices() {
  const [role, setRole] = useState('bar');
  const [person, setPerson] = useState<string | null>('p1');
  const [days, setDays] = useState(7);
  const [sign, setSign] = useState('all');
  return (
    <Sample name="Select, Combobox, Segmented, Checkbox">
      <Select
        label="Role"
        value={role}
        onChange={setRole}
        options={[
          ['bar', 'Bar'],
          ['kitchen', 'Kitchen'],
        ]}
      />
      <Combobox label="Person" value={person} onChange={setPerson} options={PEOPLE} />
      <Segmented
        label="Days shown"
        value={days}
        onChange={setDays}
        options={[
          { value: 7, name: 'Week' },
          { value: 3, name: '3 days' },
          { value: 1, name: 'Day' },
        ]}
      />
      <Segmented
        label="Role of a figure"
        isLoose
        isSmall
        value={sign}
        onChange={setSign}
        options={['all', 'Bar', 'Kitchen'].map((name) => ({ value: name, name }))}
      />
      <Checkbox checked onChange={() => undefined}>
        ticked
      </Checkbox>
      <Checkbox checked={false} onChange={() => undefined}>
        not ticked
      </Checkbox>
    </Sample>
  );
}

export function Overlays() {
  const [isOpen, setOpen] = useState(false);
  return (
    <Sample name="Dialog, Menu, Tooltip, Toast">
      <Button onClick={() => setOpen(true)}>Open a dialog</Button>
      {isOpen && (
        <Dialog title="A dialog" className="w-[420px]" onClose={() => setOpen(false)}>
          <p>It stands over the page until it is closed.</p>
        </Dialog>
      )}
      <Menu
        label="More"
        items={[
          { name: 'Copy', run: () => notify({ text: 'Copied' }) },
          { name: 'Delete', run: () => notify({ text: 'Deleted' }) },
          { name: 'Publish', run: () => undefined, disabled: true },
        ]}
      />
      <Tooltip text="Hours, cost and snags of the weeks around this one">
        <Button>Month</Button>
      </Tooltip>
      <Button
        onClick={() =>
          notify({ text: 'Saved', action: { label: 'Undo', run: () => notify({ text: 'Undone' }) } })
        }
      >
        Tell something
      </Button>
    </Sample>
  );
}

export function States() {
  return (
    <FieldGroup title="EmptyState, ErrorState, SplitPanel">
      <EmptyState title="Nobody works here yet.">Type names, or import a list from a spreadsheet.</EmptyState>
      <ErrorState onRetry={() => undefined}>The server cannot be reached.</ErrorState>
      <div className="border-rule flex h-28 border">
        <SplitPanel label="About it" side="What is about it" className="w-40">
          What is worked on
        </SplitPanel>
      </div>
    </FieldGroup>
  );
}

const ROWS = PEOPLE.map(({ value, name, note }, i) => ({ id: value, name, role: note, hours: 40 - i * 4 }));

const COLUMNS: readonly DataColumn<(typeof ROWS)[number]>[] = [
  { id: 'name', header: 'Name', value: ({ name }) => name },
  { id: 'role', header: 'Role', value: ({ role }) => role },
  { id: 'hours', header: 'Hours', value: ({ hours }) => hours, cell: ({ hours }) => `${hours} h` },
];

export function Lists() {
  const [chosen, choose] = useState<ReadonlySet<string>>(new Set(['p1']));
  return (
    <FieldGroup title="DataTable">
      <div className="flex h-56 flex-col">
        <DataTable
          label="People"
          rows={ROWS}
          columns={COLUMNS}
          rowId={({ id }) => id}
          rowName={({ name }) => name}
          chosen={chosen}
          onChosen={choose}
          empty="Nobody."
        />
      </div>
    </FieldGroup>
  );
}
