import { asSentence } from '@/core/sentence';
import { createStore } from 'zustand/vanilla';
import { checkOf } from '@/core/checks/list';
import { badTime } from '@/core/checks/person/bad-time';
import { type Words, wordsFor } from '@/core/checks/shared/messages';
import { type Consequences, refusal, tryChanges } from '@/core/consequences/consequences';
import { type Judgement, judge, rejudge } from '@/core/consequences/judge';
import type { Change } from '@/core/plan/change';
import { outsideRoles } from '@/core/plan/edit-scope';
import { fromPortable } from '@/core/plan/portable';
import { withPreconditions } from '@/core/plan/preconditions';
import type { Shift } from '@/core/plan/types';
import type { Laid } from '@/core/propose/lay';
import type { HourFormat } from '@/core/time/format';
import type { PlanPayload } from '@/server/plan/payload';
import type { PlanRequest } from '@/server/requests/payload';
import { newId } from '../../commands/new-id';

/** An edit that the server has not kept yet. */
export interface PendingEdit {
  readonly id: string;
  readonly changes: readonly Change[];
  readonly confirmed: boolean;
}

export interface SaveState {
  readonly kind: 'saved' | 'saving' | 'offline';
  /** When the last edit was kept, as UTC text; null: nothing was edited yet. */
  readonly at: string | null;
  /** Why edits are not kept just now, as the server says it; null: it cannot be reached. */
  readonly cause?: string | null;
}

/** What trying changes out answers. */
export interface Preview {
  readonly consequences: Consequences | null;
  /** Why it cannot be done; null where it can. */
  readonly rejectedReason: string | null;
  /** A question that has to be answered with yes first. */
  readonly needsConfirmation: string | null;
}

export interface PlanState {
  /** The plan as drawn: what the server keeps, with every pending edit applied. */
  readonly judgement: Judgement;
  /** The plan as the server keeps it, at `version`. */
  readonly confirmed: Judgement;
  readonly version: number;
  readonly pending: readonly PendingEdit[];
  readonly save: SaveState;
  readonly published: ReadonlyMap<string, Shift>;
  readonly roleStyles: ReadonlyMap<string, { readonly mark: string; readonly ink: string }>;
  readonly words: Words;
  readonly hourFormat: HourFormat;
  /** What stands beside the plan: templates, stations, patterns, notes of days, groups of rows. */
  readonly references: References;
  /** What is asked for about shifts, by the id of the shift. */
  readonly asked: ReadonlyMap<string, readonly PlanRequest[]>;
  /** A proposal that is laid on the plan as drawn, to be looked at; null: none is. */
  readonly proposal: ShownProposal | null;
  /** How many could step in for shifts, by what they are counted by, where that is shown; null: it is not. */
  readonly reserve: ReadonlyMap<string, number> | null;
}

/** A proposal as it lies on the plan: what it would come to, and the ids of the shifts of it. */
export interface ShownProposal extends Laid {
  readonly shiftIds: ReadonlySet<string>;
}

/** The plan as it is looked at: with a proposal on it, where there is one. */
export function shownJudgement({ judgement, proposal }: PlanState): Judgement {
  return proposal?.trial ?? judgement;
}

export type References = Pick<
  PlanPayload,
  | 'templates'
  | 'stations'
  | 'patterns'
  | 'daybook'
  | 'wishes'
  | 'contracts'
  | 'areas'
  | 'editableRoles'
  | 'isTold'
  | 'seesPay'
  | 'off'
>;

export type PlanStore = ReturnType<typeof createPlanStore>;

/** The state of one week on the screen. */
export function createPlanStore(payload: PlanPayload) {
  const kept = judge(fromPortable(payload.plan));
  return createStore<PlanState>(() => ({
    judgement: kept,
    confirmed: kept,
    version: payload.version,
    pending: [],
    save: { kind: 'saved', at: null },
    published: new Map(payload.published.map((shift) => [shift.id, shift])),
    roleStyles: new Map(payload.roles.map(({ id, mark, ink }) => [id, { mark, ink }])),
    words: wordsFor(kept.plan, payload.hourFormat, new Map(Object.entries(payload.sites))),
    hourFormat: payload.hourFormat,
    references: referencesOf(payload),
    asked: new Map(),
    proposal: null,
    reserve: null,
  }));
}

function referencesOf(payload: PlanPayload): References {
  const { templates, stations, patterns, daybook, wishes, contracts, areas } = payload;
  const { editableRoles, isTold, seesPay, off } = payload;
  return {
    templates,
    stations,
    patterns,
    daybook,
    wishes,
    contracts,
    areas,
    editableRoles,
    isTold,
    seesPay,
    off,
  };
}

/** What changes would do to the plan as drawn. */
export function previewChanges(
  { judgement, words, references: { editableRoles, isTold } }: PlanState,
  changes: readonly Change[],
): Preview {
  if (isTold)
    return {
      consequences: null,
      rejectedReason: 'This is what staff see. Go back to the draft to change it.',
      needsConfirmation: null,
    };
  const outside =
    editableRoles &&
    outsideRoles(changes, new Set(editableRoles), (id) =>
      judgement.plan.shifts.find((shift) => shift.id === id),
    );
  if (outside)
    return {
      consequences: null,
      rejectedReason: asSentence(outside.problem.message),
      needsConfirmation: null,
    };
  const tried = tryChanges(judgement, changes);
  if (!tried.ok)
    return { consequences: null, rejectedReason: asSentence(tried.problem.message), needsConfirmation: null };
  const { consequences } = tried.trial;
  const overlap = refusal(consequences);
  const slip = consequences.appeared.find((snag) => snag.code === badTime.code);
  return {
    consequences,
    rejectedReason: overlap ? checkOf(overlap.code)!.message(overlap, words) : null,
    needsConfirmation: slip ? badTime.message(slip, words) : null,
  };
}

/**
 * Applies an edit to the plan as drawn and puts it in the queue. Returns its id and what takes it back, or null where
 * it does not fit.
 */
export function applyEdit(
  store: PlanStore,
  changes: readonly Change[],
  confirmed: boolean,
): { readonly id: string; readonly inverse: readonly Change[] } | null {
  const state = store.getState();
  const done = rejudge(state.judgement, changes);
  if (!done.ok) return null;
  const edit: PendingEdit = {
    id: newId(),
    // An undo knows the values it finds from when the edit was done: what others did since is not undone with it.
    changes: changes.some((change) => 'was' in change)
      ? changes
      : withPreconditions(state.judgement.plan, changes),
    confirmed,
  };
  const inverse = withPreconditions(done.judgement.plan, done.inverse);
  store.setState({
    judgement: done.judgement,
    pending: [...state.pending, edit],
    save: { ...state.save, kind: state.save.kind === 'offline' ? 'offline' : 'saving' },
  });
  return { id: edit.id, inverse };
}

/** Puts an edit that is waiting already on the plan. Returns false where it does not fit. */
export function putOnTop(store: PlanStore, edit: PendingEdit): boolean {
  const state = store.getState();
  const done = rejudge(state.judgement, edit.changes);
  if (!done.ok) return false;
  const { id, changes, confirmed } = edit;
  store.setState({
    judgement: done.judgement,
    pending: [...state.pending, { id, changes, confirmed }],
    save: { ...state.save, kind: 'saving' },
  });
  return true;
}

/**
 * The server kept the first pending edit on the plan as this page knows it. Returns false where it does not fit,
 * so that the plan has to be taken anew.
 */
export function settleEdit(
  store: PlanStore,
  answer: { readonly version: number; readonly at: string },
): boolean {
  const state = store.getState();
  const [edit, ...rest] = state.pending;
  const kept = rejudge(state.confirmed, edit.changes);
  if (!kept.ok) return false;
  store.setState({
    confirmed: kept.judgement,
    version: answer.version,
    pending: rest,
    save: { kind: rest.length > 0 ? 'saving' : 'saved', at: answer.at },
  });
  return true;
}

/** Takes the plan anew from the server and puts the given edits back on it; returns those that do not fit. */
export function resetPlan(
  store: PlanStore,
  payload: PlanPayload,
  pending: readonly PendingEdit[],
  at: string | null,
): PendingEdit[] {
  const kept = judge(fromPortable(payload.plan));
  const visible = replay(kept, pending);
  store.setState({
    confirmed: kept,
    version: payload.version,
    references: referencesOf(payload),
    published: new Map(payload.published.map((shift) => [shift.id, shift])),
    judgement: visible.judgement,
    pending: visible.pending,
    save: {
      at: at ?? store.getState().save.at,
      kind: visible.pending.length > 0 ? 'saving' : 'saved',
    },
  });
  return pending.filter((edit) => !visible.pending.includes(edit));
}

function replay(
  from: Judgement,
  edits: readonly PendingEdit[],
): { judgement: Judgement; pending: PendingEdit[] } {
  let judgement = from;
  const pending: PendingEdit[] = [];
  for (const edit of edits) {
    const done = rejudge(judgement, edit.changes);
    if (!done.ok) continue;
    judgement = done.judgement;
    pending.push(edit);
  }
  return { judgement, pending };
}
