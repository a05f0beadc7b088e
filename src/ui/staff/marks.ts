'use client';

import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { useEffect, useState } from 'react';
import { asSentence } from '@/core/sentence';
import { doCommand } from '@/server/actions';
import type { CommandInputs } from '@/server/commands/list';
import { newId } from '../commands/new-id';
import { notify } from '../commands/notify';
import { reached } from '../commands/reached';
import type { Mark, MarkKind } from './with-marks';

interface Marks extends DBSchema {
  marks: { key: string; value: Mark };
}

const NAME = 'vicenda marks';
let opened: Promise<IDBPDatabase<Marks>> | null = null;
const hearers = new Set<() => void>();

function store(): Promise<IDBPDatabase<Marks>> {
  opened ??= openDB<Marks>(NAME, 1, {
    upgrade: (db) => void db.createObjectStore('marks', { keyPath: 'id' }),
  });
  return opened;
}

async function waiting(who: string): Promise<Mark[]> {
  const all = await (await store()).getAll('marks');
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
      await (await store()).delete('marks', id);
      if (!answer.ok) notify({ text: asSentence(answer.problem.message) });
      hearers.forEach((hear) => hear());
    }
  });
  inTurn = turn.catch(() => undefined);
  return turn;
}

/** Nothing that anybody said stays on the device. */
export async function dropMarks(): Promise<void> {
  await (await store()).clear('marks');
}

/** How many marks of anybody wait on this device. */
export async function countMarks(): Promise<number> {
  return (await store()).count('marks');
}

/** Says things that are kept until they are sent, and tells how many wait. `onSent`: something has arrived. */
export function useMarks(who: string, onSent: () => void) {
  const [marks, setMarks] = useState<readonly Mark[]>([]);
  useEffect(() => {
    const look = () => void waiting(who).then(setMarks);
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
    await (await store()).put('marks', { id: newId(), kind, input, who, order: Date.now() });
    setMarks(await waiting(who));
    await sendMarks(who);
  };
  return { mark, waiting: marks };
}
