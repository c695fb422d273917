#!/usr/bin/env bash
# Starts Fidactyl with its demo studio on loopback: installs what is missing, starts MariaDB, migrates, loads, serves.
#   --reset   start over with fresh demo data (asks first; --yes does not ask)
#   --port N  serve on this port; without it 3210, or the next one that is free
#   --dev     serve from source with reloading, for development
set -Eeuo pipefail
cd "$(dirname "$0")/.."
. scripts/mariadb.sh
. scripts/prepare.sh
trap 'printf "\nStopped at line %s of scripts/demo.sh.\n" "$LINENO" >&2' ERR

PORT=${FIDACTYL_PORT:-} RESET= YES= DEV=
while [ $# -gt 0 ]; do
  case "$1" in
    --reset) RESET=1 ;;
    --yes) YES=1 ;;
    --dev) DEV=1 ;;
    --port) PORT=${2:-}; [ -n "$PORT" ] || fail "--port takes a number from 1 to 65535."; shift ;;
    *) fail "Unknown option $1. Known: --reset --yes --port N --dev" ;;
  esac
  shift
done
# A port that was asked for is that one or none; else the next free one will do.
ASKED=$PORT PORT=${PORT:-3210}
[[ "$PORT" =~ ^[0-9]+$ ]] && [ "$PORT" -ge 1 ] && [ "$PORT" -le 65535 ] || fail "--port takes a number from 1 to 65535."

DB_HOME=$PWD/.data/demo
enough_disk 20000 "$DB_HOME"
chmod 700 "$DB_HOME"

echo "Fidactyl"
need_node
# Held as long as this command runs: of two starts in one folder the second is told.
exec 8>"$DB_HOME/lock"
if ! flock -n 8; then
  address=$(cat "$DB_HOME/address" 2>/dev/null || true)
  fail "Already running${address:+ at $address}, or just starting. Stop that one first (Ctrl-C in its window, or: kill $(cat "$DB_HOME/demo.pid" 2>/dev/null))."
fi
[ -z "$ASKED" ] || port_is_free "$PORT" || fail "Port $PORT is taken by another program. Choose another one: npm run demo -- --port $((PORT + 1))"

stop_all() {
  trap - EXIT INT TERM ERR
  if [ -n "${SERVER_PID:-}" ]; then { kill -TERM "$SERVER_PID" && wait "$SERVER_PID"; } 2>/dev/null || true; fi
  db_stop
  rm -f "$DB_HOME/demo.pid" "$DB_HOME/address"
}
trap 'stop_all' EXIT
trap 'echo; say "stopping"; stop_all; exit 0' INT TERM
echo $$ >"$DB_HOME/demo.pid"

# step TEXT COMMAND...: says what a command does, and how long it took. A later start has nothing to say.
QUIET=
step() {
  local text=$1 began=${EPOCHREALTIME/[.,]/}; shift
  [ -n "$QUIET" ] || printf '  %s' "$text"
  "$@" || { local code=$?; [ -n "$QUIET" ] || echo; return "$code"; }
  [ -n "$QUIET" ] || { local ms=$(((${EPOCHREALTIME/[.,]/} - began) / 1000)); printf ' (%d.%d s)\n' $((ms / 1000)) $((ms % 1000 / 100)); }
}

if [ -n "${DATABASE_URL:-}" ]; then install_all; else install_all mariadb-server:mariadbd; fi

if [ -n "${DATABASE_URL:-}" ]; then
  say "using the database named by DATABASE_URL; no MariaDB is started"
  [ -z "$RESET" ] || fail "--reset only clears a database that this command started itself; clear yours by hand."
else
  db_stop_leftover
  if [ -n "$RESET" ] && [ -d "$DB_HOME/data" ]; then
    if [ -z "$YES" ]; then
      read -r -p "  Throw away the demo studio with everything entered in it? [y/N] " answer || answer=
      [ "$answer" = y ] || [ "$answer" = Y ] || fail "Nothing was changed."
    fi
    rm -rf "$DB_HOME/data"
  fi
  [ ! -d "$DB_HOME/data/mysql" ] || [ -f "$DB_HOME/unfinished" ] || QUIET=1
fi

# The build, where one is needed, goes on beside what the database needs.
if [ -z "$DEV" ]; then build_if_stale & BUILD_PID=$!; fi

if [ -z "${DATABASE_URL:-}" ]; then
  DB_PORT=$(free_port 33210)
  DB_SAY=${QUIET:-1}
  [ -z "$QUIET" ] || DB_SAY=
  db_start
  DATABASE_URL=$(db_account fidactyl)
  export DATABASE_URL
  # What is loaded first can be loaded again: it need not wait for the disk at every step.
  [ -n "$QUIET" ] || db_sql 'SET GLOBAL innodb_flush_log_at_trx_commit = 0'
fi

step "making the tables and the ladder of drills" node_modules/.bin/tsx bin/migrate.ts || exit 1

DEMO_PASSWORD=$(secret "$DB_HOME/demo-password" | cut -c1-12)
export DEMO_PASSWORD
loaded=0
if [ -n "$QUIET" ]; then
  # Nobody's database is loaded into twice.
  loaded=3
else
  step "loading the demo studio" node_modules/.bin/tsx bin/load-demo.ts || loaded=$?
fi
[ "$loaded" -eq 0 ] || [ "$loaded" -eq 3 ] || fail "The demo data could not be loaded (see above). Start over with: npm run demo -- --reset"
if [ -n "${DB_PID:-}" ]; then
  db_sql 'SET GLOBAL innodb_flush_log_at_trx_commit = 1; FLUSH LOGS'
  db_finished
fi
if [ -z "$DEV" ]; then wait "$BUILD_PID" || exit 1; fi

NUXT_SESSION_PASSWORD=$(secret "$DB_HOME/session-password")
# Plain http on loopback: the browser would not send back a cookie marked Secure everywhere.
export NUXT_SESSION_PASSWORD NUXT_SESSION_COOKIE_SECURE=false HOST=127.0.0.1 NITRO_HOST=127.0.0.1

# serve_on PORT: starts the server there; fails when it ends before it listens, as where somebody took the port meanwhile.
serve_on() {
  export PORT=$1 NITRO_PORT=$1
  : >"$DB_HOME/server.log"
  if [ -n "$DEV" ]; then
    node_modules/.bin/nuxt dev --host 127.0.0.1 --port "$1" 8>&- &
    SERVER_PID=$!
    wait_for "http://127.0.0.1:$1/api/health" "$SERVER_PID"
    return
  fi
  # A log is for its owner only.
  (umask 077; NODE_ENV=production exec "${SERVER[@]}" >"$DB_HOME/server.log" 2>&1 8>&-) &
  SERVER_PID=$!
  # By its own log: another server might answer at this address.
  until grep -q 'Listening on' "$DB_HOME/server.log" 2>/dev/null; do
    kill -0 "$SERVER_PID" 2>/dev/null || return 1
    sleep 0.1
  done
  wait_for "http://127.0.0.1:$1/api/health" "$SERVER_PID"
}
tries=0
[ -n "$ASKED" ] || PORT=$(free_port "$PORT")
until serve_on "$PORT"; do
  tries=$((tries + 1))
  if [ -n "$ASKED" ] || [ "$tries" -gt 5 ] || ! grep -q EADDRINUSE "$DB_HOME/server.log"; then
    tail -n 10 "$DB_HOME/server.log" >&2 2>/dev/null
    fail "The server did not come up; its last lines are above."
  fi
  PORT=$(free_port $((PORT + 1)))
done
ADDRESS=http://127.0.0.1:$PORT
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
