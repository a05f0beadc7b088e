import type { Flag } from '../accounts/tables';

/** What one person was told by a publication. `content`: the core's news of that person as JSON. */
export interface NewsTable {
  id: string;
  person_id: string;
  site_id: string;
  publication_id: string;
  at: string;
  kind: string;
  message: string;
  content: string;
  is_late: Flag;
  seen_at: string | null;
  /** Of a late change, what the person says to it. */
  answer: string | null;
  answered_at: string | null;
  /** What became of a no. */
  decision: string | null;
  decided_by: string | null;
  decided_at: string | null;
  reminded_at: string | null;
}

/** A message to somebody. `invitation_id`: it holds a link that works once, put in as it is sent. */
export interface OutboxTable {
  id: string;
  site_id: string | null;
  person_id: string | null;
  way: string;
  address: string;
  subject: string;
  body: string;
  invitation_id: string | null;
  state: string;
  made_at: string;
  next_at: string;
  tries: number;
  reason: string | null;
  sent_at: string | null;
  /** When it arrived, where the gateway says so. */
  delivered_at: string | null;
  message_id: string;
}
