#!/usr/bin/env bash
# The command line over plan files: vicenda inspect plan.json
set -u
here=$PWD
source "$(dirname "${BASH_SOURCE[0]}")/install.sh"
root=$PWD
cd "${INIT_CWD:-$here}" || exit 1
exec env TSX_TSCONFIG_PATH="$root/tsconfig.json" node --import "$root/node_modules/tsx/dist/esm/index.mjs" "$root/cli/main.ts" "$@"
