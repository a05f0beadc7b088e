/**
 * What is sent to people, how they wish to be told, and who runs what is due. `invitation_id`: the message holds a link
 * that works once, which is put in as it is sent and stands nowhere.
 */
export const outbox: readonly string[] = [
  `create table outbox (
    id text primary key, site_id text, person_id text, way text not null check (way in ('mail', 'text')),
    address text not null, subject text not null, body text not null, invitation_id text,
    state text not null check (state in ('waiting', 'sending', 'sent', 'failed', 'perhaps sent')),
    made_at text not null, next_at text not null, tries integer not null, reason text, sent_at text,
    message_id text not null
  ) strict`,
  `create index outbox_due on outbox (next_at) where state in ('waiting', 'sending')`,
  `create index outbox_by_time on outbox (made_at)`,
  `create table told_wish (
    person_id text primary key, by_mail integer not null, by_text integer not null
  ) strict`,
  `create table lease (name text primary key, holder text not null, until text not null) strict`,
];
