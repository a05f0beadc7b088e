# Finds Debian's Chromium, and installs it where that can be done. Sourced by the others.
find_chromium() {
  export CHROMIUM=${CHROMIUM:-$(command -v chromium || command -v chromium-browser || true)}
  if [ -n "$CHROMIUM" ]; then return 0; fi
  if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
    echo 'Installing Chromium …' >&2
    apt-get update -qq >&2 && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium >/dev/null || return 1
    CHROMIUM=$(command -v chromium)
    return 0
  fi
  echo 'The browser tests need Chromium: as root, apt-get install chromium; or set CHROMIUM to a program.' >&2
  return 1
}
