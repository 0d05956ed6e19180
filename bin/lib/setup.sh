# Sourced by the scripts in bin/: makes what is missing or stale, skips what has not changed.
# A stamp in .stamps/ holds the hash of what a step was made from.

cd "$(dirname "${BASH_SOURCE[0]}")/../.." || exit 1
ROOT=$PWD
PYTHON=$ROOT/.venv/bin/python
STAMPS=$ROOT/.stamps
mkdir -p "$STAMPS"

say() { printf '%s\n' "$*" >&2; }
die() { say "$*"; exit 1; }

# fresh NAME HASH: true when step NAME was last made from HASH.
fresh() { [ "$(cat "$STAMPS/$1" 2>/dev/null)" = "$2" ]; }
stamp() { printf '%s' "$2" >"$STAMPS/$1"; }
hash_of() { find "$@" -type f -print0 | LC_ALL=C sort -z | xargs -0 sha256sum | sha256sum | cut -c1-64; }

find_python() {
  local candidate
  for candidate in python3 python3.14 python3.13 python3.12 python3.11; do
    if command -v "$candidate" >/dev/null &&
      "$candidate" -c 'import sys; sys.exit(sys.version_info < (3, 11))' 2>/dev/null; then
      printf '%s' "$candidate"
      return
    fi
  done
  die "Hembit needs Python 3.11 or newer; none was found. On Debian: apt install python3 python3-venv"
}

# ensure_python app|dev: a virtual environment with the locked packages.
ensure_python() {
  local locks=(requirements/app.lock) want
  [ "$1" = dev ] && locks+=(requirements/dev.lock)
  want=$(hash_of requirements/app.lock requirements/dev.lock)
  if [ -x "$PYTHON" ] && { fresh python-dev "$want" || { [ "$1" = app ] && fresh python-app "$want"; }; }; then
    return
  fi
  if ! "$PYTHON" -c '' 2>/dev/null; then
    say "Making a virtual environment in .venv"
    "$(find_python)" -m venv --clear .venv ||
      die "Could not make a virtual environment. On Debian: apt install python3-venv"
  fi
  say "Installing the locked Python packages ($1)"
  "$PYTHON" -m pip install --quiet --disable-pip-version-check --require-hashes \
    "${locks[@]/#/--requirement=}" >"$STAMPS/pip.log" 2>&1 ||
    { cat "$STAMPS/pip.log" >&2; die "Installing the Python packages failed; see above."; }
  stamp "python-$1" "$want"
}

ensure_node_modules() {
  local want
  command -v node >/dev/null && node -e 'process.exit(Number(process.versions.node.split(".")[0] < 20))' ||
    die "Hembit needs Node.js 20 or newer with npm to build its front end."
  want=$(hash_of web/package.json web/package-lock.json)
  [ -d web/node_modules ] && fresh node "$want" && return
  say "Installing the locked npm packages"
  (cd web && npm ci --silent --no-fund --no-audit >"$STAMPS/npm.log" 2>&1) ||
    { cat "$STAMPS/npm.log" >&2; die "npm ci failed; see above."; }
  stamp node "$want"
}

ensure_web_build() {
  local want
  want=$(hash_of web/src web/public web/index.html web/*.vite.ts web/vite.config.ts web/package-lock.json)
  [ -f web/dist/index.html ] && fresh web "$want" && return
  ensure_node_modules
  say "Building the front end"
  (cd web && npm run --silent build >"$STAMPS/build.log" 2>&1) ||
    { cat "$STAMPS/build.log" >&2; die "The front-end build failed; see above."; }
  "$PYTHON" -m whitenoise.compress --quiet web/dist
  stamp web "$want"
}

# ensure_chromium: the browser for the tests, and what tells it whom to trust, by apt when missing.
ensure_chromium() {
  [ -x /usr/bin/chromium ] && command -v certutil >/dev/null && return
  local as_root=()
  [ "$(id -u)" -eq 0 ] || as_root=(sudo -n)
  say "Installing Chromium for the browser tests"
  { command -v apt-get >/dev/null && "${as_root[@]}" apt-get update -qq &&
    DEBIAN_FRONTEND=noninteractive "${as_root[@]}" apt-get install -y -qq --no-install-recommends chromium libnss3-tools; } \
    >"$STAMPS/apt.log" 2>&1 && [ -x /usr/bin/chromium ] ||
    die "The browser tests need /usr/bin/chromium, and it could not be installed (apt, as root or by sudo). Install the packages chromium and libnss3-tools and run this again."
}
