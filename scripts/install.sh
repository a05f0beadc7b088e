# Installs the packages of package-lock.json where they are missing or out of date. Sourced by the others.
cd "$(dirname "${BASH_SOURCE[0]}")/.." || exit 1
export NEXT_TELEMETRY_DISABLED=1

installed() {
  [ -f node_modules/.installed ] && cmp -s package-lock.json node_modules/.installed
}

install() {
  echo 'Installing packages …' >&2
  # Not `npm ci`: it refuses a lockfile made where binaries for other platforms cannot be looked up.
  npm install --no-save --no-audit --no-fund --loglevel=error >&2 || return 1
  cp package-lock.json node_modules/.installed
}

# Two commands started at once on a new checkout install one after the other, not into each other's way.
if ! installed; then
  mkdir -p node_modules
  (
    if command -v flock >/dev/null; then flock 9; fi
    installed || install
  ) 9>node_modules/.installing || exit 1
fi
