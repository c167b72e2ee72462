# Copies of a desk that can be put back. Read by ./yarrowmark, whose functions it uses.

# Tables whose rows are of one moment only: who is signed in, and codes that are good for minutes.
passing_tables=(SPRING_SESSION SPRING_SESSION_ATTRIBUTES pairing_code)

# The highest migration that this build brings.
newest_migration() {
  find "$root/server/src/main/resources/db/migration" -name 'V*.sql' -printf '%f\n' | sed -E 's/^V([0-9]+)__.*/\1/' | sort -n | tail -n 1
}

# The highest one that the records have; nothing where there are no records yet.
records_migration() {
  sql -N yarrowmark -e "select max(cast(version as int)) from flyway_schema_history where success" 2>/dev/null | grep -v NULL || true
}

# How many rows each table has, and sums over what was measured and what happened: a line each.
numbers_of_records() {
  local tables table statement=''
  tables=$(sql -N yarrowmark -e "select table_name from information_schema.tables
    where table_schema = 'yarrowmark' and table_type = 'BASE TABLE' order by table_name")
  for table in $tables; do
    [[ " ${passing_tables[*]} " == *" $table "* ]] || statement+="select 'rows $table', count(*) from \`$table\`;"
  done
  statement+="select 'sum reading', coalesce(sum(crc32(concat_ws('|', run_id, metric_id, text))), 0) from reading;
    select 'sum run', coalesce(sum(crc32(concat_ws('|', id, content_hash, state))), 0) from run;
    select 'sum setup_fact', coalesce(sum(crc32(concat_ws('|', setup_id, fact_key, fact_value))), 0) from setup_fact;
    select 'sum record_event', coalesce(sum(crc32(concat_ws('|', id, what, who))), 0) from record_event;"
  sql -N yarrowmark -e "$statement"
}

# One copy, made beside its place and moved there whole. The records stay in use meanwhile.
make_backup() {
  local file=$1 work part
  [ ! -e "$file" ] || fail "$file is there already: nothing is written over, choose another name"
  part=$file.part.$$
  work=$(mktemp -d)
  umask 077
  {
    numbers_of_records >"$work/numbers-before" &&
      mariadb-dump --no-defaults --user="$(id -un)" --socket="$home/db/my.sock" --single-transaction --quick --skip-lock-tables \
        --hex-blob --skip-dump-date $(printf -- '--ignore-table-data=yarrowmark.%s ' "${passing_tables[@]}") yarrowmark | gzip >"$work/records.sql.gz" &&
      numbers_of_records >"$work/numbers-after" &&
      printf 'migration %s\nmade %s\n' "$(records_migration)" "$(date -u +%FT%TZ)" >"$work/about" &&
      cp "$home"/lan.p12 "$home"/lan-password "$work" 2>/dev/null || [ -s "$work/about" ]
  } 2>"$work/problem" || { why=$(last_words "$work/problem"); rm -rf "$work"; fail "the copy could not be made: $why"; }
  rm -f "$work/problem"
  tar -C "$work" -cf "$part" . 2>/dev/null && mv -n "$part" "$file" ||
    { rm -rf "$part" "$work"; fail "the copy could not be written to $file: is there room, and may one write there?"; }
  rm -rf "$work"
  say "Copied to $file, $(du -h "$file" | cut -f1)"
}

# In a folder: named by its time. Older ones of that name go where only some are kept.
make_backup_in() {
  local folder=$1 keep=$2 old file
  while file=$folder/yarrowmark-$(date -u +%Y%m%d-%H%M%S).tar && [ -e "$file" ]; do sleep 1; done
  make_backup "$file"
  [ -n "$keep" ] || return 0
  find "$folder" -maxdepth 1 -name 'yarrowmark-????????-??????.tar' | sort -r | tail -n "+$((keep + 1))" | while read -r old; do
    rm -f "$old"
    say "No longer kept: $old"
  done
}

seconds_of() {
  [[ $1 =~ ^([1-9][0-9]{0,4})([smhd])$ ]] || fail "--every is a time such as 12h or 1d, got \"$1\""
  local -A unit=([s]=1 [m]=60 [h]=3600 [d]=86400)
  echo $((BASH_REMATCH[1] * unit[${BASH_REMATCH[2]}]))
}

backup() {
  local to=${1:-} every_s=''
  [ -n "$to" ] && [[ $to != --* ]] || fail "say where to: ./yarrowmark backup FILE"
  shift
  parse_options "$@"
  [ -z "$every" ] || every_s=$(seconds_of "$every") || exit 1
  [ -z "$every$keep" ] || [ -d "$to" ] || fail "with --every and --keep say a folder that is there, got $to"
  need mariadb mariadb-dump
  open_records
  while :; do
    if [ -d "$to" ]; then make_backup_in "$to" "$keep"; else make_backup "$to"; fi
    [ -n "$every_s" ] || return 0
    pause "$every_s"
  done
}

# What a copy says of itself.
read_backup() {
  local file=$1
  [ -f "$file" ] || fail "there is no copy $file"
  copy=$(mktemp -d)
  tar -C "$copy" -xf "$file" 2>/dev/null && [ -s "$copy/records.sql.gz" ] && gzip -t "$copy/records.sql.gz" 2>/dev/null && [ -s "$copy/about" ] ||
    { rm -rf "$copy"; fail "$file is no whole copy of a desk: take another"; }
  local migration
  migration=$(sed -n 's/^migration //p' "$copy/about")
  [ "${migration:-0}" -le "$(newest_migration)" ] ||
    { rm -rf "$copy"; fail "$file is of a newer build (its records are at $migration, this build goes to $(newest_migration)): take that build"; }
}

# Every count and sum of what was put back lies between those before and after the copy was made.
compare_numbers() {
  numbers_of_records >"$copy/numbers-now"
  awk '
    { name = $1 " " $2 }
    FILENAME ~ /before$/ { before[name] = $3; next }
    FILENAME ~ /after$/ { after[name] = $3; if (before[name] != $3) moved = 1; next }
    { now[name] = $3 }
    END {
      for (name in before) {
        low = before[name] + 0; high = after[name] + 0
        if (low > high) { swap = low; low = high; high = swap }
        if (name ~ /^sum/ && before[name] != after[name]) { continue }
        if (!(name in now) || now[name] + 0 < low || now[name] + 0 > high) {
          printf "%s: %s, and %s when the copy was made\n", name, now[name], after[name]; wrong = 1
        }
        checked++
      }
      printf "%d counts and sums agree%s\n", checked, moved ? "; the desk was written to while it was copied" : "" > "/dev/stderr"
      exit wrong
    }' "$copy/numbers-before" "$copy/numbers-after" "$copy/numbers-now" 2>"$copy/agreed" >"$copy/differing" ||
    fail "what was put back is not what was copied: $(head -n 3 "$copy/differing" | paste -sd ';')"
  say "Put back: $(awk '/^rows run\t/ {print $3}' "$copy/numbers-now") runs, $(awk '/^rows reading\t/ {print $3}' "$copy/numbers-now") readings; $(cat "$copy/agreed")"
}

# Puts a copy into a home that is not there yet, or is empty.
put_back() {
  open_home
  trap 'stop_all; rm -rf "$copy"' EXIT
  start_database
  gzip -dc "$copy/records.sql.gz" | sql yarrowmark 2>"$copy/problem" ||
    fail "the records could not be put back: $(last_words "$copy/problem")"
  for part in lan.p12 lan-password; do
    [ ! -f "$copy/$part" ] || install -m 600 "$copy/$part" "$home/$part"
  done
  compare_numbers
}

restore() {
  local file=${1:-} target
  [ -n "$file" ] && [[ $file != --* ]] || fail "say which copy: ./yarrowmark restore FILE --home NEW"
  shift
  [[ " $* " == *" --home "* ]] || fail "say into which new folder: ./yarrowmark restore FILE --home NEW"
  parse_options "$@"
  target=$home
  [ -z "$(ls -A "$target" 2>/dev/null)" ] || fail "$target holds something already: a copy is put into a new folder, and nothing is written over"
  need mariadbd mariadb mariadb-admin mariadb-install-db setpriv flock
  read_backup "$file"
  home=$target.restoring.$$
  put_back
  stop_all
  db_pid='' server_pid=''
  rmdir "$target" 2>/dev/null || true
  mv -T "$home" "$target" || fail "$home is whole and could not be moved to $target: move it there"
  say "Start it: ./yarrowmark start --home $target"
}

# Puts a copy back into a folder that goes again, to see that it can be.
drill() {
  local file=${1:-}
  [ -n "$file" ] && [[ $file != --* ]] || fail "say which copy: ./yarrowmark drill FILE"
  need mariadbd mariadb mariadb-admin mariadb-install-db setpriv flock
  read_backup "$file"
  home=$(mktemp -d)
  put_back
  stop_all
  db_pid=''
  rm -rf "$home"
  say "$file can be put back"
}

# Before a newer build changes the records of a home for good.
copy_before_upgrade() {
  local from to
  from=$(records_migration)
  to=$(newest_migration)
  if [ -z "$from" ] || [ "$from" -ge "$to" ]; then return 0; fi
  mkdir -p "$home/copies"
  say "This build changes the records (from $from to $to); they are copied first"
  make_backup "$home/copies/before-$to-$(date -u +%Y%m%d-%H%M%S).tar"
}
