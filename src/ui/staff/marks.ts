'use client';

import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { useEffect, useState } from 'react';
import { asSentence } from '@/core/sentence';
import { doCommand } from '@/server/actions';
import type { CommandInputs } from '@/server/commands/list';
import { newId } from '../commands/new-id';
import { notify } from '../commands/notify';
import { reached } from '../commands/reached';

/** What staff may say without a connection: it waits on the device and is sent when there is one. */
type MarkKind = 'news.see' | 'news.answer' | 'task.tick';

interface Mark {
  readonly id: string;
  readonly kind: MarkKind;
  readonly input: unknown;
  /** Of the account that said it: nobody else's session sends it. */
  readonly who: string;
  readonly order: number;
}

interface Marks extends DBSchema {
  marks: { key: string; value: Mark };
}

const NAME = 'vicenda marks';
let opened: Promise<IDBPDatabase<Marks>> | null = null;
const hearers = new Set<() => void>();

function marks(): Promise<IDBPDatabase<Marks>> {
  opened ??= openDB<Marks>(NAME, 1, {
    upgrade: (db) => void db.createObjectStore('marks', { keyPath: 'id' }),
  });
  return opened;
}

async function waiting(who: string): Promise<Mark[]> {
  const all = await (await marks()).getAll('marks');
  return all.filter((mark) => mark.who === who).sort((a, b) => a.order - b.order);
}

let inTurn: Promise<unknown> = Promise.resolve();

/** Sends what waits of an account, oldest first. What the server refuses is told and forgotten. */
export function sendMarks(who: string): Promise<void> {
  const turn = inTurn.then(async () => {
    for (const { id, kind, input } of await waiting(who)) {
      const answer = await reached(() => doCommand({ id, kind, input }));
      if (!answer.ok && answer.problem.code === 'unreachable') return;
      if (!answer.ok && answer.problem.code === 'unavailable') return;
      await (await marks()).delete('marks', id);
      if (!answer.ok) notify({ text: asSentence(answer.problem.message) });
      hearers.forEach((hear) => hear());
    }
  });
  inTurn = turn.catch(() => undefined);
  return turn;
}

/** Nothing that anybody said stays on the device. */
export async function dropMarks(): Promise<void> {
  await (await marks()).clear('marks');
}

/** How many marks of anybody wait on this device. */
export async function countMarks(): Promise<number> {
  return (await marks()).count('marks');
}

/** Says things that are kept until they are sent, and tells how many wait. `onSent`: something has arrived. */
export function useMarks(who: string, onSent: () => void) {
  const [count, setCount] = useState(0);
  useEffect(() => {
    const look = () => void waiting(who).then((all) => setCount(all.length));
    const hear = () => {
      look();
      onSent();
    };
    const send = () => void sendMarks(who);
    hearers.add(hear);
    window.addEventListener('online', send);
    look();
    send();
    return () => {
      hearers.delete(hear);
      window.removeEventListener('online', send);
    };
  }, [who, onSent]);
  const mark = async <Kind extends MarkKind>(kind: Kind, input: CommandInputs[Kind]) => {
    await (await marks()).put('marks', { id: newId(), kind, input, who, order: Date.now() });
    setCount((await waiting(who)).length);
    await sendMarks(who);
  };
  return { mark, waits: count };
}
