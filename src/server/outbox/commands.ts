import { fail } from '@/core/plan/problem';
import { loadRows, rowChanges } from '@/data/records/records';
import { BUSINESS } from '../access/permissions';
import { timestamp } from '../now';
import { command } from '../commands/command';
import { SEND_AGAIN, TOLD_WISH } from './schema';

/** Sends a message once more, by hand: also one that may have gone already. */
export const sendAgain = command<'outbox.sendAgain', { site: string | null; message: string }>({
  kind: 'outbox.sendAgain',
  permission: 'outbox.send',
  scope: ({ site }) => (site === null ? BUSINESS : { sites: [site] }),
  input: SEND_AGAIN,
  async prepare({ db }, { site, message }) {
    const [row] = await loadRows(db, 'outbox', { id: message });
    if (!row || row.site_id !== site) return fail('unknown', 'there is no such message', 'input.message');
    if (row.state === 'waiting' || row.state === 'sending')
      return fail('taken', 'this is being sent already', 'input.message');
    const at = timestamp();
    // It keeps its Message-ID: whoever got it already sees one message.
    const again = {
      ...row,
      state: 'waiting',
      next_at: at,
      tries: 0,
      reason: null,
      sent_at: null,
      delivered_at: null,
    };
    return {
      ok: true,
      work: {
        title: `Sent again: ${row.subject}`,
        rows: rowChanges('outbox', [row], [again]),
        subjects: row.person_id === null ? [] : [{ kind: 'person', id: row.person_id }],
        sites: [],
        weeks: [],
        isFinal: true,
      },
    };
  },
});

/** Says how who asks wishes to be told. */
export const wishToBeTold = command<'told.wish', { byMail: boolean; byText: boolean; ofRequests?: boolean }>({
  kind: 'told.wish',
  permission: 'self',
  scope: () => BUSINESS,
  input: TOLD_WISH,
  async prepare({ db, actor }, { byMail, byText, ofRequests }) {
    const { person } = actor;
    if (person === null) return fail('forbidden', 'this account belongs to nobody who works here');
    const before = await loadRows(db, 'told_wish', { person_id: person });
    const after = {
      ...{ person_id: person, by_mail: byMail ? 1 : 0, by_text: byText ? 1 : 0 },
      // Who decides nothing is not asked about it.
      of_requests: ofRequests === undefined ? (before[0]?.of_requests ?? 1) : ofRequests ? 1 : 0,
    };
    return {
      ok: true,
      work: {
        title: 'How to be told',
        rows: rowChanges('told_wish', before, [after]),
        subjects: [{ kind: 'person', id: person }],
        sites: [],
        weeks: [],
      },
    };
  },
});
