#!/usr/bin/env bash
# Runs unit tests again as their files change; a name keeps to those whose path has it.
set -eu
source "$(dirname "${BASH_SOURCE[0]}")/install.sh"
NODE_OPTIONS='--experimental-vm-modules --no-warnings' exec node_modules/.bin/jest --watchAll "$@"
