# What bin/demo and bin/test share: packages of the machine, packages of the project, a PostgreSQL of our own, a build.
# Sourced by both; expects ROOT to be the project's root.

say() { printf '%s\n' "$*" >&2; }
die() { say "$*"; exit 1; }
trap 'say "$0 stopped: a command failed at line $LINENO of ${BASH_SOURCE[0]##*/}"' ERR

DATA="$ROOT/.data"
mkdir -p "$DATA"

# --- packages of the machine -------------------------------------------------------------------------------------

as_root() {
  if [ "$(id -u)" = 0 ]; then "$@"
  elif command -v sudo >/dev/null && sudo -n true 2>/dev/null; then sudo -n "$@"
  else return 127
  fi
}

# need_package PACKAGE TEST...: installs a Debian package unless the test already passes.
need_package() {
  local package=$1; shift
  "$@" >/dev/null 2>&1 && return
  say "Installing $package"
  {
    flock 9
    "$@" >/dev/null 2>&1 || {
      # Without this the package makes and starts a server of the machine's own.
      if [ "$package" = postgresql-15 ] && [ ! -e /etc/postgresql-common/createcluster.conf ]; then
        as_root mkdir -p /etc/postgresql-common && echo "create_main_cluster = false" | as_root tee /etc/postgresql-common/createcluster.conf >/dev/null
      fi
      as_root env DEBIAN_FRONTEND=noninteractive apt-get -o DPkg::Lock::Timeout=300 update -q >"$DATA/apt.log" 2>&1 \
        && as_root env DEBIAN_FRONTEND=noninteractive apt-get -o DPkg::Lock::Timeout=300 install -y -q --no-install-recommends "$package" >>"$DATA/apt.log" 2>&1 || true
    }
  } 9>"$DATA/apt.lock"
  "$@" >/dev/null 2>&1 || die "The package $package is missing and could not be installed. An administrator can: apt-get install $package"
}

find_postgres() {
  PG=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1)
  [ -n "$PG" ] && [ -x "$PG/initdb" ] && [ -x "$PG/pg_ctl" ]
}

# --- packages of the project -------------------------------------------------------------------------------------

need_modules() {
  command -v npm >/dev/null || die "Node.js with npm is missing. An administrator can: apt-get install nodejs npm"
  local wanted; wanted=$(cksum <"$ROOT/package-lock.json")
  {
    flock 9
    if [ "$(cat "$ROOT/node_modules/.installed" 2>/dev/null)" != "$wanted" ]; then
      say "Installing the project's packages"
      (cd "$ROOT" && npm ci --no-audit --no-fund --loglevel=error >&2) || die "npm ci failed: see above"
      printf '%s' "$wanted" >"$ROOT/node_modules/.installed"
    fi
  } 9>"$DATA/modules.lock"
}

# free_ports N: so many ports, in one line. All are held until all are found, so that none comes twice; and they are below those from which the
# system takes one for each connection that a program opens, which could be in its way before a server listens there.
free_ports() {
  node -e '
    const { createServer } = require("net"), wanted = +process.argv[1], held = [];
    const next = () => {
      if (held.length === wanted) { console.log(held.map((server) => server.address().port).join(" ")); held.forEach((server) => server.close()); return; }
      const server = createServer();
      server.once("error", next);
      server.listen(20000 + Math.floor(Math.random() * 12000), "127.0.0.1", () => { held.push(server); next(); });
    };
    next();' "$1"
}
free_port() { free_ports 1; }

port_is_free() {
  node -e 'const s=require("net").createServer();s.once("error",()=>process.exit(1));s.listen(+process.argv[1],"127.0.0.1",()=>s.close())' "$1"
}

# --- PostgreSQL --------------------------------------------------------------------------------------------------

# The server refuses to run as root: root hands it to the user postgres that the package made.
as_server() {
  if [ "$(id -u)" = 0 ]; then runuser -u postgres -- env -C / HOME=/ LC_ALL=C.UTF-8 "$@"; else env LC_ALL=C.UTF-8 "$@"; fi
}

# server_folder NAME: where the server NAME keeps its data. Below a folder that the user postgres can't enter, elsewhere.
server_folder() {
  if [ "$(id -u)" = 0 ] && ! runuser -u postgres -- test -x "$ROOT"; then
    printf '/var/lib/tidy-ledger/%s/%s' "$(printf %s "$ROOT" | cksum | cut -d' ' -f1)" "$1"
  else
    printf '%s/%s/pg' "$DATA" "$1"
  fi
}

# start_server FOLDER [SETTING...]: starts the server there if it is not running, and sets PGPORT.
start_server() {
  local folder=$1; shift
  if [ ! -e "$folder/PG_VERSION" ]; then
    rm -rf "$folder"; mkdir -p "$folder"
    [ "$(id -u)" = 0 ] && chown postgres "$folder"
    chmod 700 "$folder"
    as_server "$PG/initdb" -D "$folder" -U app -A trust -E UTF8 --locale=C.UTF-8 >/dev/null || die "initdb failed in $folder"
    { echo "listen_addresses='127.0.0.1'"; echo "unix_socket_directories=''"; echo "timezone='UTC'"; echo "max_connections=200"
      for setting in "$@"; do echo "$setting"; done; } | as_server tee -a "$folder/postgresql.conf" >/dev/null
  fi
  if ! as_server "$PG/pg_ctl" -D "$folder" status >/dev/null 2>&1; then
    PGPORT=$(free_port)
    as_server "$PG/pg_ctl" -D "$folder" -l "$folder/server.log" -w -t 60 -o "-p $PGPORT" start </dev/null >/dev/null 2>&1 9>&- \
      || die "PostgreSQL did not start: see $folder/server.log"
  fi
  PGPORT=$(as_server sed -n 4p "$folder/postmaster.pid" | tr -d ' ')
  export PGPORT
}

stop_server() { as_server "$PG/pg_ctl" -D "$1" -m "${2:-fast}" -w stop >/dev/null 2>&1 || true; }

database_url() { printf 'postgres://app@127.0.0.1:%s/%s' "$PGPORT" "$1"; }

sql() { "$PG/psql" -h 127.0.0.1 -p "$PGPORT" -U app -d postgres -qtAX -c "$1"; }

need_database() { [ "$(sql "select 1 from pg_database where datname = '$1'")" = 1 ] || sql "create database $1" >/dev/null; }

# --- the build ---------------------------------------------------------------------------------------------------

# All that the build is made from, as one number.
source_stamp() {
  (cd "$ROOT" && find src public bin/lib/bundle-thread.mjs next.config.ts package-lock.json tsconfig.json -type f ! -name '*.test.ts' -print0 | LC_ALL=C sort -z | xargs -0 cksum | cksum | cut -d' ' -f1)
}

# need_build: builds the application unless it is built, and sets BUILD to a folder that later builds do not touch.
need_build() {
  local stamp; stamp=$(source_stamp)
  BUILD="$DATA/builds/$stamp"
  {
    flock 9
    if [ ! -e "$BUILD/server.js" ]; then
      say "Building the application"
      (cd "$ROOT" && rm -rf .next/standalone && NEXT_TELEMETRY_DISABLED=1 node_modules/.bin/next build >"$DATA/build.log" 2>&1) \
        || { tail -n 40 "$DATA/build.log" >&2; die "The build failed: see $DATA/build.log"; }
      rm -rf "$BUILD.part"; mkdir -p "$DATA/builds"
      cp -a "$ROOT/.next/standalone" "$BUILD.part"
      cp -a "$ROOT/.next/static" "$BUILD.part/.next/static"
      cp -a "$ROOT/public" "$BUILD.part/public"
      (cd "$ROOT" && node bin/lib/bundle-thread.mjs "$BUILD.part/heavy.mjs") || die "The thread for heavy work could not be bundled"
      (cd "$ROOT" && node bin/lib/bundle-thread.mjs "$BUILD.part/pdf.mjs" src/data/search/pdf-thread.ts) \
        || die "The thread that reads files could not be bundled"
      mv "$BUILD.part" "$BUILD"
      # The three newest builds stay: an older demo may still run on the one before.
      ls -dt "$DATA"/builds/*/ | tail -n +4 | xargs -r rm -rf
    fi
  } 9>"$DATA/build.lock"
}

# prepare_database [--demo]: migrates the database of DATABASE_URL; with --demo also makes the demo course in it.
prepare_database() { (cd "$ROOT" && node --conditions=react-server bin/lib/command.mjs prepare "$@"); }
