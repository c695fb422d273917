#!/usr/bin/env bash
# Asks the core tens of thousands of odd and heavy drills: none may throw, take over a second of work or fill 300 MB.
#   fuzz.sh [files] [COUNT] [SEED]   with files: has it read broken files instead
set -Eeuo pipefail
cd "$(dirname "$0")/.."
. scripts/mariadb.sh
. scripts/prepare.sh
mkdir -p .data
need_node
install_packages
# Bundled as the server gets it: run from source, the loader's wrapping of every function would be measured too.
node_modules/.bin/vite build --ssr bin/fuzz.ts --outDir .data/fuzz --emptyOutDir --logLevel error
exec node --max-old-space-size=300 --max-semi-space-size=32 .data/fuzz/fuzz.js "$@"
