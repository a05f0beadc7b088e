import type { Problem } from '@/core/plan/problem';
import { withoutConflicts, withoutPreconditions } from '@/core/plan/preconditions';
import { counted } from '@/core/time/format';
import type { ChangeAnswer, PlanPayload } from '@/server/plan/payload';
import type { Notice } from '../../commands/notify';
import { tabHistory } from '../../undo/history';
import { sendWaiting } from '../../waiting/sender';
import {
  type Announcement,
  type WaitingEdit,
  dropEdit,
  keepEdit,
  onWaiting,
  waitingEdits,
} from '../../waiting/waiting-edits';
import { type Look, asDraft } from './as-told';
import { type PendingEdit, type PlanStore, applyEdit, putOnTop, resetPlan, settleEdit } from './plan-store';

/** How often, and how long between two times, a plan is asked for that others are known to have changed. */
const MOST_LOOKS = 50;
const LOOK_MS = 100;

/** How long to wait before an edit that could not be sent is sent again, in milliseconds. */
const RETRY_MS = 3000;

/**
 * Keeps edits of one plan in the browser and has them sent. What cannot be sent waits there, also over a reload, and
 * is sent when the server can be reached again, from whatever page is open; a refused edit is taken back and told.
 */
export class PlanSync {
  private timer: ReturnType<typeof setTimeout> | null = null;
  private readonly kept = new Set<string>();
  /** Edits that waited and no longer fit the plan: the server says why. */
  private readonly misfits = new Map<string, PendingEdit>();
  /** Answers are taken in one after the other. */
  private answers: Promise<void> = Promise.resolve();
  private deaf: (() => void) | null = null;
  /** The version that others are known to have made. */
  private wanted = 0;
  private isFollowing = false;

  constructor(
    private readonly store: PlanStore,
    readonly address: string,
    private readonly notify: (notice: Notice) => void,
    private readonly days = 7,
    /** The account of whoever edits. */
    private readonly who?: string,
    private readonly look: Look = asDraft,
  ) {}

  /** From now on hears what becomes of its edits, whichever tab sends them. */
  listen(): void {
    this.deaf ??= onWaiting((announcement) => this.heard(announcement));
  }

  /** Puts edits that waited from an earlier visit on the plan; those that were refused are told. */
  async takeUp(left: readonly WaitingEdit[]): Promise<void> {
    for (const edit of left) {
      // Another's edits are theirs to send, and not drawn here.
      if (this.kept.has(edit.id) || (edit.who !== undefined && edit.who !== this.who)) continue;
      if (edit.refused) {
        await dropEdit(edit.id);
        this.tellRefused(
          edit,
          { ok: false, problem: edit.refused },
          'An edit that was waiting was not saved: ',
        );
      } else if (putOnTop(this.store, edit)) this.kept.add(edit.id);
      else this.misfits.set(edit.id, edit);
    }
    if (left.length > 0) await this.run();
  }

  /** Keeps and sends what is pending. */
  async run(): Promise<void> {
    const { pending, version } = this.store.getState();
    for (const { id, changes, confirmed } of pending) {
      if (this.kept.has(id)) continue;
      this.kept.add(id);
      const { address, days, who } = this;
      await keepEdit({ id, changes, confirmed, address, days, base: version, who });
    }
    await painted();
    const sent = await sendWaiting();
    await this.answers;
    if (!sent.done && this.store.getState().pending.length > 0) this.waitAndRetry(sent.cause);
  }

  /** Takes the plan anew; edits that are not kept yet are put back on it. */
  async refresh(): Promise<void> {
    // What is on its way is answered first: its effect would be in what comes, and be applied again.
    await this.answers;
    await this.takeAnew();
  }

  /** Looks whether somebody else changed the plan, and takes it anew where it is so. */
  async lookAgain(): Promise<void> {
    if (this.store.getState().pending.length > 0) return;
    const { version } = this.store.getState();
    const answer = await fetchPlanAnswer(this.address, this.days, SEEN.get(keyOf(this.address, this.days)));
    // What was edited meanwhile is answered, and the plan with it.
    if (!answer || !('payload' in answer) || this.store.getState().pending.length > 0) return;
    resetPlan(this.store, this.look(answer.payload), [], null);
    if (answer.payload.version !== version)
      this.notify({ text: 'Somebody changed this week meanwhile; it is shown as it is now.' });
  }

  /**
   * Somebody brought the plan to a version: it is taken anew, with one's own edits on top, unless it was oneself.
   */
  async follow(version: number): Promise<void> {
    this.wanted = Math.max(this.wanted, version);
    if (this.isFollowing) return;
    this.isFollowing = true;
    try {
      for (let i = 0; i < MOST_LOOKS && this.store.getState().version < this.wanted; i++) {
        await this.answers;
        const { pending } = this.store.getState();
        // What is on its way is answered with what others did in between.
        const answer = pending.length > 0 ? null : await fetchPlanAnswer(this.address, this.days);
        if (answer && 'payload' in answer && this.store.getState().pending.length === 0)
          resetPlan(this.store, this.look(answer.payload), [], null);
        else await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
      }
    } finally {
      this.isFollowing = false;
    }
  }

  private async takeAnew(): Promise<void> {
    const fresh = await fetchPlan(this.address, this.days, this.look);
    if (!fresh) return this.notify({ text: 'The server cannot be reached; what is shown may be old.' });
    const { pending } = this.store.getState();
    const lost = resetPlan(this.store, fresh, pending, null);
    for (const edit of lost) await this.lose(edit.id);
    if (lost.length > 0) this.notify({ text: `What no longer fitted is gone: ${takenBack(lost.length)}.` });
  }

  stop(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
  }

  /** Hears and sends nothing any more: its page has gone. What waits is sent from others. */
  leave(): void {
    this.stop();
    this.deaf?.();
    this.deaf = null;
  }

  private waitAndRetry(cause: string | null): void {
    this.store.setState({ save: { ...this.store.getState().save, kind: 'offline', cause } });
    this.timer ??= setTimeout(() => {
      this.timer = null;
      void this.run();
    }, RETRY_MS);
  }

  private heard(announcement: Announcement): void {
    if (announcement.kind !== 'answered') return;
    const { id } = announcement;
    const misfit = this.misfits.get(id);
    if (misfit) {
      this.misfits.delete(id);
      this.answers = this.answers.then(() =>
        this.answeredMisfit(misfit, announcement.answer as ChangeAnswer),
      );
    }
    if (!this.store.getState().pending.some((edit) => edit.id === id)) return;
    this.answers = this.answers.then(() => this.answered(id, announcement.answer as ChangeAnswer));
  }

  /** Takes in what the server answered to one of this plan's edits. */
  private async answered(id: string, answer: ChangeAnswer): Promise<void> {
    const { pending } = this.store.getState();
    const edit = pending.find((one) => one.id === id);
    if (!edit) return;
    this.kept.delete(id);
    const first = pending[0].id === id;
    if (answer.ok && first && answer.missed.length === 0 && settleEdit(this.store, answer)) return;
    const fresh = await this.fetchUntilThere();
    const rest = this.store.getState().pending.filter((one) => one.id !== id);
    const lost = resetPlan(this.store, fresh, rest, answer.ok ? answer.at : null);
    for (const gone of lost) await this.lose(gone.id);
    const others = lost.length > 0 ? ` ${takenBack(lost.length, 'more ')} too.` : '';
    if (answer.ok) {
      if (others) this.notify({ text: `Somebody else changed this week.${others}` });
      return;
    }
    await this.lose(id);
    this.tellRefused(edit, answer, 'Not saved: ', others);
  }

  /** An edit is gone: it waits no longer, and cannot be taken back. */
  private async lose(id: string): Promise<void> {
    tabHistory.forget(id);
    await dropEdit(id);
  }

  private async answeredMisfit(edit: PendingEdit, answer: ChangeAnswer): Promise<void> {
    if (answer.ok) return this.takeAnew();
    await dropEdit(edit.id);
    this.tellRefused(edit, answer, 'An edit that was waiting was not saved: ');
  }

  /** A plan that an answer asks for; the server was there a moment ago, and will be again. */
  private async fetchUntilThere(): Promise<PlanPayload> {
    for (;;) {
      const fresh = await fetchPlan(this.address, this.days, this.look);
      if (fresh) return fresh;
      this.store.setState({ save: { ...this.store.getState().save, kind: 'offline', cause: null } });
      await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
    }
  }

  private tellRefused(
    { changes, confirmed }: PendingEdit,
    { problem, conflicts = [] }: Extract<ChangeAnswer, { ok: false }>,
    before: string,
    others = '',
  ): void {
    const text = `${before}${problem.message}${others}`;
    if (problem.code !== 'changed-meanwhile') return this.notify({ text });
    const { shifts } = this.store.getState().judgement.plan;
    const rest = withoutConflicts(new Map(shifts.map((one) => [one.id, one])), changes, conflicts);
    const partly = rest.length > 0 && rest.length < changes.length;
    this.notify({
      text,
      action: {
        label: partly ? 'Do the rest' : 'Do mine on top',
        run: () => this.again({ changes: partly ? rest : changes, confirmed }),
      },
    });
  }

  private again({ changes, confirmed }: Pick<PendingEdit, 'changes' | 'confirmed'>): void {
    const done = applyEdit(this.store, withoutPreconditions(changes), confirmed);
    if (done) void this.run();
    else this.notify({ text: 'Your edit no longer fits: the shift is gone.' });
  }
}

/** `1 edit was taken back`, `3 more edits were taken back`. */
function takenBack(count: number, more = ''): string {
  return `${counted(count, `${more}edit`)} ${count === 1 ? 'was' : 'were'} undone`;
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

/** Gets a week's plan, with the edits of it that wait in this browser. Null: no connection. */
export async function openPlan(
  address: string,
  days = 7,
  look = asDraft,
): Promise<{ payload: PlanPayload; left: readonly WaitingEdit[] } | { problem: Problem } | null> {
  const answer = await fetchPlanAnswer(address, days);
  if (answer === null || 'problem' in answer) return answer;
  // What waits belongs to the draft.
  const left = look === asDraft ? (await waitingEdits()).filter((edit) => edit.address === address) : [];
  return { payload: look(answer.payload), left };
}

/** Gets a week's plan anew; null where it cannot be had. */
export async function fetchPlan(address: string, days: number, look = asDraft): Promise<PlanPayload | null> {
  const answer = await fetchPlanAnswer(address, days);
  return answer && 'payload' in answer ? look(answer.payload) : null;
}

/** What the server called the plans as they were sent last. */
const SEEN = new Map<string, string>();

const keyOf = (address: string, days: number) => (days === 7 ? address : `${address}?days=${days}`);

/** `seen`: what it was called when it was sent last; null comes back where it is the same, or not to be had. */
async function fetchPlanAnswer(
  address: string,
  days: number,
  seen?: string,
): Promise<{ payload: PlanPayload } | { problem: Problem } | null> {
  const key = keyOf(address, days);
  try {
    const response = await fetch(key, {
      credentials: 'same-origin',
      // What is preloaded with the page is taken only where nothing else is asked.
      ...(seen === undefined ? {} : { headers: { 'vicenda-seen': seen }, cache: 'no-store' }),
    });
    if (response.status === 204) return null;
    const tag = response.headers?.get('vicenda-tag');
    if (tag) SEEN.set(key, tag);
    const body = (await response.json()) as PlanPayload | { problem: Problem };
    // What the server cannot do just now it can do later.
    if ('problem' in body) return response.status >= 500 ? null : body;
    return { payload: body };
  } catch {
    return null;
  }
}
