#!/usr/bin/env bash
# Ends server, database or both by force at random while devices put down events, again and again; counts what was lost.
#   crash.sh [ROUNDS]   200 when left out; about two seconds a round. Not part of the tests.
set -Eeuo pipefail
cd "$(dirname "$0")/.."
. scripts/mariadb.sh
. scripts/prepare.sh
export PATH="$PWD/node_modules/.bin:$PATH"
DB_HOME=$PWD/.data/crash
mkdir -p "$DB_HOME" && chmod 700 "$DB_HOME"
need_node
install_packages
apt_install mariadb-server mariadbd
build_if_stale
db_stop_leftover
rm -rf "$DB_HOME/data"
DB_PORT=$(free_port 39210)
db_start
DATABASE_URL=$(db_account fidactyl_crash)
NUXT_SESSION_PASSWORD=$(secret "$DB_HOME/session-password")
PORT_APP=$(free_port 40210)
export DATABASE_URL NUXT_SESSION_PASSWORD PORT_APP NUXT_SESSION_COOKIE_SECURE=false
tsx bin/migrate.ts
db_stop
# From here on the trial starts and ends the database itself, by the same command.
DB_COMMAND=$(db_command)
export DB_COMMAND
trap 'pkill -KILL -f "datadir=$DB_HOME/data" 2>/dev/null || true' EXIT
vite build --config bench/vite.config.ts --ssr bench/crash.ts --outDir "$DB_HOME/js" --emptyOutDir --logLevel error
say "ending things by force"
node "$DB_HOME/js/crash.js" "$@"
