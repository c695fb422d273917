#!/usr/bin/env bash
# Breaks the program on purpose and prints the breaks no test sees: mutate.sh FOLDER... [MOST] [--short]; see bin/mutate.ts.
set -Eeuo pipefail
cd "$(dirname "$0")/.."
. scripts/mariadb.sh
. scripts/prepare.sh
export PATH="$PWD/node_modules/.bin:$PATH"
DB_HOME=$PWD/.data/mutate
mkdir -p "$DB_HOME" && chmod 700 "$DB_HOME"
need_node
install_packages
# Services are tested against a MariaDB.
if [[ " $* " = *" server"* ]]; then
  apt_install mariadb-server mariadbd
  trap db_stop EXIT
  trap 'exit 130' INT TERM
  db_stop_leftover
  rm -rf "$DB_HOME/data"
  DB_PORT=$(free_port 41210)
  DB_MORE=(--innodb-flush-log-at-trx-commit=0 --skip-innodb-doublewrite)
  db_start
  DATABASE_URL=$(db_account fidactyl_unit)
  EMPTY_DATABASE_URL=$(db_account fidactyl_empty)
  RESTORE_DATABASE_URL=$(db_account fidactyl_restored)
  export DATABASE_URL EMPTY_DATABASE_URL RESTORE_DATABASE_URL FIDACTYL_SCRYPT_N=1024
  tsx bin/migrate.ts
fi
tsx bin/mutate.ts "$@"
