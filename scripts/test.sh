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
  if [ -n "${SERVER_PID:-}" ]; then { kill -TERM "$SERVER_PID" && wait "$SERVER_PID"; } 2>/dev/null || true; fi
  db_stop
}
trap stop_all EXIT
trap 'stop_all; exit 130' INT TERM

# check NAME COMMAND...: runs a check of its own and keeps whether it passed.
check() {
  local name=$1; shift
  echo "== $name"
  if "$@"; then echo "$name passed" >>"$RESULTS/checks"; else echo "$name failed" >>"$RESULTS/checks"; fi
}

if [ "$ONLY" = all ]; then
  # Everything, also what takes long; while one works (test:unit) a part of the random drills is enough.
  export TESTS=long
  nuxt prepare >/dev/null 2>&1 || fail "nuxt prepare failed; run it by hand to see why."
  check types bash scripts/types.sh
  check lint eslint .
  check unused knip
  check format prettier --check --log-level warn .
fi

# A database of an earlier run is thrown away: every run starts from the same nothing.
if db_running; then
  db_admin shutdown >/dev/null 2>&1 || true
  for _ in $(seq 100); do db_running || break; sleep 0.1; done
fi
rm -rf "$DB_HOME/data"
DB_PORT=$(free_port 34210)
db_start

if [ "$ONLY" != e2e ]; then
  DATABASE_URL=$(db_account fidactyl_unit)
  DATABASE_URL=$DATABASE_URL tsx bin/migrate.ts
  EMPTY_DATABASE_URL=$(db_account fidactyl_empty)
  check jest env DATABASE_URL="$DATABASE_URL" EMPTY_DATABASE_URL="$EMPTY_DATABASE_URL" NODE_OPTIONS="--experimental-vm-modules --disable-warning=ExperimentalWarning" \
    jest --json --outputFile="$RESULTS/jest.json" --silent=false
fi

if [ "$ONLY" != unit ]; then
  # The ladder takes half a minute: it is built while the application is.
  E2E_DATABASE_URL=$(db_account fidactyl_e2e)
  DATABASE_URL=$E2E_DATABASE_URL tsx bin/migrate.ts
  DATABASE_URL=$E2E_DATABASE_URL tsx bin/ladder.ts &
  LADDER_PID=$!
  check build build_if_stale
  wait "$LADDER_PID" || fail "The ladder could not be built (see above)."
  DATABASE_URL=$E2E_DATABASE_URL
  DEMO_PASSWORD=$(secret "$DB_HOME/demo-password" | cut -c1-12)
  NUXT_SESSION_PASSWORD=$(secret "$DB_HOME/session-password")
  export DATABASE_URL DEMO_PASSWORD NUXT_SESSION_PASSWORD NUXT_SESSION_COOKIE_SECURE=false
  say "loading the demo studio for the interface tests"
  tsx bin/load-demo.ts
  E2E_PORT=$(free_port 35210)
  export E2E_PORT
  NITRO_HOST=127.0.0.1 NITRO_PORT=$E2E_PORT NODE_ENV=production node .output/server/index.mjs >"$RESULTS/server.log" 2>&1 &
  SERVER_PID=$!
  wait_for "http://127.0.0.1:$E2E_PORT/api/health" "$SERVER_PID" || { tail -n 20 "$RESULTS/server.log" >&2; fail "The server for the interface tests did not come up; its last lines are above."; }
  check playwright env PLAYWRIGHT_JSON_OUTPUT_NAME="$RESULTS/playwright.json" playwright test
fi

trap - ERR
node scripts/tally.mjs "$RESULTS"
