#!/usr/bin/env bash
# Puts a back-up in the place of the data file: npm run restore -- FILE
set -u
here=${INIT_CWD:-$PWD}
source "$(dirname "${BASH_SOURCE[0]}")/install.sh"
root=$PWD
export VICENDA_DATA="${VICENDA_DATA:-$root/data}"
cd "$here" || exit 1
exec env TSX_TSCONFIG_PATH="$root/tsconfig.json" node --import "$root/node_modules/tsx/dist/esm/index.mjs" "$root/scripts/restore.ts" "$@"
