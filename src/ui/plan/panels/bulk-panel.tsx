import { weekFrom } from '@/core/time/day';
import { wayBack } from '../../undo/take-back';
import { rowOf } from '@/core/grid/cell';
import { useMemo, useState } from 'react';
import { type BulkEdit, type MatchRule, bulkChanges, matched } from '@/core/plan/bulk';
import { parseLength } from '@/core/time/parse-hours';
import { SHORT_WEEKDAYS, counted, formatHours } from '@/core/time/format';
import { Checkbox } from '../../kit/inputs/checkbox';
import { Field } from '../../kit/inputs/field';
import { Select } from '../../kit/inputs/select';
import { TextInput } from '../../kit/inputs/text-input';
import { useController, usePlan, useView } from '../state/controller';
import { Outcome, PanelLayout } from './panel-layout';
import { Button } from '../../kit/button';
import { Combobox } from '../../kit/inputs/combobox';

type Kind = BulkEdit['do'] | 'open';

const KINDS: readonly (readonly [Kind, string])[] = [
  ['move', 'Move in time'],
  ['person', 'Assign to somebody'],
  ['open', 'Turn open'],
  ['role', 'Change the role'],
  ['break', 'Change the break'],
  ['label', 'Change the shift name'],
  ['station', 'Change the station'],
  ['fixed', 'Fix or unfix'],
  ['remove', 'Delete'],
];

const ANY: MatchRule = { role: null, days: null, person: null, station: null, label: null, open: null };

/** Many shifts at once: which ones, what to do with them, what that would do, all before it is done. */
export function BulkPanel() {
  const controller = useController();
  const judgement = usePlan((state) => state.judgement);
  // What is selected may change while the panel is open.
  const active = useView((view) => view.active);
  const anchor = useView((view) => view.anchor);
  const ruled = useView((view) => view.matched);
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const shifts = useMemo(() => controller.chosenShifts(), [controller, judgement, active, anchor, ruled]);
  const [kind, setKind] = useState<Kind>('move');
  const edit = useEdit(kind);
  const changes = edit.value ? bulkChanges(shifts, edit.value) : [];
  const tried = changes.length > 0 ? controller.try(changes) : null;
  const minutes = shifts.reduce((sum, shift) => sum + shift.to - shift.from, 0);
  const people = new Set(shifts.map((shift) => shift.person)).size;
  const act = () => {
    if (changes.length === 0 || !controller.commit(changes)) return;
    const said = `${counted(changes.length, 'shift')} changed.`;
    controller.notify({ text: said, action: { label: 'Undo', run: wayBack() } });
  };
  const text =
    shifts.length === 0
      ? 'Nothing is chosen yet.'
      : edit.wrong
        ? edit.wrong
        : tried
          ? (tried.rejectedReason ?? `${changes.length} of ${shifts.length} would change: ${tried.text}`)
          : 'All of them stand so already.';
  return (
    <PanelLayout
      title="Several shifts"
      note={
        shifts.length === 0
          ? 'Select cells with Shift and the arrows or by dragging with Shift, or pick by a rule.'
          : `${counted(shifts.length, 'shift')} ${ruled ? 'picked by the rule' : 'in the selected cells'}, ${counted(people, 'row')}, ${formatHours(minutes)} in length.`
      }
      onKey={(event) => {
        if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return false;
        act();
        return true;
      }}
      foot={
        <Outcome text={text} refused={tried?.rejectedReason != null}>
          <Button
            kind="primary"
            disabled={!tried || tried.rejectedReason !== null}
            onClick={act}
            title="Ctrl Enter"
          >
            {KINDS.find(([one]) => one === kind)![1]}
          </Button>
          {ruled && <Button onClick={() => controller.act.match(null)}>Unpick</Button>}
        </Outcome>
      }
    >
      <Field label="Do">
        <Select data-first value={kind} onChange={setKind} options={KINDS} />
      </Field>
      <div className="mt-3">{edit.fields}</div>
      <Rule />
    </PanelLayout>
  );
}

/** What is to be done, with the fields that say how. */
function useEdit(kind: Kind): {
  readonly value: BulkEdit | null;
  readonly wrong: string | null;
  readonly fields: React.ReactNode;
} {
  const { roles, people } = usePlan((state) => state.judgement.plan);
  const stations = usePlan((state) => state.references.stations);
  const [by, setBy] = useState('30 min');
  const [earlier, setEarlier] = useState(false);
  const [days, setDays] = useState('0');
  const [person, setPerson] = useState(people[0]?.id ?? '');
  const [role, setRole] = useState(roles[0]?.id ?? '');
  const [pause, setPause] = useState('30');
  const [label, setLabel] = useState('');
  const [station, setStation] = useState('');
  const [fixed, setFixed] = useState(true);
  const only = (value: BulkEdit, fields: React.ReactNode = null) => ({ value, wrong: null, fields });
  switch (kind) {
    case 'move': {
      const minutes = parseMinutes(by);
      const count = /^[-+−]?\d{1,2}$/.test(days.trim()) ? Number(days.trim().replace('−', '-')) : null;
      return {
        value:
          minutes === null || count === null
            ? null
            : { do: 'move', minutes: earlier ? -minutes : minutes, days: count },
        wrong:
          minutes === null
            ? 'Type how far as 45 min, 1:30 or 2 h.'
            : count === null
              ? 'Type days as 1 or -2.'
              : null,
        fields: (
          <div className="grid grid-cols-2 gap-2">
            <Field label="By">
              <TextInput value={by} onChange={setBy} maxLength={12} />
            </Field>
            <Field label="To">
              <Select
                value={earlier ? 'e' : 'l'}
                onChange={(way) => setEarlier(way === 'e')}
                options={[
                  ['l', 'later'],
                  ['e', 'earlier'],
                ]}
              />
            </Field>
            <Field label="Days, − for back">
              <TextInput value={days} onChange={setDays} maxLength={4} />
            </Field>
          </div>
        ),
      };
    }
    case 'person':
      return {
        value: person === '' ? null : { do: 'person', person },
        wrong: null,
        fields: (
          <Field label="To">
            <Combobox
              value={person}
              onChange={setPerson}
              options={people.map(({ id, name }) => ({ value: id, name }))}
            />
          </Field>
        ),
      };
    case 'role':
      return {
        value: role === '' ? null : { do: 'role', role },
        wrong: null,
        fields: (
          <Field label="Role">
            <Select
              value={role}
              onChange={setRole}
              options={roles.map(({ id, name }) => [id, name] as const)}
            />
          </Field>
        ),
      };
    case 'break': {
      const minutes = pause.trim() === '' ? null : Number(pause);
      const isWrong = minutes !== null && !(Number.isInteger(minutes) && minutes >= 0 && minutes <= 600);
      return {
        value: isWrong ? null : { do: 'break', minutes },
        wrong: isWrong ? 'Type the break in minutes; empty leaves it to the rule.' : null,
        fields: (
          <Field label="Break in minutes" hint="Empty: as the site’s rule has it.">
            <TextInput value={pause} onChange={setPause} maxLength={3} />
          </Field>
        ),
      };
    }
    case 'label':
      return only(
        { do: 'label', label: label.trim() || null },
        <Field label="Shift name" hint="Empty takes it away.">
          <TextInput value={label} onChange={setLabel} maxLength={80} />
        </Field>,
      );
    case 'station':
      return only(
        { do: 'station', station: station || null },
        <Field label="Station">
          <Select
            value={station}
            onChange={setStation}
            options={[['', 'None'], ...stations.map((name) => [name, name] as const)]}
          />
        </Field>,
      );
    case 'fixed':
      return only(
        { do: 'fixed', fixed },
        <Checkbox checked={fixed} onChange={setFixed}>
          fixed: a proposal must not move it
        </Checkbox>,
      );
    case 'open':
      return only({ do: 'person', person: null });
    case 'remove':
      return only({ do: 'remove' });
  }
}

/** `45`, `45 min`, `1:30`, `2 h`: a bare number up to 90 is minutes. */
function parseMinutes(text: string): number | null {
  const bare = /^\s*(\d{1,3})\s*(?:min|m)?\s*$/i.exec(text);
  if (bare) return Number(bare[1]);
  return parseLength(text.replace(/\s*h\s*$/i, ''));
}

/** Picks shifts by what they are, wherever they stand in the week. */
function Rule() {
  const controller = useController();
  const { plan } = usePlan((state) => state.judgement);
  const stations = usePlan((state) => state.references.stations);
  const [rule, setRule] = useState(ANY);
  const { positionOf } = useView((view) => view.rows);
  const isOfPeople = useView((view) => view.arrangement.rowKind === 'people');
  const isFiltered = isOfPeople && positionOf.size <= plan.people.length;
  const found = matched(plan.shifts, rule).filter(
    ({ person }) => !isOfPeople || positionOf.has(rowOf(person)),
  );
  const { weekStart } = plan.site;
  const days = rule.days ?? SHORT_WEEKDAYS.map(() => true);
  const set = (part: Partial<MatchRule>) => setRule({ ...rule, ...part });
  return (
    <fieldset className="border-rule mt-5 border-t pt-3">
      <legend className="font-serif text-lg font-semibold pr-2">Select by a rule</legend>
      <div className="flex flex-col gap-2.5">
        <Field label="Role">
          <Select
            value={rule.role ?? ''}
            onChange={(role) => set({ role: role || null })}
            options={[['', 'Any'], ...plan.roles.map(({ id, name }) => [id, name] as const)]}
          />
        </Field>
        <div className="flex flex-wrap gap-x-2.5" role="group" aria-label="Weekdays">
          {weekFrom(weekStart).map((weekday) => (
            <Checkbox
              key={weekday}
              checked={days[weekday]}
              onChange={(on) => {
                const next = days.map((was, i) => (i === weekday ? on : was));
                set({ days: next.every(Boolean) ? null : next });
              }}
            >
              {SHORT_WEEKDAYS[weekday]}
            </Checkbox>
          ))}
        </div>
        <Field label="On it">
          <Select
            value={rule.open === null ? '' : rule.open ? 'open' : 'held'}
            onChange={(who) => set({ open: who === '' ? null : who === 'open' })}
            options={[
              ['', 'Anybody or nobody'],
              ['open', 'Nobody: open shifts'],
              ['held', 'Somebody'],
            ]}
          />
        </Field>
        {stations.length > 0 && (
          <Field label="Station">
            <Select
              value={rule.station ?? ''}
              onChange={(station) => set({ station: station || null })}
              options={[['', 'Any'], ...stations.map((name) => [name, name] as const)]}
            />
          </Field>
        )}
        {isFiltered && <p className="text-muted text-sm">Only in the rows shown, and open shifts.</p>}
        <div>
          <Button
            disabled={found.length === 0}
            onClick={() => controller.act.match(found.map(({ id }) => id))}
          >
            Pick {counted(found.length, 'shift')}
          </Button>
        </div>
      </div>
    </fieldset>
  );
}
