#!/bin/sh
# dev.sh runs the server beside Vite: http://127.0.0.1:5173 shows the interface as its files are saved, and the server
# is built anew and restarted when a file of Go or SQL changes. Ctrl-C stops both.
set -u
address=${URNCLOTH_ADDRESS:-127.0.0.1:8080}
mkdir -p ui/dist bin
[ -e ui/dist/index.html ] || : >ui/dist/.gitkeep
server=
stop() {
  trap - INT TERM EXIT
  [ -n "$server" ] && kill "$server" 2>/dev/null && wait "$server" 2>/dev/null
  kill "$vite" 2>/dev/null
  exit 0
}
(cd ui && exec npx --no-install vite --strictPort) &
vite=$!
trap stop INT TERM EXIT
newest() {
  find cmd core internal demo ui/embed.go go.mod -type f \
    \( -name '*.go' -o -name '*.sql' -o -name '*.json' -o -name go.mod \) -newer bin/.built 2>/dev/null | head -1
}
while :; do
  if [ ! -e bin/.built ] || [ -n "$(newest)" ]; then
    touch bin/.built
    if ${GO:-go} build -o bin/urncloth-dev ./cmd/urncloth; then
      if [ -n "$server" ]; then
        kill "$server" 2>/dev/null
        wait "$server" 2>/dev/null
      fi
      URNCLOTH_ADDRESS=$address bin/urncloth-dev serve $([ -n "${DATABASE_URL:-}" ] || echo --demo) &
      server=$!
      echo "The interface, reloading: http://127.0.0.1:5173"
    fi
  fi
  sleep 1
done
