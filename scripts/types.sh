#!/usr/bin/env bash
# Checks the types of the core on its own (no DOM, no Node), then of the application, server and tools.
set -e
cd "$(dirname "$0")/.."
export PATH="$PWD/node_modules/.bin:$PATH"
tsc -p tsconfig.core.json
nuxt prepare >/dev/null 2>&1
vue-tsc --noEmit -p .nuxt/tsconfig.app.json
tsc --noEmit -p .nuxt/tsconfig.server.json
tsc -p tsconfig.tools.json
