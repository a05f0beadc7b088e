/**
 * What staff see of each other, as JSON: words of the core's list. When a text message arrived, as its gateway says;
 * and when somebody was reminded of a question that they had not answered.
 */
export const colleagues: readonly string[] = [
  `alter table site add column staff_sees text not null default '["team","names"]'`,
  `alter table outbox add column delivered_at text`,
  `alter table news add column reminded_at text`,
  `create index news_unanswered on news (at)
    where is_late = 1 and answer is null and decision is null and reminded_at is null`,
];
