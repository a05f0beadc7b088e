#!/usr/bin/env bash
# Everything that must hold: format, lint, layer rules, types, unit tests, build, browser tests.
#   npm test              all of it
#   npm test -- --quick   without build, browser tests and those that look at the clock; properties a fifth as often
#   npm test -- NAME      only the unit and browser tests whose path has NAME in it
# Ends with one line, `N passed, N failed`, summed from the runners' own reports; a failed step counts as one.
set -u
source "$(dirname "${BASH_SOURCE[0]}")/install.sh"
source scripts/build.sh
source scripts/chromium.sh
source scripts/poppler.sh
bin=node_modules/.bin
reports=$(mktemp -d)
broken=0

step() {
  local name=$1
  shift
  echo "== $name" >&2
  if ! "$@"; then
    echo "== $name failed" >&2
    broken=$((broken + 1))
    return 1
  fi
}

unit() {
  local report=$1
  shift
  env NODE_OPTIONS='--experimental-vm-modules --no-warnings' "$bin/jest" --json --outputFile="$reports/$report.json" "$@"
}

browser() {
  step 'build' build && step 'Chromium' find_chromium || return
  export PLAYWRIGHT_JSON_OUTPUT_NAME="$reports/browser.json"
  step 'browser tests' "$bin/playwright" test "$@" || true
}

step 'poppler' find_poppler || true

name=${1:-}
if [ -n "$name" ] && [ "$name" != --quick ]; then
  step 'unit tests' unit unit --passWithNoTests "$name" || true
  if compgen -G "e2e/*$name*" >/dev/null; then browser "$name"; fi
  node scripts/sum-reports.mjs "$broken" "$reports"
  exit
fi

[ -f next-env.d.ts ] || printf '/// <reference types="next" />\n' >next-env.d.ts
# A quick run looks only at files that changed since the last one; a whole run at all of them.
cached=()
if [ "$name" = --quick ]; then
  export QUICK=1
  cached=(--cache --cache-strategy content)
fi
# Linting takes as long as the rest of what reads the sources: the two go beside each other.
"$bin/eslint" --max-warnings 0 "${cached[@]}" ${cached:+--cache-location node_modules/.cache/eslint} . >"$reports/lint.txt" 2>&1 &
lint=$!
step 'format' "$bin/prettier" --check --log-level warn "${cached[@]}" .
step 'layer rules' "$bin/depcruise" --output-type err src cli demo
step 'types' "$bin/tsc" --noEmit
linted() {
  wait "$lint" || { cat "$reports/lint.txt"; return 1; }
}
step 'lint' linted
step 'unit tests' unit unit --testPathIgnorePatterns '/node_modules/' '\.timed\.test\.' || true
if [ "$name" != --quick ]; then
  # Those that look at the clock, one after the other.
  step 'timed tests' unit timed --runInBand '\.timed\.test\.' || true
  browser
fi

node scripts/sum-reports.mjs "$broken" "$reports"
