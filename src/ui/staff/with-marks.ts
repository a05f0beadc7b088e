import type { CommandInputs } from '@/server/commands/list';
import type { OwnPage } from '@/server/staff/payload';

/** What staff may say without a connection: it waits on the device and is sent when there is one. */
export type MarkKind = 'news.see' | 'news.answer' | 'task.tick';

/** Something that was said and has not reached the server. */
export interface Mark {
  readonly id: string;
  readonly kind: MarkKind;
  readonly input: unknown;
  /** Of the account that said it: nobody else's session sends it. */
  readonly who: string;
  readonly order: number;
}

/** A page with what was said on this device and has not reached the server. */
export function withMarks(page: OwnPage, marks: readonly Mark[]): OwnPage {
  return marks.reduce((shown, mark) => withMark(shown, mark), page);
}

function withMark(page: OwnPage, { kind, input }: Mark): OwnPage {
  if (kind === 'task.tick') {
    const { shift, task, isDone } = input as CommandInputs['task.tick'];
    const shifts = page.shifts.map((own) => {
      if (own.shift.id !== shift) return own;
      const rest = own.done.filter((line) => line !== task);
      return { ...own, done: isDone ? [...rest, task] : rest };
    });
    return { ...page, shifts };
  }
  const { news, answer } = input as { news: string | readonly string[]; answer?: 'yes' | 'no' };
  const said = [news].flat();
  return {
    ...page,
    news: page.news.map((one) =>
      said.includes(one.id) ? { ...one, isSeen: true, ...(answer ? { answer } : {}) } : one,
    ),
  };
}
