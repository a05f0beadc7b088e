# Builds the application where its sources changed since the last build. Sourced after install.sh.
fingerprint() {
  find src scripts/compress.mjs package-lock.json next.config.ts tsconfig.json postcss.config.mjs -type f -print0 |
    sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1
}

build() {
  local now
  node scripts/build-workers.mjs || return 1
  now=$(fingerprint)
  if [ -f .next/BUILD_ID ] && [ "$(cat .next/.fingerprint 2>/dev/null)" = "$now" ]; then return 0; fi
  echo 'Building …' >&2
  local log
  log=$(mktemp)
  if ! node_modules/.bin/next build >"$log" 2>&1; then
    cat "$log" >&2
    return 1
  fi
  rm -f "$log"
  node scripts/compress.mjs || return 1
  echo "$now" >.next/.fingerprint
}
