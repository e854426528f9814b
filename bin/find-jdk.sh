# Sourced by the other scripts: finds a JDK 25 and the folder of the project, or of what bin/install has made.
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)

is_25() {
  [ -x "$1/bin/javac" ] && "$1/bin/javac" -version 2>&1 | grep -q '^javac 25\b'
}

find_jdk() {
  local home
  for home in "${JAVA_HOME:-}" /usr/lib/jvm/* /opt/*jdk* "$HOME"/.jdks/*; do
    if [ -n "$home" ] && is_25 "$home"; then
      printf '%s\n' "$home"
      return 0
    fi
  done
  return 1
}

if ! JAVA_HOME=$(find_jdk); then
  echo "A JDK 25 is needed (for example Eclipse Temurin 25). None was found in JAVA_HOME or below /usr/lib/jvm." >&2
  echo "Install one, or set JAVA_HOME to where it is." >&2
  exit 1
fi
export JAVA_HOME
export PATH="$JAVA_HOME/bin:$PATH"

# Runs a class of the application: run_class NAME ARGUMENTS. LEDGER_CLASSES is the class path of a build elsewhere, as in tests.
run_class() {
  local name=$1
  shift
  [ -n "${LEDGER_CLASSES:-}" ] || "$root/bin/build" >&2
  exec "$JAVA_HOME/bin/java" -cp "${LEDGER_CLASSES:-$root/out/app/app.jar:$root/out/app/lib/*}" "dauntingledger.app.$name" "$@"
}
