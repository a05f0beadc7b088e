import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import type Joi from 'joi';
import type { Database } from '@/data/database';
import { parseInput } from '../input';
import { database } from '../store';
import { type Actor, currentActor } from './actor';
import { BUSINESS, type Permission, type Scope, checkScope } from './permissions';
import { decoded } from './route';

interface PageDefinition<Params> {
  /** Left out: the page shows what its query lets the actor see, and works for anybody. */
  readonly permission?: Permission;
  readonly params?: Joi.Schema<Params>;
  readonly scope?: (params: Params) => Scope;
}

/** What a page is given: who asks, and for what. */
export interface PageRequest<Params> {
  readonly db: Database;
  readonly actor: Actor;
  readonly params: Params;
  readonly search: Readonly<Record<string, string | string[] | undefined>>;
}

interface PageProps {
  readonly params: Promise<unknown>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/**
 * A page behind the one door: an address that cannot be, or that the actor may not see, is not found, and nothing of
 * the data is read for it.
 */
export function page<Params = unknown>(
  { permission, params: schema, scope }: PageDefinition<Params>,
  render: (asked: PageRequest<Params>) => Promise<ReactNode>,
): (props: PageProps) => Promise<ReactNode> {
  return async ({ params, searchParams }) => {
    const read = schema
      ? parseInput(schema, decoded(await params), '', true)
      : { ok: true as const, value: undefined as Params };
    if (!read.ok) notFound();
    const db = await database();
    const actor = await currentActor();
    if (permission && (await checkScope(db, actor, permission, scope?.(read.value) ?? BUSINESS))) notFound();
    return render({ db, actor, params: read.value, search: await searchParams });
  };
}
