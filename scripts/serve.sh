# Starts the built application on PORT (3000 unless set). Sourced after install.sh and build.sh.
serve() {
  local port=${PORT:-3000}
  exec node_modules/.bin/next start --port "$port"
}

print_address() {
  echo
  echo "  Vicenda is at http://localhost:${PORT:-3000}"
  echo "  $1"
  echo
}
