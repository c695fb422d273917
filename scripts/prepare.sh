# Functions that bring the project to the state it can run in: packages installed, application built.
# Sourced by demo.sh and test.sh, from the project's folder.

# The built server's command. Room for what lives as long as a request: without it a tenth of the server's time goes into
# carrying that along until it is thrown away. `npm start` has the same.
SERVER=(node --max-semi-space-size=32 .output/server/index.mjs)

need_node() {
  command -v node >/dev/null 2>&1 || fail "Node.js 20 is needed and there is no node here. Install it and start again."
  node -e 'const [major, minor] = process.versions.node.split(".").map(Number); process.exit(major === 20 && minor >= 19 ? 0 : 1)' \
    || fail "Node.js 20.19 or a later 20 is needed; this is $(node --version)."
}

# install_packages: npm ci when nothing is installed or the lock file changed since.
install_packages() {
  local lock
  lock=$(cksum <package-lock.json)
  if [ -f node_modules/.lock-sum ] && [ "$(cat node_modules/.lock-sum)" = "$lock" ]; then return 0; fi
  enough_disk 800000 "$PWD"
  say "installing packages with npm ci (a minute or two, once)"
  npm ci --no-progress >.data/npm.log 2>&1 || { tail -n 15 .data/npm.log >&2; fail "npm ci failed; its last lines are above (the whole: .data/npm.log)."; }
  echo "$lock" >node_modules/.lock-sum
}

# install_all PACKAGE:COMMAND...: Debian's packages and npm's side by side, for each waits mostly for its registry.
install_all() {
  mkdir -p .data
  install_packages &
  local npm=$! each
  for each in "$@"; do apt_install "${each%%:*}" "${each##*:}"; done
  wait "$npm"
}

# build_if_stale: builds the application when a source is newer than the last build; of two that come at once, one does.
build_if_stale() {
  mkdir -p .data
  exec 9>.data/build-lock
  flock 9
  build_stale
  exec 9>&-
}
build_stale() {
  local sources="app core server shared public nuxt.config.ts package-lock.json"
  # shellcheck disable=SC2086
  if [ -f .output/built ] && [ -z "$(find $sources -type f -newer .output/built -print -quit)" ]; then return 0; fi
  enough_disk 150000 "$PWD"
  say "building the application (about a minute)"
  rm -rf .output
  # What is edited while it builds is newer than the build.
  touch .data/build-began
  NODE_OPTIONS= node_modules/.bin/nuxt build >.data/build.log 2>&1 9>&- || { tail -n 25 .data/build.log >&2; fail "The build failed; its last lines are above (the whole: .data/build.log)."; }
  touch -r .data/build-began .output/built
}

# wait_for URL PID WHAT: waits until URL answers; fails when the process ends first.
wait_for() {
  local tries=0
  until node -e "fetch(process.argv[1]).then(r => process.exit(r.ok ? 0 : 1), () => process.exit(1))" "$1" 2>/dev/null; do
    kill -0 "$2" 2>/dev/null || return 1
    tries=$((tries + 1))
    [ "$tries" -lt 300 ] || return 1
    sleep 0.1
  done
}
