#!/usr/bin/env bash
# Takes the pictures of the main views anew from the demo data, into docs/screenshots or the folder that is named.
set -eu
source "$(dirname "${BASH_SOURCE[0]}")/install.sh"
source scripts/build.sh
source scripts/chromium.sh
build
find_chromium
export CHROMIUM
node --import tsx scripts/pictures.ts "$@"
