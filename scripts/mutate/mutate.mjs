// Makes wrong edits in the rooms of the core that compute, one at a time, and sees whether their tests notice. Prints
// the share noticed by room and in all, writes what was not noticed to .mutate/survived.txt, and fails below the limit.
//   npm run mutate                 all rooms
//   npm run mutate -- hours plan   some of them
import { mkdirSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { Stryker } from '@stryker-mutator/core';

const ROOMS = ['checks', 'hours', 'coverage', 'plan', 'availability'];
/** Per cent. */
const LIMIT = 85;
const rooms = process.argv.slice(2).length > 0 ? process.argv.slice(2) : ROOMS;

/**
 * Each room is tried against its own tests and those of the checks, bundled into one module that stays loaded: that
 * is why static edits, which take effect only while a module loads, are left out.
 */
function options(room) {
  return {
    mutate: [`src/core/${room}/**/*.ts`, '!**/*.test.ts', '!**/testing*.ts'],
    buildCommand: `node scripts/mutate/bundle.mjs ${room}`,
    testRunner: 'mocha',
    mochaOptions: { spec: ['tests.bundle.mjs'] },
    coverageAnalysis: 'perTest',
    ignoreStatic: true,
    concurrency: availableParallelism(),
    ignorePatterns: ['**', '!src/core/**', '!scripts/mutate/**', '!package.json', '!tsconfig.json'],
    tempDirName: '.mutate/tmp',
    reporters: process.env.MUTATE_LOG ? ['progress-append-only'] : [],
    logLevel: process.env.MUTATE_LOG ?? 'error',
    allowConsoleColors: false,
  };
}

const keyOf = ({ fileName, location: { start, end }, mutatorName, replacement }) =>
  [
    fileName.slice(fileName.lastIndexOf('src/core/')),
    start.line,
    start.column,
    end.line,
    end.column,
    mutatorName,
    replacement,
  ].join(' ');

mkdirSync('.mutate', { recursive: true });
const sums = { found: 0, missed: 0, static: 0 };
const survived = [];
const percent = (found, missed) => `${((100 * found) / Math.max(1, found + missed)).toFixed(1)} %`;
for (const room of rooms) {
  const began = performance.now();
  const mutants = await new Stryker(options(room)).runMutationTest();
  const of = (...states) => mutants.filter(({ status }) => states.includes(status));
  const found = of('Killed', 'Timeout').length;
  const missed = of('Survived', 'NoCoverage');
  const left = of('Ignored');
  sums.found += found;
  sums.missed += missed.length;
  sums.static += left.length;
  for (const [word, list] of [
    ['not noticed', missed],
    ['static', left],
  ])
    for (const mutant of list) survived.push(`${word} ${keyOf(mutant)}`);
  writeFileSync('.mutate/survived.txt', `${survived.sort().join('\n')}\n`);
  const minutes = ((performance.now() - began) / 60_000).toFixed(1);
  console.log(
    `${room} ${percent(found, missed.length)}: ${found} of ${found + missed.length} noticed, ` +
      `${left.length} static left out, ${minutes} min`,
  );
}
console.log(
  `in all ${percent(sums.found, sums.missed)}: ${sums.found} of ${sums.found + sums.missed} noticed, ` +
    `${sums.static} static left out; see .mutate/survived.txt`,
);
if (100 * sums.found < LIMIT * (sums.found + sums.missed)) process.exitCode = 1;
