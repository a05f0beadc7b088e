#!/usr/bin/env bash
# Tries to make the application lose something, at length: kills, conflicts, stale forms, waiting edits, requests made
# from the schemas, hostile files. Prints one figure a line, `name value`, and fails where anything was lost.
#   TORTURE=0.1 npm run torture   a tenth of it
set -eu
source "$(dirname "${BASH_SOURCE[0]}")/install.sh"
source scripts/build.sh
build
node --import tsx torture/main.ts
FUZZ_REQUESTS=${FUZZ_REQUESTS:-14000} FUZZ_SEED=${FUZZ_SEED:-$RANDOM} NODE_OPTIONS='--experimental-vm-modules --no-warnings' \
  node_modules/.bin/jest src/app/api/fuzz.timed.test.ts --silent
echo "fuzzed ${FUZZ_REQUESTS:-14000}, 500s 0"
BACKUP_ROUNDS=${BACKUP_ROUNDS:-100} NODE_OPTIONS='--experimental-vm-modules --no-warnings' \
  node_modules/.bin/jest src/server/backup --silent --testTimeout 300000
echo "backed up while others write ${BACKUP_ROUNDS:-100}, not whole 0"
