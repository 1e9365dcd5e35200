# Debian packages: which are missing for a command, and how they get here. Sourced by ./tide.

say() { printf 'steady tide: %s\n' "$*" >&2; }

# Prints a Python 3.11 that can make virtual environments, or nothing.
find_python() {
  local candidate
  for candidate in python3.11 python3; do
    if "$candidate" -c 'import sys, venv, ensurepip; sys.exit(sys.version_info[:2] != (3, 11))' 2>/dev/null; then
      command -v "$candidate"
      return
    fi
  done
}

find_postgres() { compgen -G '/usr/lib/postgresql/*/bin/postgres' | sort -V | tail -n 1; }

installed() { [ "$(dpkg-query -W -f='${db:Status-Status}' "$1" 2>/dev/null)" = installed ]; }

# Prints the packages the command needs and this machine lacks, one a line.
missing_packages() {
  local command="$1"
  [ -n "$(find_python)" ] || printf '%s\n' python3 python3-venv
  case "$command" in
    demo | serve | worker | account | backup | restore | test | pictures)
      [ -n "${STEADY_TIDE_DATABASE_URL:-}" ] && [ "$command" != test ] || [ -n "$(find_postgres)" ] || echo postgresql-15
      ;;
  esac
  case "$command" in # what the printed day sheet is laid out with
    demo | serve | worker | test | pictures)
      for library in libpango-1.0-0 libpangoft2-1.0-0 libharfbuzz-subset0; do
        installed "$library" || echo "$library"
      done
      ;;
  esac
  if [ "$command" = test ] || [ "$command" = pictures ]; then
    [ -x /usr/bin/chromium ] || echo chromium
    installed fonts-liberation || echo fonts-liberation
    command -v git >/dev/null || echo git
  fi
}

# Installs what is missing as root or through sudo; without either names it and stops.
need_packages() {
  local missing as_root=()
  mapfile -t missing < <(missing_packages "$1")
  [ "${#missing[@]}" -eq 0 ] && return
  if [ "$(id -u)" -ne 0 ]; then
    if ! command -v sudo >/dev/null || ! { sudo -n true 2>/dev/null || { [ -t 0 ] && sudo true; }; }; then
      say "these Debian packages are missing: ${missing[*]}"
      say "Installing them takes root, and there is no usable sudo here. Ask somebody who may to run:"
      say "    apt-get install --no-install-recommends ${missing[*]}"
      exit 2
    fi
    as_root=(sudo)
  fi
  say "installing Debian packages: ${missing[*]}"
  # Without this the server package would start a cluster of its own on 5432.
  if ! [ -e /etc/postgresql-common/createcluster.d/steady-tide.conf ]; then
    "${as_root[@]}" mkdir -p /etc/postgresql-common/createcluster.d
    echo 'create_main_cluster = off' |
      "${as_root[@]}" tee /etc/postgresql-common/createcluster.d/steady-tide.conf >/dev/null
  fi
  local attempt
  for attempt in 1 2 3; do
    if "${as_root[@]}" apt-get update -qq >&2 &&
      "${as_root[@]}" env DEBIAN_FRONTEND=noninteractive \
        apt-get install -y -qq --no-install-recommends "${missing[@]}" >&2; then
      return
    fi
    say "the package manager failed (attempt $attempt of 3)"
    sleep $((attempt * 3))
  done
  say "could not install: ${missing[*]}. Is the package source reachable?"
  exit 2
}
