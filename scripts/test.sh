#!/usr/bin/env bash
# Runs everything: lint, types, unit and service tests (against a MariaDB of its own), build, interface tests.
#   test.sh unit   only lint-free Jest     test.sh e2e   only the build and the interface tests
# Ends with the plain line "N passed, N failed".
set -Eeuo pipefail
cd "$(dirname "$0")/.."
. scripts/mariadb.sh
. scripts/prepare.sh
trap 'printf "\nStopped at line %s of scripts/test.sh.\n" "$LINENO" >&2' ERR
ONLY=${1:-all}
[[ "$ONLY" =~ ^(all|unit|e2e)$ ]] || fail "Unknown part $ONLY. Known: unit e2e"

export PATH="$PWD/node_modules/.bin:$PATH"
mkdir -p .data
RESULTS=$PWD/.data/results
rm -rf "$RESULTS" && mkdir -p "$RESULTS"
DB_HOME=$PWD/.data/test
mkdir -p "$DB_HOME" && chmod 700 "$DB_HOME"

need_node
install_packages
apt_install mariadb-server mariadbd
[ "$ONLY" = unit ] || apt_install chromium chromium

stop_all() {
  trap - EXIT INT TERM ERR
  local pid
  for pid in "${JEST_PID:-}" "${SHARD_PID:-}" "${SERVER_PIDS[@]}"; do
    if [ -n "$pid" ]; then { kill -TERM "$pid" && wait "$pid"; } 2>/dev/null || true; fi
  done
  db_stop
}
SERVER_PIDS=()
trap stop_all EXIT
trap 'stop_all; exit 130' INT TERM

# check NAME COMMAND...: runs a check of its own and keeps whether it passed.
check() {
  local name=$1; shift
  echo "== $name"
  if "$@"; then echo "$name passed" >>"$RESULTS/checks"; else echo "$name failed" >>"$RESULTS/checks"; fi
}

# A database of an earlier run is thrown away: every run starts from the same nothing.
if db_running; then
  db_admin shutdown >/dev/null 2>&1 || true
  for _ in $(seq 100); do db_running || break; sleep 0.1; done
fi
rm -rf "$DB_HOME/data"
DB_PORT=$(free_port 34210)
db_start

# Everything, also what takes long; while one works (test:unit) a part of the random drills is enough.
[ "$ONLY" != all ] || export TESTS=long

# Jest works beside what follows up to the journeys, which wait for nobody's answer longer than they must. Each project
# runs in one process of its own: tests that end processes on purpose would take a worker of Jest with them.
jest_project() {
  check "jest-$1" env NODE_OPTIONS="--experimental-vm-modules --disable-warning=ExperimentalWarning" \
    jest --selectProjects "$1" --runInBand --json --outputFile="$RESULTS/jest-$1.json" --silent=false
}
run_jest() {
  local unit empty restored
  unit=$(db_account fidactyl_unit)
  empty=$(db_account fidactyl_empty)
  restored=$(db_account fidactyl_restored)
  DATABASE_URL=$unit tsx bin/migrate.ts
  jest_project core >"$RESULTS/jest-core.log" 2>&1 &
  local core=$!
  DATABASE_URL=$unit EMPTY_DATABASE_URL=$empty RESTORE_DATABASE_URL=$restored jest_project server
  wait "$core"
  cat "$RESULTS/jest-core.log"
}
if [ "$ONLY" = unit ]; then run_jest; fi
if [ "$ONLY" = all ]; then
  say "the unit and service tests run beside what follows; what they say is told when both are done"
  secret "$DB_HOME/password" >/dev/null
  run_jest >"$RESULTS/jest.log" 2>&1 &
  JEST_PID=$!
  nuxt prepare >/dev/null 2>&1 || fail "nuxt prepare failed; run it by hand to see why."
  check types bash scripts/types.sh
  check lint eslint .
  check unused knip
  check format prettier --check --log-level warn .
fi

# serve NUMBER DATABASE_URL: the application on a database and a free port of its own, which is put into E2E_PORT.
serve() {
  E2E_PORT=$(free_port $((35210 + $1)))
  DATABASE_URL=$2 NITRO_HOST=127.0.0.1 NITRO_PORT=$E2E_PORT NODE_ENV=production "${SERVER[@]}" >"$RESULTS/server-$1.log" 2>&1 &
  SERVER_PIDS+=($!)
  wait_for "http://127.0.0.1:$E2E_PORT/api/health" $! || { tail -n 20 "$RESULTS/server-$1.log" >&2; fail "The server for the interface tests did not come up; its last lines are above."; }
}

# journeys NUMBER PORT DATABASE_URL: one half of the interface tests, against a server and a studio of its own.
journeys() {
  check "playwright-$1" env E2E_PORT="$2" DATABASE_URL="$3" PLAYWRIGHT_JSON_OUTPUT_NAME="$RESULTS/playwright-$1.json" \
    playwright test --shard="$1/2" --output="$RESULTS/playwright-$1"
}

if [ "$ONLY" != unit ]; then
  # The ladder takes half a minute: it is built while the application is.
  FIRST=$(db_account fidactyl_e2e)
  DATABASE_URL=$FIRST tsx bin/migrate.ts
  DATABASE_URL=$FIRST tsx bin/ladder.ts &
  LADDER_PID=$!
  check build build_if_stale
  wait "$LADDER_PID" || fail "The ladder could not be built (see above)."
  if [ -n "${JEST_PID:-}" ]; then
    wait "$JEST_PID" || echo "jest failed" >>"$RESULTS/checks"
    JEST_PID=
    cat "$RESULTS/jest.log"
  fi
  DEMO_PASSWORD=$(secret "$DB_HOME/demo-password" | cut -c1-12)
  NUXT_SESSION_PASSWORD=$(secret "$DB_HOME/session-password")
  export DEMO_PASSWORD NUXT_SESSION_PASSWORD NUXT_SESSION_COOKIE_SECURE=false
  say "loading the demo studio for the interface tests"
  DATABASE_URL=$FIRST tsx bin/load-demo.ts
  # The journeys of one half would meet those of the other in the demo's studio: each half has a copy to itself.
  SECOND=$(db_account fidactyl_e2e_second)
  mariadb-dump --no-defaults --socket="$(db_socket)" fidactyl_e2e | mariadb --no-defaults --socket="$(db_socket)" fidactyl_e2e_second
  serve 1 "$FIRST"
  FIRST_PORT=$E2E_PORT
  serve 2 "$SECOND"
  journeys 2 "$E2E_PORT" "$SECOND" >"$RESULTS/journeys-2.log" 2>&1 &
  SHARD_PID=$!
  journeys 1 "$FIRST_PORT" "$FIRST"
  wait "$SHARD_PID"
  SHARD_PID=
  cat "$RESULTS/journeys-2.log"
fi

trap - ERR
node scripts/tally.mjs "$RESULTS"
