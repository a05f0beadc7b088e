import Joi from 'joi';
import { fail } from '@/core/plan/problem';
import { formatDate } from '@/core/time/day';
import { eraseEverywhere } from '@/data/people/erased';
import { loadRows, rowChanges } from '@/data/records/records';
import { BUSINESS } from '../access/permissions';
import { timestamp } from '../now';
import { command } from '../commands/command';
import { ID } from '../input';

const ERASE = Joi.object<{ person: string }>({ person: ID.required() }).required();

/**
 * Takes everything that tells who somebody was out of the data, once they have left: hours and cost stay. It cannot be
 * undone, and a back-up that is restored later does not bring it back.
 */
export const erasePersonalData = command<'person.erase', { person: string }>({
  kind: 'person.erase',
  permission: 'records.erase',
  scope: () => BUSINESS,
  input: ERASE,
  async prepare({ db, today }, { person }) {
    const [row] = await loadRows(db, 'person', { id: person });
    if (!row) return fail('unknown', 'there is no such person', 'input.person');
    if (row.employed_to === null || row.employed_to >= formatDate(today))
      return fail('employed', 'only who has left is erased: enter the last day of employment first');
    const at = timestamp();
    return {
      ok: true,
      work: {
        title: 'Erased the personal data of a former colleague',
        // The rest goes once it is written, out of tables that no command writes and out of the log.
        rows: rowChanges('person', [row], [{ ...row, name: 'Former colleague' }]),
        subjects: [{ kind: 'person', id: person }],
        sites: [],
        weeks: [],
        isFinal: true,
        onCommitted: async (trx) => {
          await eraseEverywhere(trx, person, at, row.name);
        },
      },
    };
  },
});
