import type { Notice } from '../kit/tell';
import type { Problem } from '@/core/plan/change';
import { counted } from '@/core/time/write';
import type { ChangeAnswer, ChangeRequest, PlanPayload } from '@/server/plan/payload';
import { type PendingEdit, type PlanStore, applyEdit, resetPlan, settleEdit } from './plan-store';

/** How long to wait before an edit that could not be sent is sent again, in milliseconds. */
const RETRY_MS = 3000;

/**
 * Sends edits to the server one after the other. What cannot be sent waits in the browser, also over a
 * reload, and is sent when the server can be reached again; a refused edit is taken back and told.
 */
export class PlanSync {
  private running = false;
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor(
    private readonly store: PlanStore,
    private readonly address: string,
    private readonly tell: (notice: Notice) => void,
    private readonly days = 7,
  ) {}

  /** Sends what is pending, unless that is under way. */
  async run(): Promise<void> {
    this.keepInBrowser();
    if (this.running) return;
    this.running = true;
    try {
      await painted();
      for (;;) {
        const { pending, version } = this.store.getState();
        if (pending.length === 0) break;
        const answer = await send(this.address, { ...pending[0], base: version, days: this.days });
        if (answer === null || !(await this.answered(pending[0], answer))) {
          this.waitAndRetry();
          break;
        }
        this.keepInBrowser();
      }
    } finally {
      this.running = false;
    }
  }

  /** Takes the plan anew; edits that are not kept yet are put back on it. */
  async refresh(): Promise<void> {
    // What is on its way is answered first: its effect would be in what comes, and be applied again.
    for (let i = 0; this.running && i < 60; i++) await new Promise((resolve) => setTimeout(resolve, 50));
    const fresh = await fetchPlan(this.address, this.days);
    if (!fresh) return this.tell({ text: 'The server cannot be reached; what is shown may be old.' });
    const { pending } = this.store.getState();
    const lost = resetPlan(this.store, fresh, pending, { forget: false, at: null });
    if (lost.length > 0) this.tell({ text: `What no longer fitted is gone: ${takenBack(lost.length)}.` });
  }

  stop(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
  }

  private waitAndRetry(): void {
    this.store.setState({ save: { ...this.store.getState().save, kind: 'offline' } });
    this.timer ??= setTimeout(() => {
      this.timer = null;
      void this.run();
    }, RETRY_MS);
  }

  /** Takes in what the server answered. Returns false where it can no longer be reached. */
  private async answered(edit: PendingEdit, answer: ChangeAnswer): Promise<boolean> {
    if (answer.ok && answer.missed.length === 0 && settleEdit(this.store, answer)) return true;
    const fresh = await fetchPlan(this.address, this.days);
    if (!fresh) return false;
    const rest = this.store.getState().pending.slice(1);
    const at = answer.ok ? answer.at : null;
    const lost = resetPlan(this.store, fresh, rest, { forget: !answer.ok, at });
    const others = lost.length > 0 ? ` ${takenBack(lost.length, 'more ')} too.` : '';
    if (answer.ok) {
      if (others) this.tell({ text: `Somebody else changed this week.${others}` });
      return true;
    }
    const meanwhile = answer.problem.code === 'changed-meanwhile';
    this.tell({
      text: meanwhile
        ? `Somebody else changed this shift in the meantime; theirs is shown.${others}`
        : `Not kept: ${answer.problem.message}${others}`,
      action: meanwhile ? { label: 'Do mine on top', run: () => this.again(edit) } : undefined,
    });
    return true;
  }

  private again({ changes, confirmed }: PendingEdit): void {
    if (applyEdit(this.store, changes, { confirmed, history: 'do' })) void this.run();
    else this.tell({ text: 'Your edit no longer fits: the shift is gone.' });
  }

  private keepInBrowser(): void {
    const { pending } = this.store.getState();
    try {
      if (pending.length === 0) localStorage.removeItem(storageKey(this.address));
      else localStorage.setItem(storageKey(this.address), JSON.stringify(pending));
    } catch {
      // Without storage an edit waits in this page only; the save state says that it waits.
    }
  }
}

/** `1 edit was taken back`, `3 more edits were taken back`. */
function takenBack(count: number, more = ''): string {
  return `${counted(count, `${more}edit`)} ${count === 1 ? 'was' : 'were'} taken back`;
}

/** Resolves once the edit can be seen: the picture comes before the sending. A page in the back waits no longer. */
function painted(): Promise<void> {
  return new Promise((resolve) => {
    const late = setTimeout(resolve, 100);
    requestAnimationFrame(() => {
      clearTimeout(late);
      setTimeout(resolve, 30);
    });
  });
}

/** Gets a week's plan; edits left waiting by an earlier visit are sent before it. Null: no connection. */
export async function openPlan(
  address: string,
  days = 7,
): Promise<{ payload: PlanPayload; refused: readonly Problem[] } | { problem: Problem } | null> {
  const first = await fetchPlanAnswer(address, days);
  if (first === null || 'problem' in first) return first;
  const left = leftOver(address);
  if (left.length === 0) return { payload: first.payload, refused: [] };
  const refused: Problem[] = [];
  let base = first.payload.version;
  for (const edit of left) {
    const answer = await send(address, { ...edit, base, days: 28 });
    if (answer === null) return null;
    if (answer.ok) base = Math.max(base, answer.version);
    else refused.push(answer.problem);
  }
  localStorage.removeItem(storageKey(address));
  const again = await fetchPlan(address, days);
  return again ? { payload: again, refused } : null;
}

function leftOver(address: string): PendingEdit[] {
  try {
    const text = localStorage.getItem(storageKey(address));
    const left: unknown = text === null ? [] : JSON.parse(text);
    return Array.isArray(left) ? (left as PendingEdit[]) : [];
  } catch {
    return [];
  }
}

function storageKey(address: string): string {
  return `vicenda waiting ${address}`;
}

async function send(address: string, request: ChangeRequest): Promise<ChangeAnswer | null> {
  try {
    const response = await fetch(`${address}/changes`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(request),
    });
    return (await response.json()) as ChangeAnswer;
  } catch {
    return null;
  }
}

/** Gets a week's plan anew; null where it cannot be had. */
export async function fetchPlan(address: string, days: number): Promise<PlanPayload | null> {
  const answer = await fetchPlanAnswer(address, days);
  return answer && 'payload' in answer ? answer.payload : null;
}

async function fetchPlanAnswer(
  address: string,
  days: number,
): Promise<{ payload: PlanPayload } | { problem: Problem } | null> {
  try {
    const response = await fetch(days === 7 ? address : `${address}?days=${days}`, {
      credentials: 'same-origin',
    });
    const body = (await response.json()) as PlanPayload | { problem: Problem };
    return 'problem' in body ? body : { payload: body };
  } catch {
    return null;
  }
}
