#!/usr/bin/env bash
# Makes wrong edits in the core and sees whether its tests notice: see scripts/mutate/mutate.mjs. Not part of the tests,
# as it takes a quarter of an hour.
set -eu
source "$(dirname "${BASH_SOURCE[0]}")/install.sh"
exec node scripts/mutate/mutate.mjs "$@"
