import type { NewsItem } from '../publish/late';
import type { Shift } from '../plan/types';
import { type HourFormat, counted, formatLongDay, formatTimeSpan } from '../time/format';

/** What a message about news needs beside it. */
export interface NewsWords {
  readonly site: string;
  readonly roles: ReadonlyMap<string, string>;
  readonly hourFormat: HourFormat;
  /** Where it can be seen and answered. */
  readonly link: string;
  /** Whether the person was told before, and has not answered. */
  readonly isReminder?: boolean;
}

/** What somebody is told of a publication: as a letter, and in a line for a telephone. */
export interface NewsMessage {
  readonly subject: string;
  readonly body: string;
  readonly line: string;
}

/** The message about news of one person, naming what changed for them and nobody else. */
export function newsMessage(
  kind: 'publish' | 'withdraw',
  items: readonly NewsItem[],
  message: string,
  words: NewsWords,
): NewsMessage {
  const what = counted(items.length, 'shift');
  const isLate = items.some((item) => item.isLate);
  const about =
    kind === 'withdraw'
      ? `${words.site}: ${what} withdrawn`
      : `${words.site}: ${what} ${items.every((item) => item.kind === 'new') ? 'published for you' : 'changed'}`;
  const subject = words.isReminder ? `Please answer. ${about}` : about;
  const lines = items.map((item) => itemText(item, words));
  const ask = isLate ? 'This comes later than the notice that is agreed: please answer yes or no.' : '';
  return {
    subject,
    body: [...lines, '', ...(message ? [message, ''] : []), ...(ask ? [ask] : []), words.link].join('\n'),
    line: `${subject}. ${isLate ? 'Please answer: ' : ''}${words.link}`,
  };
}

function itemText({ kind, before, after, isLate }: NewsItem, words: NewsWords): string {
  const late = isLate ? ' (late)' : '';
  if (kind === 'new') return `New: ${shiftText(after!, words)}${late}`;
  if (kind === 'gone') return `Not yours any more: ${shiftText(before!, words)}${late}`;
  return `Changed: ${shiftText(after!, words)}, was ${shiftText(before!, words)}${late}`;
}

function shiftText({ date, from, to, role }: Shift, { roles, hourFormat }: NewsWords): string {
  const name = role === null ? '' : ` ${roles.get(role) ?? ''}`;
  return `${formatLongDay(date)}, ${formatTimeSpan(from, to, hourFormat)}${name}`;
}
