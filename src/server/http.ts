import type { Problem } from '@/core/plan/change';
import { logFailure } from './log';

const STATUS: Readonly<Record<string, number>> = {
  unknown: 404,
  forbidden: 403,
  'changed-meanwhile': 409,
  overlap: 409,
  taken: 409,
};

/** A problem as an answer to a request: its status, and where it lies in the input. */
export function problemResponse(problem: Problem): Response {
  return Response.json({ ok: false, problem }, { status: STATUS[problem.code] ?? 422 });
}

/** Runs a handler; what nobody expected is logged, and the person is given an id to ask about. */
export async function answering(where: string, handle: () => Promise<Response>): Promise<Response> {
  try {
    return await handle();
  } catch (error) {
    const id = logFailure(error, where);
    const problem: Problem = {
      code: 'failure',
      message: `Something went wrong here. It is in the log under ${id}.`,
      path: '',
    };
    return Response.json({ ok: false, problem }, { status: 500 });
  }
}

/** The JSON of a request's body, or undefined where it is not JSON or longer than `most` characters. */
export async function readJson(request: Request, most = 2_000_000): Promise<unknown> {
  if (Number(request.headers.get('content-length') ?? 0) > most) return undefined;
  const text = await request.text();
  if (text.length > most) return undefined;
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}
