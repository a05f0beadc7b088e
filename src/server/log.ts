import { randomUUID } from 'node:crypto';
import pino from 'pino';

/** The application's log, one JSON line an event, on standard error. */
export const log = pino(
  { level: process.env.LOG_LEVEL ?? 'warn', base: null, timestamp: pino.stdTimeFunctions.isoTime },
  pino.destination(2),
);

/** Logs an error nobody expected and returns the id under which it can be found; a person is shown the id. */
export function logFailure(error: unknown, where: string): string {
  const id = randomUUID().slice(0, 8);
  log.error({ id, where, err: error }, 'unexpected failure');
  return id;
}
