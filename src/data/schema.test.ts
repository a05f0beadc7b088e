import { expect, test } from '@jest/globals';
import { join } from 'node:path';
import { sql } from 'kysely';
import ts from 'typescript';
import { openDatabase } from './database';

/** The tables as they are described in TypeScript: for each column what is read from it, `string | null`. */
function described(): Record<string, Record<string, string>> {
  const root = join(import.meta.dirname, '../..');
  const file = join(root, 'src/data/described.ts');
  const text = `
    import type { Selectable } from 'kysely';
    import type { Schema } from './schema';
    export type Rows = { [T in keyof Schema]: Selectable<Schema[T]> };
  `;
  const config = ts.readConfigFile(join(root, 'tsconfig.json'), (path) => ts.sys.readFile(path));
  const { options } = ts.parseJsonConfigFileContent(config.config, ts.sys, root);
  const host = ts.createCompilerHost(options);
  const { getSourceFile, fileExists, readFile } = host;
  host.getSourceFile = (name, version) =>
    name === file ? ts.createSourceFile(name, text, version) : getSourceFile.call(host, name, version);
  host.fileExists = (name) => name === file || fileExists.call(host, name);
  host.readFile = (name) => (name === file ? text : readFile.call(host, name));
  const program = ts.createProgram([file], { ...options, noEmit: true, incremental: false, types: [] }, host);
  const checker = program.getTypeChecker();
  const source = program.getSourceFile(file)!;
  const [rows] = checker
    .getExportsOfModule(checker.getSymbolAtLocation(source)!)
    .map((symbol) => checker.getDeclaredTypeOfSymbol(symbol));
  const partsOf = (type: ts.Type) =>
    type.getProperties().map((part) => [part.name, checker.getTypeOfSymbolAtLocation(part, source)] as const);
  return Object.fromEntries(
    partsOf(rows).map(([table, columns]) => [
      table,
      Object.fromEntries(
        partsOf(columns).map(([column, type]) => [
          column,
          checker.typeToString(type).split(' | ').sort().join(' | '),
        ]),
      ),
    ]),
  );
}

const KINDS: Readonly<Record<string, string>> = {
  TEXT: 'string',
  INTEGER: 'number',
  REAL: 'number',
  BLOB: 'Uint8Array<ArrayBufferLike>',
};

/** The tables as the migrations make them, in the same words. */
async function made(): Promise<Record<string, Record<string, string>>> {
  const db = await openDatabase(':memory:');
  const { rows } = await sql<{ table: string; column: string; type: string; optional: number }>`
    select tables.name as "table", columns.name as "column", columns.type as type,
      columns."notnull" = 0 and columns.pk = 0 as optional
    from sqlite_master as tables, pragma_table_info(tables.name) as columns
    where tables.type = 'table' and tables.name not like 'sqlite_%'
  `.execute(db);
  await db.destroy();
  const tables: Record<string, Record<string, string>> = {};
  for (const { table, column, type, optional } of rows)
    (tables[table] ??= {})[column] = [KINDS[type.toUpperCase()], ...(optional ? ['null'] : [])]
      .sort()
      .join(' | ');
  return tables;
}

test('every table is described as the migrations make it, column by column', async () => {
  expect(described()).toEqual(await made());
}, 60_000);
