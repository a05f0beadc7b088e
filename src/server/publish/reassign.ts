import type { Change } from '@/core/plan/change';
import type { Shift } from '@/core/plan/types';
import type { PublishChange } from '@/core/publish/publish-changes';
import type { CommandEffect, Context } from '../commands/command';
import { daysOf, publicationEffect } from './publication-effect';

/** A shift that goes to somebody else, or to nobody: as it is planned and as staff know it; null: it is not there. */
export interface Reassigned {
  readonly id: string;
  readonly draft: Shift | null;
  readonly published: Shift | null;
  /** Whose it was. */
  readonly from: string | null;
  readonly to: string | null;
}

/**
 * Gives shifts of a site to others, in the plan and, where staff know of them, published at once, just these. A draft
 * that is not theirs any more stays on top.
 */
export async function reassigned(
  context: Context,
  site: string,
  moves: readonly Reassigned[],
  { title, agreed }: { readonly title: string; readonly agreed: ReadonlySet<string> },
): Promise<CommandEffect> {
  const changes = moves.flatMap(({ published, to }): PublishChange[] =>
    published ? [{ before: published, after: { ...published, person: to } }] : [],
  );
  const edits = moves.flatMap(({ id, draft, from, to }): Change[] =>
    draft?.person === from ? [{ do: 'set', id, shift: { person: to }, was: { person: from } }] : [],
  );
  const published: CommandEffect | null =
    changes.length > 0
      ? await publicationEffect(context, site, {
          title,
          publication: { kind: 'publish', ...daysOf(changes), isPartial: true, message: '', changes },
          agreed,
        })
      : null;
  return {
    ...(published ?? { title, rows: [], subjects: [], sites: [site] }),
    shifts: edits.length > 0 ? [{ site, changes: edits }] : [],
  };
}
