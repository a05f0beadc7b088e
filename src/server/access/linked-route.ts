import type Joi from 'joi';
import type { Database } from '@/data/database';
import { parseInput } from '../input';
import { database } from '../store';
import { readText } from './body';
import { decoded, failureResponse, responseTo, withHeaders } from './route';

interface LinkedRequest<Params> {
  readonly db: Database;
  readonly params: Params;
  /** What was sent with it, as it came; empty where nothing is. */
  readonly text: string;
  readonly request: Request;
}

/** The most that is read of what a machine sends, in bytes. */
const MOST = 10_000;

/**
 * A route for a machine that was given an address nobody can guess: it is not signed in and is no page of the
 * application. The handler must find what the address stands for before it reads anything else, and answer the same
 * to every address that stands for nothing. The address is never logged.
 */
export function linkedRoute<Params>(
  { name, params: schema }: { readonly name: string; readonly params: Joi.Schema<Params> },
  handler: (asked: LinkedRequest<Params>) => Promise<Response | { readonly ok: boolean }>,
): (request: Request, context: { params: Promise<unknown> }) => Promise<Response> {
  return async (request, context) => {
    try {
      const params = parseInput(schema, decoded(await context.params), '', true);
      if (!params.ok) return withHeaders(responseTo(params));
      const read =
        request.method === 'POST' ? await readText(request, MOST) : { ok: true as const, text: '' };
      if (!read.ok) return withHeaders(responseTo(read));
      const db = await database();
      return withHeaders(responseTo(await handler({ db, params: params.value, text: read.text, request })));
    } catch (error) {
      return withHeaders(failureResponse(error, name));
    }
  };
}
