#!/usr/bin/env bash
# Measures speed and prints a table: realising, frames in Chromium, size of the first page, the API against a bare handler.
#   bench.sh load [MINUTES]   p50/p95/p99 at 1, 10, 50, 100 clients, mixed reading and writing; decay over the minutes (5)
#   bench.sh attack           a teacher's answers while strangers guess passwords and send the worst drills
#   bench.sh history          pages at ten thousand, a hundred thousand and a million events
#   bench.sh backup [EVENTS]  a studio's backup and restore (1,000,000 events) beside the database's own
#   bench.sh soak [MINUTES]   memory under load (60)
#   bench.sh tests            the times of the last whole run of the tests beside those of the one before
# SERVER_ARGS are further options of Node for the server, such as --cpu-prof.
set -Eeuo pipefail
cd "$(dirname "$0")/.."
. scripts/mariadb.sh
. scripts/prepare.sh
export PATH="$PWD/node_modules/.bin:$PATH"
PART=${1:-speed}
if [ "$PART" = tests ]; then exec tsx bench/tests.ts; fi
[[ "$PART" =~ ^(speed|load|attack|history|backup|soak)$ ]] || fail "Unknown part $PART. Known: load attack history backup soak tests"
# One home a part, so that two may run side by side.
DB_HOME=$PWD/.data/bench-$PART
mkdir -p "$DB_HOME" && chmod 700 "$DB_HOME"
need_node
install_packages
apt_install mariadb-server mariadbd
[ "$PART" != speed ] || apt_install chromium-headless-shell chromium-headless-shell
build_if_stale

PIDS=()
stop_all() {
  trap - EXIT INT TERM
  for pid in "${PIDS[@]:-}"; do [ -n "$pid" ] && kill -TERM "$pid" 2>/dev/null || true; done
  db_stop
}
trap stop_all EXIT
trap 'stop_all; exit 130' INT TERM
db_stop_leftover
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
NITRO_HOST=127.0.0.1 NITRO_PORT=$PORT_APP "${SERVER[0]}" ${SERVER_ARGS:-} "${SERVER[@]:1}" >"$DB_HOME/server.log" 2>&1 & PIDS+=($!)
tsx bench/bare-server.ts & PIDS+=($!)
wait_for "http://127.0.0.1:$PORT_APP/api/health" "${PIDS[0]}" || fail "The server did not come up; see $DB_HOME/server.log."
sleep 3
export E2E_ADDRESS=http://127.0.0.1:$PORT_APP BARE_ADDRESS=http://127.0.0.1:$BARE_PORT SERVER_PID=${PIDS[0]} DATABASE_PID=$DB_PID
case "$PART" in
  speed) SCRIPT=bench; say "measuring (about a minute)" ;;
  backup) SCRIPT=backup; say "measuring (some minutes)"; RESTORE_DATABASE_URL=$(db_account fidactyl_restored); export RESTORE_DATABASE_URL; DATABASE_URL=$RESTORE_DATABASE_URL tsx bin/migrate.ts ;;
  history) SCRIPT=history; say "measuring (some minutes)" ;;
  attack) SCRIPT=attack; say "measuring" ;;
  *) SCRIPT=load; say "measuring" ;;
esac
# Bundled as the browser gets it: run from source, the loader's wrapping of every function would be measured too.
vite build --config bench/vite.config.ts --ssr "bench/$SCRIPT.ts" --outDir "$DB_HOME/js" --emptyOutDir --logLevel error
shift || true
node "$DB_HOME/js/$SCRIPT.js" "$PART" "$@"
