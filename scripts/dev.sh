#!/usr/bin/env bash
# Starts the application for development: pages are rebuilt as their sources change.
set -eu
source "$(dirname "${BASH_SOURCE[0]}")/install.sh"
export VICENDA_DATA=${VICENDA_DATA:-$PWD/data/demo}
node scripts/build-workers.mjs
exec node_modules/.bin/next dev --hostname "${HOST:-127.0.0.1}" --port "${PORT:-3000}"
