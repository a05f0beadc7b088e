import { headers } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import type { ReactNode } from 'react';
import type Joi from 'joi';
import type { Database } from '@/data/database';
import { type PairedDevice, deviceOf } from '../clock/devices';
import { parseInput } from '../input';
import { database } from '../store';
import { hasAccounts } from '@/data/accounts/account-store';
import { type Actor, actorOf } from './actor';
import { BUSINESS, type Permission, type Scope, checkScope, checkSomewhere } from './permissions';
import { decoded } from './route';
import { type Visitor, visitorOf } from './visitor';

interface PageDefinition<Params> {
  readonly permission: Permission;
  readonly params?: Joi.Schema<Params>;
  /** Left out: the whole business. `somewhere`: one site will do; its query shows what the actor may see. */
  readonly scope?: 'somewhere' | ((params: Params) => Scope | 'somewhere');
}

/** What a page is given: who asks, and for what. */
export interface PageRequest<Params> {
  readonly db: Database;
  readonly actor: Actor;
  readonly params: Params;
  readonly search: Readonly<Record<string, string | string[] | undefined>>;
  /** What stands within it, of a layout. */
  readonly children: ReactNode;
}

interface PageProps {
  readonly params: Promise<unknown>;
  /** A layout is given none. */
  readonly searchParams?: Promise<Record<string, string | string[] | undefined>>;
  readonly children?: ReactNode;
}

/**
 * A page, or the layout of some, behind the one door: an address that cannot be, or that the actor may not see, is not found, and nothing of
 * the data is read for it.
 */
export function page<Params = unknown>(
  { permission, params: schema, scope }: PageDefinition<Params>,
  render: (asked: PageRequest<Params>) => Promise<ReactNode>,
): (props: PageProps) => Promise<ReactNode> {
  return async ({ params, searchParams, children }) => {
    const read = schema
      ? parseInput(schema, decoded(await params), '', true)
      : { ok: true as const, value: undefined as Params };
    if (!read.ok) notFound();
    const db = await database();
    const actor = await signedIn(db);
    const asked = typeof scope === 'function' ? scope(read.value) : (scope ?? BUSINESS);
    const refused =
      asked === 'somewhere'
        ? checkSomewhere(actor, permission)
        : await checkScope(db, actor, permission, asked);
    if (refused) notFound();
    return render({ db, actor, params: read.value, search: (await searchParams) ?? {}, children });
  };
}

/** A page for who may not be signed in: `actor` is null then. */
export function publicPage(
  render: (asked: {
    readonly db: Database;
    readonly actor: Actor | null;
    readonly visitor: Visitor;
    readonly params: Readonly<Record<string, string>>;
    readonly search: Readonly<Record<string, string | string[] | undefined>>;
  }) => Promise<ReactNode>,
): (props: PageProps) => Promise<ReactNode> {
  return async ({ params, searchParams }) => {
    const db = await database();
    const sent = await headers();
    return render({
      db,
      actor: await actorOf(db, sent.get('cookie')),
      visitor: visitorOf(sent),
      params: decoded(await params) as Record<string, string>,
      search: (await searchParams) ?? {},
    });
  };
}

/** A page of a device at the door; `device` null: it is not paired, or not any more. Nobody is signed in at it. */
export function devicePageOf(
  render: (asked: { readonly db: Database; readonly device: PairedDevice | null }) => Promise<ReactNode>,
): () => Promise<ReactNode> {
  return async () => {
    const db = await database();
    return render({ db, device: await deviceOf(db, (await headers()).get('cookie')) });
  };
}

/** Who asks for a page. Whoever is not signed in is led to where one does that, and comes back from there. */
async function signedIn(db: Database): Promise<Actor> {
  const sent = await headers();
  const actor = await actorOf(db, sent.get('cookie'));
  if (actor) return actor;
  if (!(await hasAccounts(db))) redirect('/first-owner');
  const to = sent.get('x-path') ?? '/';
  redirect(to === '/' ? '/sign-in' : `/sign-in?to=${encodeURIComponent(to)}`);
}
