// Adds up what the test runners reported, and the steps that failed without a report of their own.
import { existsSync, readFileSync } from 'node:fs';

const [, , broken, folder] = process.argv;
const read = (name) => {
  const file = `${folder}/${name}.json`;
  return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null;
};
let passed = 0;
let failed = 0;
let reported = 0;
for (const unit of [read('unit'), read('timed')]) {
  if (!unit) continue;
  passed += unit.numPassedTests;
  failed += unit.numFailedTests + unit.numRuntimeErrorTestSuites;
  if (!unit.success) reported++;
}
const browser = read('browser');
if (browser) {
  const { expected, unexpected, flaky } = browser.stats;
  passed += expected + flaky;
  failed += unexpected + browser.errors.length;
  if (unexpected + browser.errors.length > 0) reported++;
}
failed += Math.max(0, Number(broken) - reported);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed > 0 || passed === 0 ? 1 : 0);
