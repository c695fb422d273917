#!/usr/bin/env bash
# Starts Fidactyl with its demo studio on loopback: installs what is missing, starts MariaDB, migrates, loads, serves.
#   --reset   start over with fresh demo data (asks first; --yes does not ask)
#   --port N  serve on another port (default 3210)
#   --dev     serve from source with reloading, for development
set -Eeuo pipefail
cd "$(dirname "$0")/.."
. scripts/mariadb.sh
. scripts/prepare.sh
trap 'printf "\nStopped at line %s of scripts/demo.sh.\n" "$LINENO" >&2' ERR

PORT=${FIDACTYL_PORT:-3210} RESET= YES= DEV=
while [ $# -gt 0 ]; do
  case "$1" in
    --reset) RESET=1 ;;
    --yes) YES=1 ;;
    --dev) DEV=1 ;;
    --port) PORT=${2:-}; shift ;;
    *) fail "Unknown option $1. Known: --reset --yes --port N --dev" ;;
  esac
  shift
done
[[ "$PORT" =~ ^[0-9]+$ ]] && [ "$PORT" -ge 1 ] && [ "$PORT" -le 65535 ] || fail "--port takes a number from 1 to 65535."

DB_HOME=$PWD/.data/demo
enough_disk 20000 "$DB_HOME"
chmod 700 "$DB_HOME"

echo "Fidactyl"
need_node
if [ -f "$DB_HOME/demo.pid" ] && kill -0 "$(cat "$DB_HOME/demo.pid")" 2>/dev/null; then
  fail "Already running at $(cat "$DB_HOME/address" 2>/dev/null). Stop that one first (Ctrl-C in its window, or: kill $(cat "$DB_HOME/demo.pid"))."
fi
port_is_free "$PORT" || fail "Port $PORT is taken by another program. Choose another one: npm run demo -- --port $((PORT + 1))"

stop_all() {
  trap - EXIT INT TERM ERR
  if [ -n "${SERVER_PID:-}" ]; then { kill -TERM "$SERVER_PID" && wait "$SERVER_PID"; } 2>/dev/null || true; fi
  db_stop
  rm -f "$DB_HOME/demo.pid" "$DB_HOME/address"
}
trap 'stop_all' EXIT
trap 'echo; say "stopping"; stop_all; exit 0' INT TERM
echo $$ >"$DB_HOME/demo.pid"

[ -n "${DATABASE_URL:-}" ] || apt_install mariadb-server mariadbd
install_packages
[ -n "$DEV" ] || build_if_stale

if [ -n "${DATABASE_URL:-}" ]; then
  say "using the database named by DATABASE_URL; no MariaDB is started"
  [ -z "$RESET" ] || fail "--reset only clears a database that this command started itself; clear yours by hand."
else
  if db_running; then
    say "a MariaDB left over from an earlier run is still up: stopping it"
    db_admin shutdown >/dev/null 2>&1 || true
    for _ in $(seq 100); do db_running || break; sleep 0.1; done
    db_running && fail "The left-over MariaDB (process $(cat "$DB_HOME/m.pid")) does not stop. End it by hand and start again."
  fi
  if [ -n "$RESET" ] && [ -d "$DB_HOME/data" ]; then
    if [ -z "$YES" ]; then
      read -r -p "  Throw away the demo studio with everything entered in it? [y/N] " answer || answer=
      [ "$answer" = y ] || [ "$answer" = Y ] || fail "Nothing was changed."
    fi
    rm -rf "$DB_HOME/data"
  fi
  DB_PORT=$(free_port 33210)
  db_start
  DATABASE_URL=$(db_account fidactyl)
  export DATABASE_URL
fi

say "bringing the database to the present form"
node_modules/.bin/tsx bin/migrate.ts || exit 1

say "building the ladder of drills where it is missing (half a minute)"
node_modules/.bin/tsx bin/ladder.ts --if-missing || exit 1

DEMO_PASSWORD=$(secret "$DB_HOME/demo-password" | cut -c1-12)
say "loading the demo studio if there is none"
loaded=0
DEMO_PASSWORD=$DEMO_PASSWORD node_modules/.bin/tsx bin/load-demo.ts || loaded=$?
[ "$loaded" -eq 0 ] || [ "$loaded" -eq 3 ] || fail "The demo data could not be loaded (see above). Start over with: npm run demo -- --reset"
db_finished

NUXT_SESSION_PASSWORD=$(secret "$DB_HOME/session-password")
# Plain http on loopback: the browser would not send back a cookie marked Secure everywhere.
export NUXT_SESSION_PASSWORD NUXT_SESSION_COOKIE_SECURE=false HOST=127.0.0.1 PORT NITRO_HOST=127.0.0.1 NITRO_PORT=$PORT
ADDRESS=http://127.0.0.1:$PORT
say "serving"
if [ -n "$DEV" ]; then
  node_modules/.bin/nuxt dev --host 127.0.0.1 --port "$PORT" &
else
  # A log is for its owner only.
  (umask 077; NODE_ENV=production exec "${SERVER[@]}" >"$DB_HOME/server.log" 2>&1) &
fi
SERVER_PID=$!
wait_for "$ADDRESS/api/health" "$SERVER_PID" || { tail -n 10 "$DB_HOME/server.log" >&2 2>/dev/null; fail "The server did not come up; its last lines are above."; }
echo "$ADDRESS" >"$DB_HOME/address"

printf '\n  Open %s\n' "$ADDRESS"
STUDIO_AT=$(echo "$DATABASE_URL" | sed 's/127\.0\.0\.1:[0-9]*/loopback/' | cksum)
[ "$loaded" -ne 0 ] || echo "$STUDIO_AT" >"$DB_HOME/demo-loaded"
# The sign-ins are those of the demo studio: said only where this command loaded it.
if [ "$STUDIO_AT" = "$(cat "$DB_HOME/demo-loaded" 2>/dev/null)" ]; then
  echo "  Sign in as   wren   (owner, nine students)   password  $DEMO_PASSWORD"
  echo "          or   ivo    (teacher, one student)   password  $DEMO_PASSWORD"
fi
if [ -n "${DB_PID:-}" ]; then echo "  Ctrl-C stops it; the data stays in .data/demo."; else echo "  Ctrl-C stops it; the data stays in your database."; fi
# Whichever ends first ends the other: a server without its database would only refuse.
wait -n "$SERVER_PID" ${DB_PID:+"$DB_PID"} || true
if [ -n "${DB_PID:-}" ] && ! kill -0 "$DB_PID" 2>/dev/null; then
  tail -n 5 "$DB_HOME/error.log" >&2
  fail "MariaDB ended by itself; its last lines are above (a full disk does that). What was saved is kept: start again with npm run demo."
fi
tail -n 10 "$DB_HOME/server.log" >&2 2>/dev/null
fail "The server ended by itself; its last lines are above (the whole log: $DB_HOME/server.log). Start again with npm run demo."
