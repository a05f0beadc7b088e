import type { Change, ShiftPatch } from '@/core/plan/change';
import { split } from '@/core/plan/shift-edits';
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
  /** From which minute of its date on they have it, where it has begun: what was before is not theirs. */
  readonly since?: number;
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
  const changes = moves.flatMap(({ published, to, since }): PublishChange[] =>
    published
      ? [{ before: published, after: { ...published, ...restOf(published, since), person: to } }]
      : [],
  );
  const edits = moves.flatMap(({ id, draft, from, to, since }): Change[] =>
    draft?.person === from
      ? [{ do: 'set', id, shift: { ...restOf(draft, since), person: to }, was: { person: from } }]
      : [],
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

/** What a shift becomes from a minute on; nothing where that is not within it. */
export function restOf(shift: Shift, since: number | undefined): ShiftPatch {
  if (since === undefined) return {};
  const cut = split(shift, since, shift.id);
  if (!cut.ok) return {};
  const { id: _, person: __, ...rest } = cut.second;
  // It stays the same shift, so what it came from and what is to be done in it stay too.
  const { detail } = shift;
  return {
    ...rest,
    detail:
      rest.detail && detail ? { ...rest.detail, pattern: detail.pattern, tasks: detail.tasks } : rest.detail,
  };
}
