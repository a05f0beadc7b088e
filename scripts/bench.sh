#!/usr/bin/env bash
# Prints measured figures, one `name value unit` a line. Never fails a build.
set -u
source "$(dirname "${BASH_SOURCE[0]}")/install.sh"
source scripts/build.sh
source scripts/chromium.sh

# Bundled as the build bundles it, so that the core is measured and not a loader; memory as the server has it.
node scripts/build-workers.mjs
for part in core people week log others publish files leave requests clock jobs propose; do
  node_modules/.bin/esbuild "bench/$part.ts" --bundle --platform=node --format=esm --packages=external \
    "--outfile=bench/.$part.mjs" --log-level=error && node --max-semi-space-size=64 "bench/.$part.mjs"
  rm -f "bench/.$part.mjs"
done
if build && find_chromium; then
  export CHROMIUM
  node --import tsx bench/browser.ts
  node --import tsx bench/staff.ts
  node --import tsx bench/races.ts
fi
exit 0
