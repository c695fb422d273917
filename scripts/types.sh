#!/usr/bin/env bash
# Checks types: of the core on its own (no DOM, no Node), of server, tools and tests, and of the app.
#   types.sh [core] [tools] [app]      without words all three
set -e
cd "$(dirname "$0")/.."
export PATH="$PWD/node_modules/.bin:$PATH"
[ -f .nuxt/tsconfig.server.json ] || nuxt prepare >/dev/null 2>&1
# The compiler that is native code reads no Vue; vue-tsc needs the one that is written in JavaScript.
native=node_modules/typescript-native/bin/tsc
mkdir -p .data/types
for program in "${@:-core tools app}"; do
  for each in $program; do
    case $each in
      core | tools) $native -p "tsconfig.$each.json" ;;
      # What a run before found is kept: only what has changed since is checked anew.
      app) vue-tsc --noEmit -p .nuxt/tsconfig.app.json --incremental --tsBuildInfoFile .data/types/app.tsbuildinfo ;;
      *) echo "Unknown program $each. Known: core tools app" >&2 && exit 2 ;;
    esac
  done
done
