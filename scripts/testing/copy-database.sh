#!/usr/bin/env bash
# Copies one database of the tests' own server into another: copy-database.sh FROM_URL TO_URL
set -Eeuo pipefail
name_of() { echo "${1##*/}"; }
mariadb-dump --no-defaults --socket="$DB_SOCKET" "$(name_of "$1")" | mariadb --no-defaults --socket="$DB_SOCKET" "$(name_of "$2")"
