import { toPortable } from '@/core/plan/portable';
import type { Change } from '@/core/plan/change';
import type { Plan, Shift } from '@/core/plan/types';
import type { PlanPayload } from '@/server/plan/payload';
import type { Notice } from '../commands/notify';
import { AS_LISTED, arrangeRows } from '@/core/grid/arrangement';
import { tabHistory } from '../undo/history';
import { redoLast, showPlan, undoLast } from '../undo/take-back';
import { applyShown } from './state/shown-edits';
import { PlanController } from './state/controller';
import { createPlanStore } from './state/plan-store';
import { PlanSync } from './state/sync';
import { createViewStore } from './state/view-store';

/** What the server would send of a plan. */
export function payloadOf(plan: Plan, more: Partial<PlanPayload> = {}): PlanPayload {
  return {
    plan: toPortable(plan),
    version: 1,
    hourFormat: '24',
    roles: plan.roles.map(({ id, name }) => ({ id, mark: name.slice(0, 2).toUpperCase(), ink: 'moss' })),
    published: [],
    templates: [],
    stations: [],
    sites: {},
    patterns: [],
    daybook: [],
    contracts: {},
    editableRoles: null,
    wishes: {},
    seesPay: true,
    off: [],
    areas: {},
    ...more,
  };
}

/** A plan screen without its drawing: what a hand would do to it, and what it tells. Nothing reaches a server. */
export function screenOf(plan: Plan, more: Partial<PlanPayload> = {}) {
  const store = createPlanStore(payloadOf(plan, more));
  const { judgement, references: beside, published } = store.getState();
  const rows = arrangeRows(judgement, AS_LISTED, { ...beside, published }, { from: 0, to: plan.days });
  const view = createViewStore(0, rows);
  const told: Notice[] = [];
  const sync = new PlanSync(store, '/nowhere', (notice) => told.push(notice), plan.days);
  sync.run = async () => undefined;
  const loaded: (readonly [number, number])[] = [];
  const controller = new PlanController(
    store,
    view,
    sync,
    (notice) => told.push(notice),
    (days, day) => loaded.push([days, day]),
  );
  tabHistory.clear();
  showPlan({ address: sync.address, apply: (changes) => applyShown(controller, changes) });
  return {
    controller,
    view,
    store,
    loaded,
    undo: undoLast,
    redo: redoLast,
    /** What was told last; empty where nothing was. */
    get said(): string {
      return told.at(-1)?.text ?? '';
    },
    told,
    /** The shifts as `ann 0 9-17`, the day counted from the plan's first. */
    get lines(): string[] {
      const shifts = store.getState().judgement.plan.shifts;
      return shifts.map((shift) => lineOf(shift, plan.from)).sort();
    },
    /** What was sent, as it would be. */
    get sent(): readonly Change[] {
      return store.getState().pending.flatMap(({ changes }) => changes);
    },
  };
}

/** `ann 0 9-17`, with minutes where there are any. */
export function lineOf({ person, date, from, to }: Shift, first: number): string {
  const time = (minute: number) =>
    `${Math.floor(minute / 60)}${minute % 60 ? `:${String(minute % 60).padStart(2, '0')}` : ''}`;
  return `${person ?? 'open'} ${date - first} ${time(from)}-${time(to)}`;
}
