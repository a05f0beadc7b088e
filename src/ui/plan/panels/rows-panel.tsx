import { useState } from 'react';
import {
  AS_LISTED,
  type Arrangement,
  type Grouping,
  type Only,
  type Sorting,
  UNFILTERED,
  allRows,
  filterSummary,
} from '@/core/grid/arrangement';
import { Field } from '../../kit/inputs/field';
import { Select } from '../../kit/inputs/select';
import { TextInput } from '../../kit/inputs/text-input';
import { useController, usePlan, useView } from '../state/controller';
import { PanelLayout } from './panel-layout';
import { Button } from '../../kit/button';

const GROUPS: readonly (readonly [Grouping, string])[] = [
  ['none', 'No groups'],
  ['role', 'Role'],
  ['area', 'Area'],
  ['contract', 'Contract'],
];
const SORTS: readonly (readonly [Sorting, string])[] = [
  ['list', 'As in the people list'],
  ['name', 'Name'],
  ['start', 'First start of the days shown'],
  ['left', 'Contract hours left, most first'],
];
const ONLY: readonly (readonly [Only, string])[] = [
  ['all', 'Everybody'],
  ['working', 'Who is on this week'],
  ['free', 'Who is not on this week'],
  ['snags', 'Who has a snag'],
  ['drafts', 'Who has a draft'],
  ['open', 'Nobody: open shifts only'],
];
const ONLY_PLACES: readonly (readonly [Only, string])[] = [
  ['all', 'All of them'],
  ['open', 'With places to fill'],
];

/** How the rows are grouped, sorted and filtered. */
export function RowsPanel() {
  const controller = useController();
  const arrangement = useView((view) => view.arrangement);
  const { roles } = usePlan((state) => state.judgement.plan);
  const words = usePlan((state) => state.words);
  const [text, setText] = useState(arrangement.text);
  const set = (change: Partial<Arrangement>) => controller.arrange(change);
  const said = filterSummary(arrangement, words.role);
  const isPeople = arrangement.rowKind === 'people';
  const { shown, all, what } = useCounts();
  return (
    <PanelLayout
      title="Rows"
      note={
        !said
          ? `All ${all} ${what} are shown.`
          : `${shown} of ${all} ${what} are shown: ${said}.${isPeople ? ' Selecting, filling and clearing act on the rows shown.' : ''}`
      }
      foot={
        <Button
          disabled={arrangement === AS_LISTED}
          onClick={() => {
            setText('');
            set(AS_LISTED);
          }}
        >
          Show all rows as listed
        </Button>
      }
    >
      <div className="flex flex-col gap-3">
        <Field
          label="Rows are"
          hint={
            isPeople
              ? undefined
              : 'Arrows move; Enter goes through places to fill and shifts; times typed make an open shift; bars are dragged.'
          }
        >
          <Select
            value={arrangement.rowKind}
            onChange={(rowKind) => {
              setText('');
              set({ ...UNFILTERED, rowKind, role: arrangement.role });
            }}
            options={[
              ['people', 'People'],
              ['roles', 'Roles: who works as what'],
              ['needs', 'Needs: the places to fill'],
            ]}
          />
        </Field>
        {isPeople && (
          <Field label="Name contains">
            <TextInput
              value={text}
              maxLength={80}
              onChange={(value) => {
                setText(value);
                set({ text: value });
              }}
            />
          </Field>
        )}
        <Field label={isPeople ? 'Can work as' : 'Role'}>
          <Select
            value={arrangement.role ?? ''}
            onChange={(role) => set({ role: role === '' ? null : role })}
            options={[['', 'Any role'], ...roles.map(({ id, name }) => [id, name] as const)]}
          />
        </Field>
        <Field label="Only">
          <Select
            value={arrangement.only}
            onChange={(only) => set({ only })}
            options={isPeople ? ONLY : ONLY_PLACES}
          />
        </Field>
        {isPeople && <OfPeople arrangement={arrangement} set={set} />}
        <p className="text-muted text-sm leading-4">
          Rows keep their place while you edit.{' '}
          <Button kind="link" className="text-sm" onClick={() => set({})}>
            {isPeople ? 'Sort and filter again' : 'Filter again'}
          </Button>
        </p>
      </div>
    </PanelLayout>
  );
}

/** How many rows there are, how many are shown, and what they are. */
function useCounts(): { shown: number; all: number; what: string } {
  const { rowKind } = useView((view) => view.arrangement);
  const shown = useView((view) => view.rows.order.length);
  const all = allRows(usePlan((state) => state.judgement).plan, rowKind).length;
  // The open shifts are no person.
  const besides = rowKind === 'people' ? 1 : 0;
  return { shown: shown - besides, all: all - besides, what: rowKind };
}

/** What only rows of people have: stations, groups and an order. */
function OfPeople({
  arrangement,
  set,
}: {
  readonly arrangement: Arrangement;
  readonly set: (change: Partial<Arrangement>) => void;
}) {
  const stations = usePlan((state) => state.references.stations);
  const areas = usePlan((state) => state.references.areas);
  const hasAreas = Object.keys(areas).length > 0;
  return (
    <>
      {stations.length > 0 && (
        <Field label="Has a shift at">
          <Select
            value={arrangement.station ?? ''}
            onChange={(station) => set({ station: station === '' ? null : station })}
            options={[['', 'Any station'], ...stations.map((name) => [name, name] as const)]}
          />
        </Field>
      )}
      <Field
        label="Group by"
        hint={
          arrangement.group === 'area' && !hasAreas
            ? 'No role here has an area yet; say it in Set-up, Roles.'
            : arrangement.group === 'role' || arrangement.group === 'area'
              ? 'People stand under their first role.'
              : undefined
        }
      >
        <Select value={arrangement.group} onChange={(group) => set({ group })} options={GROUPS} />
      </Field>
      <Field label="Sort by">
        <Select value={arrangement.sort} onChange={(sort) => set({ sort })} options={SORTS} />
      </Field>
    </>
  );
}
