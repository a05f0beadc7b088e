import { Plus } from 'lucide-react';
import type { Travel } from '@/core/jobs/types';
import { Button } from '../../kit/button';
import { Combobox } from '../../kit/inputs/combobox';
import { CountInput } from '../../kit/inputs/parsed-input';
import { RemoveButton } from '../../kit/remove-button';
import { Table } from '../../kit/table';
import type { FieldPart } from './jobs-section';

/** How long the way is from place to place: as usual, and between pairs of areas or places. */
export function TravelPart({ known, travel, change }: FieldPart & { readonly travel: Travel }) {
  const isFixed = !known.canChange;
  const ends = [
    ...known.zones.map((zone) => ({ value: zone, name: zone })),
    ...known.places.map(({ id, name }) => ({ value: id, name })),
  ];
  const set = (pairs: Travel['pairs']) => change({ travel: { ...travel, pairs } });
  const pair = (i: number, to: Partial<Travel['pairs'][number]>) =>
    set(travel.pairs.map((one, j) => (i === j ? { ...one, ...to } : one)));
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">The way from place to place</h2>
      <p className="mt-1 flex flex-wrap items-center gap-2">
        usually
        <CountInput
          name="travel.usual"
          label="Minutes from place to place"
          least={0}
          most={1440}
          disabled={isFixed}
          value={travel.usual}
          onChange={(usual) => change({ travel: { ...travel, usual } })}
        />
        minutes; within an area, or between two, otherwise:
      </p>
      {travel.pairs.length > 0 && (
        <Table isFlush className="mt-2 w-auto">
          <thead>
            <tr>
              <th scope="col">Between</th>
              <th scope="col">and</th>
              <th scope="col">Minutes</th>
              <th aria-label="Remove" />
            </tr>
          </thead>
          <tbody>
            {travel.pairs.map(({ a, b, minutes }, i) => (
              <tr key={i}>
                {(['a', 'b'] as const).map((end) => (
                  <td key={end}>
                    <Combobox
                      name={`travel.pairs.${i}.${end}`}
                      label={`Area or place, pair ${i + 1}`}
                      className="w-[200px]"
                      disabled={isFixed}
                      value={end === 'a' ? a : b}
                      options={ends}
                      onChange={(value) => pair(i, { [end]: value })}
                    />
                  </td>
                ))}
                <td>
                  <CountInput
                    name={`travel.pairs.${i}.minutes`}
                    label={`Minutes, pair ${i + 1}`}
                    least={0}
                    most={1440}
                    disabled={isFixed}
                    value={minutes}
                    onChange={(next) => pair(i, { minutes: next })}
                  />
                </td>
                <td>
                  {!isFixed && (
                    <RemoveButton
                      label={`Without pair ${i + 1}`}
                      onClick={() => set(travel.pairs.filter((_, j) => j !== i))}
                    />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {!isFixed && ends.length > 0 && (
        <Button
          className="mt-2"
          onClick={() =>
            set([...travel.pairs, { a: ends[0].value, b: ends[0].value, minutes: travel.usual }])
          }
        >
          <Plus size={14} aria-hidden /> Add a pair
        </Button>
      )}
    </section>
  );
}
