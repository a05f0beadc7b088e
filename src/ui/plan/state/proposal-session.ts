import { createStore } from 'zustand/vanilla';
import type { Shift } from '@/core/plan/types';
import { type ProposedItem, changesOf, isMovable, itemsOf, lay, shiftIdOf } from '@/core/propose/lay';
import type {
  Alternative,
  AlternativeDraft,
  AlternativeProof,
  ProposalEvent,
  ProposalPayload,
  ProposalProgress,
  ProposalRequest,
} from '@/server/propose/payload';
import { newId } from '../../commands/new-id';
import { readLines } from '../../commands/read-lines';
import type { PlanController } from './controller';

/** What is asked for before looking begins. */
export type ProposalScope = Pick<ProposalRequest, 'people' | 'dates' | 'fill' | 'mayMove'>;

interface ProposalState {
  /** What is looked for just now; null: nothing is. */
  readonly looking: ProposalRequest | null;
  readonly isStopping: boolean;
  readonly curve: readonly ProposalProgress[];
  readonly found: ProposalPayload | null;
  /** How what was found was asked for. */
  readonly scope: ProposalScope;
  /** What it is called where it is a way that was kept, and nothing that was just found. */
  readonly name: string | null;
  /** Items that are left out. */
  readonly left: ReadonlySet<string>;
  readonly trouble: string | null;
}

const NOTHING: ProposalState = {
  looking: null,
  isStopping: false,
  curve: [],
  found: null,
  scope: { people: null, dates: null, fill: 'all', mayMove: false },
  name: null,
  left: new Set(),
  trouble: null,
};

/** How much longer than at first is looked where somebody wants more. */
const FURTHER = 3;

/** A proposal for the plan that is open: looked for on the server, laid on the plan, taken into it. */
export class ProposalSession {
  readonly store = createStore<ProposalState>(() => NOTHING);
  private stopListening: AbortController | null = null;
  private deaf: (() => void) | null = null;

  constructor(private readonly controller: PlanController) {}

  /** Looks for shifts; one that was looked for before is let go of once there is another. */
  begin(scope: ProposalScope): void {
    void this.look({ ...scope, keep: [], known: [], seed: 1, effort: 1 });
  }

  /** Looks further from what was found, for longer. */
  further(): void {
    const { scope, found } = this.store.getState();
    if (!found) return;
    void this.look({ ...scope, keep: [], known: found.shifts, seed: newSeed(), effort: FURTHER });
  }

  /** Looks again for all but some items, which stay as they are. */
  around(items: readonly ProposedItem[]): void {
    const { scope } = this.store.getState();
    const keep = items.flatMap(({ shift }) => shift ?? []);
    void this.look({ ...scope, keep, known: [], seed: newSeed(), effort: 1 });
  }

  /** Stops looking; what is best so far comes as what was found. */
  stop(): void {
    const { looking } = this.store.getState();
    if (!looking) return;
    this.store.setState({ isStopping: true });
    void fetch(`${this.controller.sync.address}/proposal/stop`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id: looking.id }),
    }).catch(() => this.stopListening?.abort());
  }

  /** Lays a way that was kept on the plan, to be taken in whole or in part. What staff know and what is fixed stays. */
  open({ name, shifts }: Alternative): void {
    this.stopListening?.abort();
    this.store.setState({
      ...{ ...NOTHING, name },
      scope: { ...NOTHING.scope, mayMove: true },
      found: {
        ...{ shifts: shifts.filter(({ person }) => person !== null), kept: 0, holes: [], reasons: [] },
        ...{
          movable: this.movable().map(({ id }) => id),
          weeks: [],
          asked: {},
          seconds: 0,
          isStopped: false,
        },
        ...{ missingMinutes: 0, leastMissingMinutes: 0, score: 0, bound: 0 },
      },
    });
    this.show();
  }

  /** What was found as it would be kept: all shifts of the plan with it, and what proves it. */
  draft(): Pick<AlternativeDraft, 'shifts' | 'proof'> {
    const { found } = this.store.getState();
    const { judgement, proposal } = this.controller.plan;
    const { shifts } = judgement.plan;
    if (!found) return { shifts, proof: null };
    const trial = proposal?.trial ?? this.laid(found).trial;
    const moved = new Set(found.movable);
    const proof: AlternativeProof = {
      ...{ weeks: found.weeks, asked: found.asked, proposed: found.shifts.slice(found.kept) },
      basis: [...shifts.filter(({ id }) => !moved.has(id)), ...found.shifts.slice(0, found.kept)],
    };
    return { shifts: trial.plan.shifts, proof: found.weeks.length > 0 ? proof : null };
  }

  /** Leaves items out of what was found. */
  leaveOut(items: readonly ProposedItem[]): void {
    const { left } = this.store.getState();
    this.store.setState({ left: new Set([...left, ...items.map(({ id }) => id)]) });
    this.show();
  }

  /** Takes items into the plan, as one edit. Returns whether it was done. */
  take(items: readonly ProposedItem[]): boolean {
    return this.controller.commit(
      changesOf(items, () => newId()),
      true,
    );
  }

  /** Forgets what was found, to ask anew. */
  forget(): void {
    this.store.setState({ ...NOTHING, scope: this.store.getState().scope });
    if (this.deaf) this.show();
  }

  /** Lays what was found on the plan, and keeps it there while the plan changes, until it is hidden. */
  show(): void {
    const { store } = this.controller;
    const update = () => {
      const { found } = this.store.getState();
      if (!found) return store.setState({ proposal: null });
      const laid = this.laid(found);
      const shiftIds = new Set(laid.items.flatMap((item) => shiftIdOf(item) ?? []));
      store.setState({ proposal: { ...laid, shiftIds } });
    };
    update();
    this.deaf ??= store.subscribe((state, before) => {
      if (state.judgement !== before.judgement) update();
    });
  }

  /** What was found, without what is left out, on the plan as it is. */
  private laid(found: ProposalPayload) {
    const { left, scope } = this.store.getState();
    const { judgement, words } = this.controller.plan;
    const items = itemsOf(judgement.plan.shifts, found.shifts, {
      movable: found.movable,
      isOnlyGaps: scope.fill === 'gaps',
      isOnlyOpen: scope.fill === 'open',
    }).filter(({ id }) => !left.has(id));
    return lay(judgement, items, words);
  }

  /** Takes it off the plan; what was found is kept. */
  hide(): void {
    this.deaf?.();
    this.deaf = null;
    if (this.controller.plan.proposal) this.controller.store.setState({ proposal: null });
  }

  /** The page is left: nobody waits any more. */
  leave(): void {
    this.hide();
    this.stopListening?.abort();
  }

  /** Shifts that could be moved: nobody was told of them, and they are not fixed. */
  movable(): Shift[] {
    const { judgement, published } = this.controller.plan;
    return judgement.plan.shifts.filter((shift) => isMovable(shift, published.get(shift.id)));
  }

  private async look(
    asked: ProposalScope & Pick<ProposalRequest, 'keep' | 'known' | 'seed' | 'effort'>,
  ): Promise<void> {
    this.stopListening?.abort();
    const listening = (this.stopListening = new AbortController());
    const { people, dates, fill, mayMove } = asked;
    const weeks = Math.max(1, this.controller.plan.judgement.plan.days / 7);
    const request: ProposalRequest = { ...asked, id: newId(), weeks };
    this.store.setState({ looking: request, isStopping: false, curve: [], trouble: null });
    const end = (part: Partial<ProposalState>) => {
      if (this.stopListening !== listening) return;
      this.store.setState({ looking: null, isStopping: false, ...part });
    };
    try {
      const response = await fetch(`${this.controller.sync.address}/proposal`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(request),
        signal: listening.signal,
      });
      for await (const line of readLines<ProposalEvent>(response)) {
        if ('progress' in line) this.store.setState(({ curve }) => ({ curve: [...curve, line.progress] }));
        else if ('problem' in line) return end({ trouble: line.problem.message });
        else {
          end({
            ...{ found: line.found, name: null, left: new Set() },
            scope: { people, dates, fill, mayMove },
          });
          if (this.deaf) this.show();
          return;
        }
      }
      end({ trouble: 'the server was stopped while it looked; nothing was changed' });
    } catch {
      end({ trouble: 'the server cannot be reached' });
    }
  }
}

/** Another order of looking than before. */
function newSeed(): number {
  return 1 + (crypto.getRandomValues(new Uint32Array(1))[0] % 999_999);
}
