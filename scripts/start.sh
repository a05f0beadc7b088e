#!/usr/bin/env bash
# Starts the application on an existing data file (VICENDA_DATA, else ./data).
set -eu
source "$(dirname "${BASH_SOURCE[0]}")/install.sh"
source scripts/build.sh
source scripts/serve.sh
export VICENDA_DATA=${VICENDA_DATA:-$PWD/data}

build
print_address "Its data is in $VICENDA_DATA. Stop it with Ctrl C."
serve
