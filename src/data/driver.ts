import Libsql from 'libsql';
import type { SqliteDatabase, SqliteStatement } from 'kysely';

/**
 * The only place that opens libsql. The binding aborts the process on a boolean and throws on a Date, and
 * binds numbers as REAL, which a STRICT integer column refuses; so every value is put into a form it takes:
 * whole numbers as BigInt, booleans as 0 or 1. Dates and undefined are refused with a clear error. `reading`: for a
 * connection that writes nothing, so that its transactions hold nobody up.
 */
export function openDriver(
  file: string,
  options: { readonly timeout: number; readonly reading?: boolean },
): SqliteDatabase {
  const begin = options.reading ? 'begin' : 'begin immediate';
  const database = new Libsql(file, { timeout: options.timeout });
  let isBegun = false;
  /** A statement that writes, with the write lock taken for it where no transaction has it already. */
  const locked = <T>(sql: string, work: () => T): T => {
    if (isBegun || options.reading || !WRITES.test(sql)) return work();
    database.exec(begin);
    try {
      const result = work();
      database.exec('commit');
      return result;
    } catch (error) {
      bracketing(database, 'rollback').run([]);
      throw error;
    }
  };
  return {
    prepare(sql: string): SqliteStatement {
      if (/^(begin|commit|rollback)$/.test(sql))
        return bracketing(database, sql === 'begin' ? begin : sql, () => (isBegun = sql === 'begin'));
      const statement = database.prepare(sql);
      return {
        reader: statement.reader,
        all: (parameters) => locked(sql, () => statement.all(parameters.map(bindable))),
        run: (parameters) => locked(sql, () => statement.run(parameters.map(bindable))),
        iterate: (parameters) => statement.iterate(parameters.map(bindable)) as IterableIterator<unknown>,
      };
    },
    close() {
      database.close();
    },
  };
}

/**
 * What writes rows of the data file; rows of a temporary table are nobody else's. A prepared statement that found the
 * file busy stays in progress until it is thrown away: the connection then sees the data as it was, and can begin
 * nothing that writes. So none is ever run without the lock.
 */
const WRITES = /^\s*(?:insert|replace|update|delete)\b(?! into "?temp"?\.)/i;

/**
 * What begins and ends a transaction, which takes the write lock at once where it may write. Not prepared: a prepared
 * `begin` that found the file busy stays in progress as well, and then the next transaction cannot be committed.
 */
function bracketing(
  database: Libsql.Database,
  sql: string,
  onDone: () => void = () => undefined,
): SqliteStatement {
  const run = () => {
    try {
      database.exec(sql);
      onDone();
    } catch (error) {
      // A full disk ends a transaction by itself; what is to be told then is the full disk, not that it has ended.
      if (sql !== 'rollback' || !/no transaction is active/.test(String(error))) throw error;
      onDone();
    }
    return { changes: 0, lastInsertRowid: 0 };
  };
  return { reader: false, all: () => [], run, iterate: () => [][Symbol.iterator]() };
}

/** A value in the form the binding takes. Throws a TypeError on what has no place in a column. */
export function bindable(value: unknown): unknown {
  switch (typeof value) {
    case 'boolean':
      return value ? 1n : 0n;
    case 'number':
      if (Number.isSafeInteger(value)) return BigInt(value);
      if (Number.isFinite(value) && !Number.isInteger(value)) return value;
      throw new TypeError(`the number ${value} cannot be stored`);
    case 'string':
    case 'bigint':
      return value;
    case 'undefined':
      throw new TypeError('undefined cannot be stored; use null');
    default:
      if (value === null || value instanceof Uint8Array) return value;
      if (value instanceof Date) throw new TypeError('a Date cannot be stored; use UTC text');
      throw new TypeError(`a ${typeof value} cannot be stored`);
  }
}
