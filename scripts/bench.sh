#!/usr/bin/env bash
# Measures speed and prints a table: realising, frames in Chromium, size of the first page, the API against a bare handler.
set -Eeuo pipefail
cd "$(dirname "$0")/.."
. scripts/mariadb.sh
. scripts/prepare.sh
export PATH="$PWD/node_modules/.bin:$PATH"
DB_HOME=$PWD/.data/bench
mkdir -p "$DB_HOME" && chmod 700 "$DB_HOME"
need_node
install_packages
apt_install mariadb-server mariadbd
apt_install chromium chromium
build_if_stale

PIDS=()
stop_all() {
  trap - EXIT INT TERM
  for pid in "${PIDS[@]:-}"; do [ -n "$pid" ] && kill -TERM "$pid" 2>/dev/null || true; done
  db_stop
}
trap stop_all EXIT
trap 'stop_all; exit 130' INT TERM
if db_running; then db_admin shutdown >/dev/null 2>&1 || true; sleep 2; fi
rm -rf "$DB_HOME/data"
DB_PORT=$(free_port 36210)
db_start
DATABASE_URL=$(db_account fidactyl_bench)
DEMO_PASSWORD=$(secret "$DB_HOME/demo-password" | cut -c1-12)
NUXT_SESSION_PASSWORD=$(secret "$DB_HOME/session-password")
export DATABASE_URL DEMO_PASSWORD NUXT_SESSION_PASSWORD NUXT_SESSION_COOKIE_SECURE=false NODE_ENV=production
tsx bin/migrate.ts
say "loading the demo studio"
tsx bin/load-demo.ts
PORT_APP=$(free_port 37210)
BARE_PORT=$(free_port 38210)
export BARE_PORT
NITRO_HOST=127.0.0.1 NITRO_PORT=$PORT_APP node .output/server/index.mjs >"$DB_HOME/server.log" 2>&1 & PIDS+=($!)
tsx bench/bare-server.ts & PIDS+=($!)
wait_for "http://127.0.0.1:$PORT_APP/api/health" "${PIDS[0]}" || fail "The server did not come up; see $DB_HOME/server.log."
sleep 3
export E2E_ADDRESS=http://127.0.0.1:$PORT_APP BARE_ADDRESS=http://127.0.0.1:$BARE_PORT
say "measuring (about a minute)"
# Bundled as the browser gets it: run from source, the loader's wrapping of every function would be measured too.
vite build --ssr bench/bench.ts --outDir .data/bench/js --emptyOutDir --logLevel error
node .data/bench/js/bench.js
