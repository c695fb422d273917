#!/usr/bin/env bash
# Runs everything: lint, types, unit and service tests (against a MariaDB of its own), build, interface tests.
#   test.sh unit [words for Jest]       only Jest       test.sh e2e [words for Playwright]   only the interface tests
#   test.sh changed [REF]               what the changes since REF can touch
#   --keep-going                        to the end; without it the first failure ends the run
# Ends with the plain line "N passed, N failed". scripts/testing/run.ts says what is run in which order.
set -Eeuo pipefail
cd "$(dirname "$0")/.."
. scripts/mariadb.sh
. scripts/prepare.sh
trap 'printf "\nStopped at line %s of scripts/test.sh.\n" "$LINENO" >&2' ERR

export PATH="$PWD/node_modules/.bin:$PATH"
DB_HOME=$PWD/.data/test
mkdir -p "$DB_HOME" && chmod 700 "$DB_HOME"
need_node
install_all mariadb-server:mariadbd chromium-headless-shell:chromium-headless-shell

trap 'trap - EXIT INT TERM ERR; db_stop' EXIT
trap 'exit 130' INT TERM
# A database of an earlier run is thrown away: every run starts from the same nothing.
db_stop_leftover
rm -rf "$DB_HOME/data"
DB_PORT=$(free_port 34210)
# Nothing in it outlives the run: a commit need not wait for the disk.
DB_MORE=(--innodb-flush-log-at-trx-commit=0 --skip-innodb-doublewrite --innodb-flush-method=nosync)
db_start
UNIT_DATABASE_URL=$(db_account fidactyl_unit)
EMPTY_DATABASE_URL=$(db_account fidactyl_empty)
RESTORE_DATABASE_URL=$(db_account fidactyl_restored)
E2E_DATABASES="$(db_account fidactyl_e2e) $(db_account fidactyl_e2e_second)"
DB_SOCKET=$(db_socket)
DEMO_PASSWORD=$(secret "$DB_HOME/demo-password" | cut -c1-12)
NUXT_SESSION_PASSWORD=$(secret "$DB_HOME/session-password")
export UNIT_DATABASE_URL EMPTY_DATABASE_URL RESTORE_DATABASE_URL E2E_DATABASES DB_SOCKET DEMO_PASSWORD NUXT_SESSION_PASSWORD
# The tests sign in hundreds of times.
# Every answer of a server is held against the table of routes.
export NUXT_SESSION_COOKIE_SECURE=false FIDACTYL_SCRYPT_N=1024 FIDACTYL_CHECK_ANSWERS=1
trap - ERR
code=0
tsx scripts/testing/run.ts "$@" || code=$?
exit "$code"
