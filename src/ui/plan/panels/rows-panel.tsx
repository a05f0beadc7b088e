import { useState } from 'react';
import { AS_LISTED, type Arrangement, type Grouping, type Only, type Sorting, filterSaid } from '../arrange';
import { Labelled, Select, TextInput } from '../../kit/inputs';
import { useController, usePlan, useView } from '../controller';
import { PanelFrame } from './frame';

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

/** How the rows are grouped, sorted and filtered. */
export function RowsPanel() {
  const controller = useController();
  const arrangement = useView((view) => view.arrangement);
  const shown = useView((view) => view.layout.rows.length);
  const { roles, people } = usePlan((state) => state.judgement.plan);
  const stations = usePlan((state) => state.beside.stations);
  const areas = usePlan((state) => state.beside.areas);
  const words = usePlan((state) => state.words);
  const [text, setText] = useState(arrangement.text);
  const set = (change: Partial<Arrangement>) => controller.arrange(change);
  const said = filterSaid(arrangement, words.role);
  const hasAreas = Object.keys(areas).length > 0;
  return (
    <PanelFrame
      title="Rows"
      note={
        said
          ? `${shown} of ${people.length} people are shown: ${said}. Selecting, filling and clearing act on the rows shown.`
          : `All ${people.length} people are shown.`
      }
      foot={
        <button
          type="button"
          className="plain-button"
          disabled={arrangement === AS_LISTED}
          onClick={() => {
            setText('');
            set(AS_LISTED);
          }}
        >
          Show all rows as listed
        </button>
      }
    >
      <div className="flex flex-col gap-3">
        <Labelled
          label="Rows are"
          hint={
            arrangement.rowsAre === 'people'
              ? undefined
              : 'Arrows move, Enter opens a shift or asks who can cover, and times typed make an open shift.'
          }
        >
          <Select
            value={arrangement.rowsAre}
            onChange={(rowsAre) => set({ rowsAre })}
            options={[
              ['people', 'People'],
              ['roles', 'Roles: who works as what'],
              ['needs', 'Needs: the places to fill'],
            ]}
          />
        </Labelled>
        <Labelled label="Name holds">
          <TextInput
            value={text}
            maxLength={80}
            onChange={(value) => {
              setText(value);
              set({ text: value });
            }}
          />
        </Labelled>
        <Labelled label="Can work as">
          <Select
            value={arrangement.role ?? ''}
            onChange={(role) => set({ role: role === '' ? null : role })}
            options={[['', 'Any role'], ...roles.map(({ id, name }) => [id, name] as const)]}
          />
        </Labelled>
        {stations.length > 0 && (
          <Labelled label="Has a shift at">
            <Select
              value={arrangement.station ?? ''}
              onChange={(station) => set({ station: station === '' ? null : station })}
              options={[['', 'Any station'], ...stations.map((name) => [name, name] as const)]}
            />
          </Labelled>
        )}
        <Labelled label="Only">
          <Select value={arrangement.only} onChange={(only) => set({ only })} options={ONLY} />
        </Labelled>
        <Labelled
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
        </Labelled>
        <Labelled label="Sort by">
          <Select value={arrangement.sort} onChange={(sort) => set({ sort })} options={SORTS} />
        </Labelled>
        <p className="text-muted text-[12px] leading-4">
          Rows keep their place while you edit.{' '}
          <button type="button" className="text-button text-[12px]" onClick={() => set({})}>
            Sort and filter again
          </button>
        </p>
      </div>
    </PanelFrame>
  );
}
