import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { tryChanges } from '@/core/consequences/consequences';
import { judge } from '@/core/consequences/judge';
import { proposeWeeks } from '@/core/propose/propose';
import type { Fault } from '@/formats/fault';
import { parseChanges, parsePlan } from '../src/formats/plan-file/parse';
import type { RawPlan } from '@/formats/plan-file/raw';
import { boundReport, parseProposal, proposalReport } from '@/formats/plan-file/proposal';
import { consequencesReport, inspectionReport } from '@/formats/plan-file/report';

const USAGE = `vicenda inspect <plan.json | ->
vicenda consequences --changes <changes.json | -> <plan.json | ->
vicenda propose [--effort N] [--seed N] [--seconds N] <plan.json | ->
vicenda check-bound <proposal.json | -> <plan.json | ->

Prints JSON. Exit status: 0 it ran, 2 the input is faulty, 1 something went wrong in here.`;

/** The input, not the program, is at fault. */
class Faulty extends Error {
  constructor(readonly lines: readonly string[]) {
    super(lines.join('\n'));
  }
}

async function main(args: string[]): Promise<object> {
  const { command, planFile, changesFile, proposalFile, search } = parseArguments(args);
  const plan = accept(parsePlan(readInput(planFile)));
  if (plan.raw.rules?.off?.includes('overlap')) console.error('$.rules.off: overlap cannot be turned off');
  const written = writtenIn(plan.raw);
  const judgement = judge(plan.plan);
  if (command === 'inspect') return inspectionReport(judgement, written);
  if (command === 'propose') return proposalReport(plan.plan, await proposeWeeks(plan.plan, search));
  if (command === 'check-bound')
    return boundReport(plan.plan, accept(parseProposal(readInput(proposalFile!), plan)));
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
      options: {
        changes: { type: 'string' },
        effort: { type: 'string' },
        seed: { type: 'string' },
        seconds: { type: 'string' },
        help: { type: 'boolean', short: 'h' },
      },
    });
  } catch (error) {
    throw new Faulty([(error as Error).message, USAGE]);
  }
  if (parsed.values.help) {
    console.log(USAGE);
    process.exit(0);
  }
  const [command, ...files] = parsed.positionals;
  const { changes: changesFile, effort, seed, seconds } = parsed.values;
  if (!isCommand(command)) throw new Faulty([command ? `no command "${command}"` : 'which command?', USAGE]);
  const isCheck = command === 'check-bound';
  if (files.length !== (isCheck ? 2 : 1))
    throw new Faulty([isCheck ? 'a proposal and its plan are needed' : 'one plan file is needed', USAGE]);
  const planFile = files.at(-1)!;
  const proposalFile = isCheck ? files[0] : undefined;
  if (command !== 'propose' && (effort ?? seed ?? seconds) !== undefined)
    throw new Faulty(['--effort, --seed and --seconds go with propose', USAGE]);
  if (command === 'consequences' && !changesFile) throw new Faulty(['--changes is missing', USAGE]);
  if (command !== 'consequences' && changesFile)
    throw new Faulty(['--changes goes with consequences', USAGE]);
  if (planFile === '-' && (changesFile ?? proposalFile) === '-')
    throw new Faulty(['only one of the two can be read from standard input', USAGE]);
  const until = seconds === undefined ? Infinity : performance.now() + 1000 * numberOf('--seconds', seconds);
  const search = {
    ...(effort === undefined ? {} : { effort: numberOf('--effort', effort) }),
    ...(seed === undefined ? {} : { seed: numberOf('--seed', seed) }),
    goesOn: () => performance.now() < until,
  };
  return { command, planFile, changesFile, proposalFile, search };
}

const COMMANDS = ['inspect', 'consequences', 'propose', 'check-bound'] as const;

function isCommand(text: string | undefined): text is (typeof COMMANDS)[number] {
  return COMMANDS.some((one) => one === text);
}

function numberOf(option: string, text: string): number {
  const value = Number(text);
  if (text.trim() === '' || !(value > 0))
    throw new Faulty([`${option}: not a number above 0: ${text}`, USAGE]);
  return value;
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
  const report = await main(process.argv.slice(2));
  process.stdout.write(`${JSON.stringify(report, null, 2)}\n`);
} catch (error) {
  console.error(error instanceof Faulty ? error.message : error);
  process.exitCode = error instanceof Faulty ? 2 : 1;
}
