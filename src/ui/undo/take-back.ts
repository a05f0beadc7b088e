import type { Change } from '@/core/plan/change';
import type { CommandAnswer } from '@/server/commands/payload';
import { newId } from '../commands/new-id';
import { notify } from '../commands/notify';
import { sayPlanChanged } from '../commands/plan-changed';
import { reached } from '../commands/reached';
import { type Done, tabHistory } from './history';

/** The plan on the screen: its own edits are taken back there, before the server hears of it. */
export interface OpenPlan {
  /** The address of its plan, as in {@link Done}. */
  readonly address: string;
  /** Applies changes; returns the edit that takes them back, or null where they no longer fit. */
  readonly apply: (changes: readonly Change[]) => Pick<Done, 'id' | 'edit'> | null;
}

let openPlan: OpenPlan | null = null;
let server: Connection | null = null;
let busy: Promise<void> = Promise.resolve();

/** Says which plan is on the screen; returns what says that it has gone. */
export function showPlan(plan: OpenPlan): () => void {
  openPlan = plan;
  return () => {
    if (openPlan === plan) openPlan = null;
  };
}

/** What takes commands back, and gets the page's data anew afterwards. */
export interface Connection {
  readonly undo: (id: string, undoId: string, rest: boolean) => Promise<CommandAnswer>;
  readonly refresh: () => void;
}

/** Connects the history of the tab with the server. */
export function connect(connection: Connection): void {
  server = connection;
}

/** Takes back the last thing done in this tab, whatever it was; one after the other. */
export function undoLast(): Promise<void> {
  return inTurn(async () => {
    const { done, local } = tabHistory.get();
    const own = local.findLast((one) => one.undo !== null);
    if (own) return own.undo!();
    const last = done.at(-1);
    if (!last) return notify({ text: 'Nothing to undo.' });
    const back = await reverse(last, 'Undone');
    if (back) tabHistory.tookBack(last.id, back);
  });
}

/** Does again what was taken back last. */
export function redoLast(): Promise<void> {
  return inTurn(async () => {
    const { undone, local } = tabHistory.get();
    const own = local.findLast((one) => one.redo !== null);
    if (own) return own.redo!();
    const next = undone.at(-1);
    if (!next) return notify({ text: 'Nothing to redo.' });
    const again = await reverse(next, 'Done again');
    if (again) tabHistory.didAgain(next.id, again);
  });
}

/** Takes one command or edit back, wherever in the history of the tab it stands, or from before. */
export function undoOne(id: string, title: string): Promise<void> {
  return inTurn(async () => {
    const last = tabHistory.get().done.at(-1);
    // What others were built on is looked at by the server.
    const one = { id, title, edit: null };
    const back = last?.id === id ? await reverse(last, 'Undone') : await onServer(one, 'Undone');
    if (back) tabHistory.tookBack(id, back);
  });
}

/** What takes back the thing that was done just now, also when other things were done since. */
export function wayBack(): () => void {
  const last = tabHistory.get().done.at(-1);
  return () => void (last && undoOne(last.id, last.title));
}

function inTurn(work: () => Promise<void>): Promise<void> {
  busy = busy.then(work);
  return busy;
}

type Said = 'Undone' | 'Done again';

/** Reverses an edit on its own plan, everything else on the server; returns what reverses that again. */
async function reverse(done: Done, said: Said): Promise<Done | null> {
  const { title, edit } = done;
  // What does not fit the plan on the screen may lie in a week that is not shown, or was changed: the server knows.
  const back = edit && openPlan?.address === edit.plan ? openPlan.apply(edit.inverse) : null;
  return back ? { ...back, title } : onServer(done, said);
}

async function onServer({ id, title }: Done, said: Said, rest = false): Promise<Done | null> {
  const undoId = newId();
  const connected = server;
  if (!connected) return null;
  const back = await reached(() => connected.undo(id, undoId, rest));
  if (back.ok) notify({ text: `${said}: ${title}` });
  else if (back.problem.code === 'unreachable') notify({ text: `Not done: ${back.problem.message}` });
  else {
    // What somebody changed since stays: the thing before it can still be taken back.
    tabHistory.forget(id);
    const again = () => void inTurn(async () => void (await onServer({ id, title, edit: null }, said, true)));
    notify({
      text: `Not undone: ${back.problem.message}`,
      action: back.partly && !rest ? { label: 'Undo the rest', run: again } : undefined,
    });
  }
  connected.refresh();
  sayPlanChanged();
  return back.ok ? { id: undoId, title, edit: null } : null;
}
