# Sourced by scripts that drive other programs: installs those of Debian's packages that are missing.

# need_packages PACKAGE ...: each of chromium, nginx, haproxy, curl and postgresql.
need_packages() {
  local package missing=() log=/tmp/packages-install.log
  for package in "$@"; do
    case "$package" in
      postgresql) ls /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1 || missing+=(postgresql) ;;
      *) PATH="$PATH:/usr/sbin" command -v "$package" >/dev/null || missing+=("$package") ;;
    esac
  done
  [ ${#missing[@]} -gt 0 ] || return 0
  echo "Installing ${missing[*]} ..."
  { apt-get update && DEBIAN_FRONTEND=noninteractive apt-get install -y "${missing[@]}"; } >"$log" 2>&1 || {
    tail -20 "$log" >&2
    echo "Not all could be installed; install Debian's packages ${missing[*]} and try again." >&2
    return 1
  }
}
