# Finds Debian's poppler, with which tests read PDFs back, and installs it where that can be done. Sourced by the others.
find_poppler() {
  if command -v pdftotext >/dev/null && command -v pdftoppm >/dev/null; then return 0; fi
  if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
    echo 'Installing poppler …' >&2
    apt-get update -qq >&2 && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq poppler-utils >/dev/null
    return
  fi
  echo 'The tests of PDFs need pdftotext and pdftoppm: as root, apt-get install poppler-utils.' >&2
  return 1
}
