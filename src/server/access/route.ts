import type Joi from 'joi';
import { type Failed, type Problem, type Result, fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import { storageFault } from '@/data/transaction';
import { parseInput } from '../input';
import { type PairedDevice, deviceOf } from '../clock/devices';
import { logFailure } from '../log';
import { database } from '../store';
import { type Actor, actorOf } from './actor';
import { readBytes, readJson, readText } from './body';
import { isOwnOrigin } from './origin';
import { BUSINESS, type Permission, type Scope, checkScope } from './permissions';
import { type Visitor, visitorOf } from './visitor';

/** What a body may be: JSON read by a schema, text, or the bytes of a file. */
export type BodyKind<Input> =
  | { readonly json: Joi.Schema<Input>; readonly most?: number }
  | { readonly text: true; readonly most: number; readonly types?: readonly string[] }
  | { readonly bytes: true; readonly most: number; readonly types: readonly string[] };

interface RouteDefinition<Params, Query, Input> {
  /** How it is named in the log. */
  readonly name: string;
  /** `of the command`: the command that is asked for states it, and is checked when it is run. */
  readonly permission: Permission | 'of the command';
  /** Of the address. */
  readonly params?: Joi.Schema<Params>;
  /** Of what stands behind the `?`. */
  readonly query?: Joi.Schema<Query>;
  /** What is asked about, by the address and a JSON body. Left out: the whole business. */
  readonly scope?: (asked: {
    readonly params: Params;
    readonly query: Query;
    readonly input: Input;
  }) => Scope;
  /** What changes something has one; what only reads has none. */
  readonly body?: BodyKind<Input>;
}

/** What a handler is given: who asks, and what for, as the schemas read it. */
export interface RouteRequest<Params, Query, Input> {
  readonly db: Database;
  readonly actor: Actor;
  readonly params: Params;
  readonly query: Query;
  readonly input: Input;
  readonly request: Request;
}

type Handler<Params, Query, Input> = (
  asked: RouteRequest<Params, Query, Input>,
) => Promise<Response | { readonly ok: boolean }>;

/** The most that is read of JSON unless a route says otherwise, in bytes. */
const MOST_JSON = 2_000_000;

/**
 * A route handler behind the one door: where the request comes from, its form, who asks and whether they may are
 * known before anything is read of the data. A handler answers a response, or a value that is sent as JSON; a
 * problem becomes its status. What nobody expected is logged under an id that the person is told.
 */
export function route<Params = unknown, Query = unknown, Input = unknown>(
  definition: RouteDefinition<Params, Query, Input>,
  handler: Handler<Params, Query, Input>,
): (request: Request, context: { params: Promise<unknown> }) => Promise<Response> {
  return async (request, context) => {
    try {
      return withHeaders(await answered(definition, handler, request, await context.params));
    } catch (error) {
      return withHeaders(failureResponse(error, definition.name));
    }
  };
}

async function answered<Params, Query, Input>(
  definition: RouteDefinition<Params, Query, Input>,
  handler: Handler<Params, Query, Input>,
  request: Request,
  rawParams: unknown,
): Promise<Response> {
  const { permission, body } = definition;
  if (body) {
    const foreign = refuseForeign(request, body);
    if (foreign) return problemResponse({ ok: false, problem: foreign });
  }
  const db = await database();
  const actor = await actorOf(db, request.headers.get('cookie'));
  if (!actor) return problemResponse(SIGNED_OUT);
  const params = read(definition.params, decoded(rawParams), '');
  if (!params.ok) return problemResponse(params);
  const query = read(definition.query, Object.fromEntries(new URL(request.url).searchParams), '');
  if (!query.ok) return problemResponse(query);
  // A file is taken only from who may send it; JSON is small, and may say what is asked about.
  const late = body !== undefined && !('json' in body);
  const early = body && !late ? await readBody(request, body) : NO_BODY;
  if (!early.ok) return problemResponse(early);
  const asked = { params: params.value, query: query.value, input: early.value as Input };
  const refused =
    permission === 'of the command'
      ? null
      : await checkScope(db, actor, permission, definition.scope?.(asked) ?? BUSINESS);
  if (refused) return problemResponse(refused);
  const input = late ? await readBody(request, body) : early;
  if (!input.ok) return problemResponse(input);
  return responseTo(await handler({ db, actor, ...asked, input: input.value as Input, request }));
}

/** What is answered to whoever is not signed in, or not any more. */
export const SIGNED_OUT = fail('signed-out', 'you are signed out; sign in again, nothing typed here is lost');

/** What a handler is given that answers everybody. */
interface PublicRequest<Input> {
  readonly db: Database;
  readonly input: Input;
  readonly visitor: Visitor;
}

/** A route handler for who is not signed in yet: nothing but where the request comes from and its form is known. */
export function publicRoute<Input>(
  { name, body }: { readonly name: string; readonly body: { readonly json: Joi.Schema<Input> } },
  handler: (asked: PublicRequest<Input>) => Promise<Response | { readonly ok: boolean }>,
): (request: Request) => Promise<Response> {
  return async (request) => {
    try {
      const foreign = refuseForeign(request, body);
      if (foreign) return withHeaders(problemResponse({ ok: false, problem: foreign }));
      const input = await readBody(request, body);
      if (!input.ok) return withHeaders(problemResponse(input));
      const db = await database();
      return withHeaders(
        responseTo(await handler({ db, input: input.value, visitor: visitorOf(request.headers) })),
      );
    } catch (error) {
      return withHeaders(failureResponse(error, name));
    }
  };
}

/** What a handler is given that answers a device at the door. */
interface DeviceRequest<Input> {
  readonly db: Database;
  readonly input: Input;
  readonly device: PairedDevice;
}

/** A route handler for a device at the door that is paired: it is nobody's account, and may do nothing else. */
export function deviceRoute<Input>(
  { name, body }: { readonly name: string; readonly body?: { readonly json: Joi.Schema<Input> } },
  handler: (asked: DeviceRequest<Input>) => Promise<Response | { readonly ok: boolean }>,
): (request: Request) => Promise<Response> {
  return async (request) => {
    try {
      const foreign = body && refuseForeign(request, body);
      if (foreign) return withHeaders(problemResponse({ ok: false, problem: foreign }));
      const db = await database();
      const device = await deviceOf(db, request.headers.get('cookie'));
      if (!device) return withHeaders(problemResponse(UNPAIRED));
      const input = body ? await readBody(request, body) : NO_BODY;
      if (!input.ok) return withHeaders(problemResponse(input));
      return withHeaders(responseTo(await handler({ db, device, input: input.value as Input })));
    } catch (error) {
      return withHeaders(failureResponse(error, name));
    }
  };
}

const UNPAIRED = fail('unpaired', 'this device is not paired, or not any more');

/** An answer to send: a problem with its status, all else as JSON. */
export function responseTo(answer: Response | { readonly ok: boolean }): Response {
  if (answer instanceof Response) return answer;
  return 'problem' in answer && !answer.ok ? problemResponse(answer as Failed) : Response.json(answer);
}

const NO_BODY = { ok: true as const, value: undefined };

/** Next hands on what stood in the address; what cannot be decoded is left for the schema to refuse. */
export function decoded(params: unknown): unknown {
  return Object.fromEntries(
    Object.entries((params ?? {}) as Record<string, unknown>).map(([name, value]) => {
      try {
        return [name, decodeURIComponent(String(value))];
      } catch {
        return [name, value];
      }
    }),
  );
}

function read<T>(schema: Joi.Schema<T> | undefined, value: unknown, root: string): Result<{ value: T }> {
  return schema ? parseInput(schema, value, root, true) : { ok: true, value: undefined as T };
}

/** Only pages of the application may change something, and only in the form that is expected. */
function refuseForeign<Input>(request: Request, body: BodyKind<Input>): Problem | null {
  if (!isOwnOrigin(request.headers.get('origin')))
    return fail('foreign', 'this was not sent by a page of this application').problem;
  const types = 'json' in body ? ['application/json'] : (body.types ?? ['application/json']);
  const type = (request.headers.get('content-type') ?? '').split(';')[0].trim().toLowerCase();
  return types.includes(type) ? null : fail('type', `this has to be sent as ${types.join(' or ')}`).problem;
}

async function readBody<Input>(request: Request, body: BodyKind<Input>): Promise<Result<{ value: Input }>> {
  if ('json' in body) {
    const read = await readJson(request, body.most ?? MOST_JSON);
    return read.ok ? parseInput(body.json, read.value) : read;
  }
  if ('text' in body) {
    const read = await readText(request, body.most);
    return read.ok ? { ok: true, value: read.text as Input } : read;
  }
  const read = await readBytes(request, body.most);
  return read.ok ? { ok: true, value: read.bytes as Input } : read;
}

const STATUS: Readonly<Record<string, number>> = {
  'signed-out': 401,
  'sign-in': 401,
  unpaired: 401,
  pin: 401,
  ticket: 401,
  wait: 429,
  unknown: 404,
  forbidden: 403,
  foreign: 403,
  'changed-meanwhile': 409,
  overlap: 409,
  taken: 409,
  'too-large': 413,
  type: 415,
};

/** What failed, as an answer to a request: its status, and where it lies in the input. */
function problemResponse(failed: Failed): Response {
  return Response.json(failed, { status: STATUS[failed.problem.code] ?? 422 });
}

/** What went wrong, as a problem: the storage's own words where it is that, else an id to ask about. */
export function failureProblem(error: unknown, where: string): Problem {
  const id = logFailure(error, where);
  const fault = storageFault(error);
  return fault
    ? { code: 'unavailable', message: fault.message, path: fault.code }
    : { code: 'failure', message: `Something went wrong here. It is in the log under ${id}.`, path: '' };
}

/** What is answered where nobody expected what went wrong. */
export function failureResponse(error: unknown, where: string): Response {
  const problem = failureProblem(error, where);
  return problem.code === 'unavailable'
    ? Response.json({ ok: false, problem }, { status: 503, headers: { 'retry-after': '2' } })
    : Response.json({ ok: false, problem }, { status: 500 });
}

/** Nothing of an answer is guessed at or kept, unless it says by an ETag when it is still true. */
export function withHeaders(response: Response): Response {
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('cache-control', response.headers.has('etag') ? 'private, no-cache' : 'no-store');
  return response;
}
