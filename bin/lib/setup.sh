# Shared by bin/start, bin/test and bin/bench: what the machine needs, and a private PostgreSQL cluster.
# Functions print to standard error; each failure is one clear line.

say() { printf '%s\n' "$*" >&2; }
die() { say "zest-pillar: $*"; exit 1; }

as_root() {
  if [ "$(id -u)" -eq 0 ]; then "$@"
  elif command -v sudo >/dev/null 2>&1 && sudo -n true 2>/dev/null; then sudo -n "$@"
  else return 1
  fi
}

apt_updated=""
# need_package PACKAGE WHAT: install a Debian package, or say in one line what is missing.
need_package() {
  command -v apt-get >/dev/null 2>&1 || die "$2 is missing and this is not a Debian machine: install $2 and start again."
  say "Installing $2 (Debian package $1) ..."
  if [ -z "$apt_updated" ]; then as_root apt-get update -qq >/dev/null 2>&1 && apt_updated=1; fi
  as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$1" >/dev/null 2>&1 \
    || die "$2 is missing and could not be installed: run 'apt-get install $1' as root and start again."
}

# The newest PostgreSQL server on the machine; prints its bin folder.
find_postgres() {
  ls -d "${PILLAR_PG_ROOT:-/usr/lib/postgresql}"/*/bin 2>/dev/null | sort -V | while read -r dir; do
    [ -x "$dir/initdb" ] && printf '%s\n' "$dir"
  done | tail -n 1
}

ensure_postgres() {
  PG_BIN="$(find_postgres)"
  if [ -z "$PG_BIN" ]; then
    need_package postgresql "PostgreSQL server"
    PG_BIN="$(find_postgres)"
    [ -n "$PG_BIN" ] || die "PostgreSQL was installed but its initdb was not found under /usr/lib/postgresql."
  fi
}

ensure_node_packages() {
  command -v node >/dev/null 2>&1 || die "Node.js 20.19 or newer is missing: install it and start again."
  node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit(a>20||(a===20&&b>=19)?0:1)' \
    || die "Node.js 20.19 or newer is needed; this is $(node --version)."
  if ! cmp -s package-lock.json node_modules/.pillar-lock; then
    say "Installing Node packages ..."
    npm ci --no-audit --no-fund --loglevel=error >&2 || die "npm ci failed; see the lines above."
    cp package-lock.json node_modules/.pillar-lock
  fi
}

ensure_chromium() {
  [ -x /usr/bin/chromium ] || need_package chromium "Chromium"
}

# PostgreSQL refuses to run as root, so root hands the cluster to the postgres user of Debian's package.
as_pg() {
  if [ "$(id -u)" -eq 0 ]; then (cd / && runuser -u postgres -- "$@"); else (cd / && "$@"); fi
}

free_port() {
  node -e 'const s=require("net").createServer().listen(0,"127.0.0.1",()=>{process.stdout.write(String(s.address().port));s.close()})'
}

port_taken() {
  node -e 'const s=require("net").createServer();s.once("error",()=>process.exit(0));s.listen(+process.argv[1],"127.0.0.1",()=>s.close(()=>process.exit(1)))' "$1"
}

# secret FILE: a password of this machine alone, made when it is not there.
secret() {
  [ -f "$1" ] || (umask 077; node -e 'process.stdout.write(require("crypto").randomBytes(24).toString("hex"))' >"$1")
}

# As the cluster's superuser, which the application itself never is.
pg_admin() { local tool="$1"; shift; PGPASSWORD="$(cat "$CLUSTER_DIR/password")" "$PG_BIN/$tool" -h 127.0.0.1 -p "$PG_PORT" -U pillar "$@"; }

# A cluster made before checksums were asked for gets them while it rests; one that was killed, at its next clean start.
cluster_checksums() {
  local pg="$1"
  LC_ALL=C as_pg "$PG_BIN/pg_controldata" "$pg" >"$pg.control" 2>/dev/null || { rm -f "$pg.control"; return 0; }
  if grep -Eq 'checksum version: +0$' "$pg.control" && grep -Eq 'cluster state: +shut down$' "$pg.control"; then
    say "Adding checksums to the database cluster ..."
    as_pg "$PG_BIN/pg_checksums" --enable -D "$pg" >/dev/null 2>&1 || say "zest-pillar: checksums could not be added; going on without."
  fi
  rm -f "$pg.control"
}

# The application's own role: no superuser, may make neither databases nor roles, and owns the one database it works in.
# What an earlier version made as the superuser is handed over.
application_role() {
  local password; password="$(cat "$CLUSTER_DIR/app-password")"
  pg_admin psql -d postgres -q -v ON_ERROR_STOP=1 -v password="$password" >/dev/null <<'SQL' || die "could not make the application's database role."
select 'create role pillar_app' where not exists (select from pg_roles where rolname = 'pillar_app') \gexec
alter role pillar_app login nosuperuser nocreatedb nocreaterole noreplication nobypassrls password :'password';
select 'create database pillar' where not exists (select from pg_database where datname = 'pillar') \gexec
alter database pillar owner to pillar_app;
SQL
  pg_admin psql -d pillar -q -v ON_ERROR_STOP=1 >/dev/null <<'SQL' || die "could not hand the data over to the application's database role."
select format('alter schema %I owner to pillar_app', nspname) from pg_namespace
  where nspowner = 'pillar'::regrole and nspname in ('public', 'drizzle') \gexec
select format('alter %s %I.%I owner to pillar_app', case relkind when 'v' then 'view' else 'table' end, nspname, relname)
  from pg_class join pg_namespace on pg_namespace.oid = relnamespace
  where relowner = 'pillar'::regrole and nspname in ('public', 'drizzle') and relkind in ('r', 'p', 'v') \gexec
select format('alter type %I.%I owner to pillar_app', nspname, typname)
  from pg_type join pg_namespace on pg_namespace.oid = typnamespace
  where typowner = 'pillar'::regrole and nspname in ('public', 'drizzle') and typtype = 'e' \gexec
SQL
}

# cluster_start DIR: make the cluster in DIR/pg if it is not there, start it on its own port of 127.0.0.1,
# recover it if it was killed, and export DATABASE_URL. Local data only: scram passwords are kept in DIR.
cluster_start() {
  CLUSTER_DIR="$1"
  mkdir -p "$CLUSTER_DIR" || die "cannot make the data folder $CLUSTER_DIR."
  CLUSTER_DIR="$(cd "$CLUSTER_DIR" && pwd)"
  local pg="$CLUSTER_DIR/pg"
  if [ "$(id -u)" -eq 0 ]; then
    id postgres >/dev/null 2>&1 || die "the user postgres is missing although PostgreSQL is installed."
    runuser -u postgres -- test -x "$CLUSTER_DIR" \
      || die "the postgres user cannot enter $CLUSTER_DIR (a folder above it is closed to others): set PILLAR_DATA to an open folder."
  fi
  secret "$CLUSTER_DIR/password"
  secret "$CLUSTER_DIR/app-password"
  if [ ! -f "$pg/PG_VERSION" ]; then
    say "Making a database cluster in $pg ..."
    rm -rf "$pg"; mkdir -p "$pg"; chmod 700 "$pg"
    local pwfile="$pg.pw"
    (umask 077; cp "$CLUSTER_DIR/password" "$pwfile")
    if [ "$(id -u)" -eq 0 ]; then chown postgres "$pg" "$pwfile"; fi
    as_pg "$PG_BIN/initdb" -D "$pg" -U pillar --auth=scram-sha-256 --pwfile="$pwfile" --data-checksums \
      --encoding=UTF8 --locale=C.UTF-8 >/dev/null || die "initdb failed in $pg."
    rm -f "$pwfile"
  fi
  PG_PORT="$(cat "$CLUSTER_DIR/port" 2>/dev/null || true)"
  if [ -z "$PG_PORT" ] || ! "$PG_BIN/pg_isready" -q -h 127.0.0.1 -p "$PG_PORT" \
    || ! pg_admin psql -d postgres -Atc 'select 1' >/dev/null 2>&1; then
    # A free port each time: a killed cluster's old port may belong to somebody else by now.
    PG_PORT="$(free_port)"
    printf '%s' "$PG_PORT" >"$CLUSTER_DIR/port"
    # A cluster killed with -9 leaves its pid file behind; remove it only when no such process runs from this folder.
    if [ -f "$pg/postmaster.pid" ]; then
      local old; old="$(head -n 1 "$pg/postmaster.pid")"
      if ! kill -0 "$old" 2>/dev/null || ! tr '\0' ' ' <"/proc/$old/cmdline" 2>/dev/null | grep -q "$pg"; then rm -f "$pg/postmaster.pid"; fi
    fi
    cluster_checksums "$pg"
    as_pg "$PG_BIN/pg_ctl" -D "$pg" -l "$pg/server.log" -w -t 60 \
      -o "-p $PG_PORT -c listen_addresses=127.0.0.1 -c unix_socket_directories='' ${PG_EXTRA:-}" start >/dev/null 2>&1 \
      || die "the database did not start; its log is $pg/server.log."
  fi
  application_role
  DATABASE_URL="postgres://pillar_app:$(cat "$CLUSTER_DIR/app-password")@127.0.0.1:$PG_PORT/pillar"; export DATABASE_URL
}

cluster_stop() {
  [ -n "${CLUSTER_DIR:-}" ] && [ -f "$CLUSTER_DIR/pg/postmaster.pid" ] || return 0
  as_pg "$PG_BIN/pg_ctl" -D "$CLUSTER_DIR/pg" -w -t 20 -m fast stop >/dev/null 2>&1 || true
}
