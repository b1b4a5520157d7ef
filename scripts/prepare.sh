# Sourced by ./start and ./test: what this machine must have, installed from Debian's packages where it is missing.
# Usage: need_node; need_debian COMMAND PACKAGE...; need_modules

PATH="$PATH:/usr/sbin:/sbin"

need_node() {
  if ! command -v node >/dev/null || ! command -v npm >/dev/null || [ "$(node -p 'Number(process.versions.node.split(".")[0]) >= 20')" != true ]; then
    echo "Node.js 20 or newer with npm is needed first." >&2
    exit 1
  fi
}

# Installs the packages where the command is not there: as root, or through sudo where that asks no password; else says what to type.
need_debian() {
  local command=$1
  shift
  command -v "$command" >/dev/null && return 0
  local as=""
  if [ "$(id -u)" -ne 0 ]; then
    if command -v sudo >/dev/null && { [ -t 0 ] || sudo -n true 2>/dev/null; }; then
      as="sudo"
    else
      echo "Missing: $command. Install it as root, then start again:" >&2
      echo "  apt-get update && apt-get install -y --no-install-recommends $*" >&2
      exit 1
    fi
  fi
  if ! command -v apt-get >/dev/null; then
    echo "Missing: $command. On Debian it comes with: $*" >&2
    exit 1
  fi
  echo "Installing $* ..."
  if ! { DEBIAN_FRONTEND=noninteractive $as apt-get update -qq && DEBIAN_FRONTEND=noninteractive $as apt-get install -y -qq --no-install-recommends "$@" >/dev/null; }; then
    echo "Installing failed. Try by hand: apt-get install -y --no-install-recommends $*" >&2
    exit 1
  fi
}

# Installs node packages where they are missing or the lock file has changed since.
need_modules() {
  local stamp=node_modules/.patient-anvil-lock
  cmp -s package-lock.json "$stamp" && return 0
  echo "Installing node packages ..."
  npm ci --no-audit --no-fund --prefer-offline --loglevel=error
  cp package-lock.json "$stamp"
}
