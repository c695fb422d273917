#!/usr/bin/env bash
# Checks the types of the core on its own (no DOM, no Node), then of the app, then of server, tools and tests.
set -e
cd "$(dirname "$0")/.."
export PATH="$PWD/node_modules/.bin:$PATH"
[ -f .nuxt/tsconfig.server.json ] || nuxt prepare >/dev/null 2>&1
tsc -p tsconfig.core.json
vue-tsc --noEmit -p .nuxt/tsconfig.app.json
tsc -p tsconfig.tools.json
