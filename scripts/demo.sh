#!/usr/bin/env bash
# Runs the demo: installs what is missing, builds, makes the demo data if there is none, and starts.
#   npm run demo              the marina of Saltmere Quay, three sites, about 44 people
#   npm run demo -- --fresh   the same, with the data made anew
#   npm run demo -- --large   with a fourth site of 600 people beside them
set -eu
source "$(dirname "${BASH_SOURCE[0]}")/install.sh"
source scripts/build.sh
source scripts/serve.sh
export VICENDA_DATA=${VICENDA_DATA:-$PWD/data/demo}

build
node --import tsx scripts/make-demo.ts "$@"
print_address 'Its sign-in page offers these accounts by one click. Stop it with Ctrl C.'
serve
