import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { tryChanges } from '@/core/consequences/consequences';
import { judge } from '@/core/consequences/judge';
import type { Fault } from '@/formats/fault';
import { parseChanges, parsePlan } from '../src/formats/plan-file/parse';
import type { RawPlan } from '@/formats/plan-file/raw';
import { consequencesReport, inspectionReport } from '@/formats/plan-file/report';

const USAGE = `vicenda inspect <plan.json | ->
vicenda consequences --changes <changes.json | -> <plan.json | ->

Prints JSON. Exit status: 0 it ran, 2 the input is faulty, 1 something went wrong in here.`;

/** The input, not the program, is at fault. */
class Faulty extends Error {
  constructor(readonly lines: readonly string[]) {
    super(lines.join('\n'));
  }
}

function main(args: string[]): object {
  const { command, planFile, changesFile } = parseArguments(args);
  const plan = accept(parsePlan(readInput(planFile)));
  if (plan.raw.rules?.off?.includes('overlap')) console.error('$.rules.off: overlap cannot be turned off');
  const written = writtenIn(plan.raw);
  const judgement = judge(plan.plan);
  if (command === 'inspect') return inspectionReport(judgement, written);
  const { changes, shifts } = accept(parseChanges(readInput(changesFile!), plan));
  const tried = tryChanges(judgement, changes);
  if (!tried.ok) throw new Error(`${tried.problem.path}: ${tried.problem.message}`);
  return consequencesReport(judgement, tried.trial.consequences, written, shifts);
}

function parseArguments(args: string[]) {
  let parsed;
  try {
    parsed = parseArgs({
      args,
      allowPositionals: true,
      options: { changes: { type: 'string' }, help: { type: 'boolean', short: 'h' } },
    });
  } catch (error) {
    throw new Faulty([(error as Error).message, USAGE]);
  }
  if (parsed.values.help) {
    console.log(USAGE);
    process.exit(0);
  }
  const [command, planFile, ...rest] = parsed.positionals;
  const changesFile = parsed.values.changes;
  if (command !== 'inspect' && command !== 'consequences')
    throw new Faulty([command ? `no command "${command}"` : 'which command?', USAGE]);
  if (!planFile || rest.length > 0) throw new Faulty(['one plan file is needed', USAGE]);
  if (command === 'consequences' && !changesFile) throw new Faulty(['--changes is missing', USAGE]);
  if (command === 'inspect' && changesFile) throw new Faulty(['--changes goes with consequences', USAGE]);
  if (planFile === '-' && changesFile === '-')
    throw new Faulty(['only one of the two can be read from standard input', USAGE]);
  return { command, planFile, changesFile };
}

function readInput(file: string): string {
  try {
    return readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (error) {
    throw new Faulty([`${file}: cannot be read (${(error as NodeJS.ErrnoException).code ?? error})`]);
  }
}

function accept<T>(result: { ok: true; value: T } | { ok: false; faults: readonly Fault[] }): T {
  if (!result.ok) throw new Faulty(result.faults.map(({ path, message }) => `${path}: ${message}`));
  return result.value;
}

function writtenIn(raw: RawPlan) {
  return new Map(raw.shifts.map((shift) => [shift.id, shift]));
}

// A reader that has seen enough (`| head`) is no trouble.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
});

try {
  const report = main(process.argv.slice(2));
  process.stdout.write(`${JSON.stringify(report, null, 2)}\n`);
} catch (error) {
  console.error(error instanceof Faulty ? error.message : error);
  process.exitCode = error instanceof Faulty ? 2 : 1;
}
