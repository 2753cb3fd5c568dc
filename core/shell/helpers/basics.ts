import { sh } from './helper'
import type { Helper } from './helper'

/** How a script goes on, fails and speaks. */
export const basics: Record<string, Helper> = {
  by_hand: {
    says: 'What only the desktop can do is told, and passed over.',
    text: sh`by_hand() {
  printf 'By hand: %s\n' "$1" >&2
}`,
  },
  cannot_tell: {
    says: 'What only the desktop knows is told, and taken as no.',
    text: sh`cannot_tell() {
  printf 'Not known here, taken as no: %s\n' "$1" >&2
  return 1
}`,
  },
  failed: {
    text: sh`failed() {
  printf '%s\n' "$1" >&2
  return 1
}`,
  },
  go_on: {
    says: 'A step has failed, and the rest goes on; the script ends with 1 all the same.',
    text: sh`go_on() {
  k_failures=$((k_failures + 1))
  printf 'That failed; the rest goes on.\n' >&2
}`,
  },
  retry: {
    says: 'So often again at most, so many seconds between, and a command.',
    text: sh`retry() {
  until after_two "$@"; do
    k_status=$?
    [ "$k_status" -lt 100 ] || return "$k_status"
    [ "$1" -gt 0 ] || return 1
    pause "$2"
    k_less=$(($1 - 1)) k_pause=$2
    shift 2
    set -- "$k_less" "$k_pause" "$@"
  done
}
after_two() {
  shift 2
  "$@"
}`,
    needs: ['pause'],
  },
  pause: {
    says: 'Parts of a second where sleep takes them, else whole ones.',
    text: sh`pause() {
  sleep "$1" 2>/dev/null || sleep "$((#{1%%.*} + 1))"
}`,
  },
  lists: {
    says: 'A list has one entry a line: a backslash is written \\\\, a line break \\n, nothing at all \\e.',
    text: sh`nl='
'
encode() {
  case $1 in
    '') k_line='\e' ;;
    *\\* | *"$nl"*)
      k_line=$(printf '%s.\n' "$1" | sed 's/\\/\\\\/g' | awk 'NR > 1 { printf "\\n" } { printf "%s", $0 }')
      k_line=#{k_line%.}
      ;;
    *) k_line=$1 ;;
  esac
}
decode() {
  case $1 in
    '\e') k_text= ;;
    *\\*)
      k_text=$(printf '%b.' "$1")
      k_text=#{k_text%.}
      ;;
    *) k_text=$1 ;;
  esac
}
list_of() { # entries: k_list
  k_list=
  for k_entry do
    encode "$k_entry"
    k_list=$k_list#{k_list:+$nl}$k_line
  done
}
list_text() { # a list, its entries one a line as they read
  [ -n "$1" ] || return 0
  while IFS= read -r k_each <&9; do
    decode "$k_each"
    printf '%s\n' "$k_text"
  done 9<<END_OF_LIST
$1
END_OF_LIST
}
list_count() {
  if [ -z "$1" ]; then echo 0; else printf '%s\n' "$1" | awk 'END { print NR }'; fi
}
list_entry() { # which, counted from 1 or $ for the last; a list: k_text
  [ -n "$2" ] || { k_text=; return 1; }
  decode "$(printf '%s\n' "$2" | sed -n "$1p")"
}`,
  },
  lower: {
    says: 'Small letters, of those that this system knows.',
    text: sh`lower() {
  printf '%s' "$1" | tr '[:upper:]' '[:lower:]'
}`,
  },
  pause_for: {
    says: 'As long as it says: 10 min, 1.5 s, 400 ms, 2 h; a number alone is seconds.',
    text: sh`pause_for() {
  k_pause=$(K_TEXT=$1 LC_ALL=C awk 'BEGIN {
      text = tolower(ENVIRON["K_TEXT"])
      gsub(/[ \t]/, "", text)
      sub(/,/, ".", text)
      if (!match(text, /^[0-9]+(\.[0-9]+)?/)) exit 1
      number = substr(text, 1, RLENGTH)
      unit = substr(text, RLENGTH + 1)
      if (unit == "ms") each = 0.001
      else if (unit == "" || unit ~ /^(s|sec|seconds?)$/) each = 1
      else if (unit ~ /^(m|min|minutes?)$/) each = 60
      else if (unit ~ /^(h|hours?)$/) each = 3600
      else exit 1
      if (number * each > 86400) exit 1
      print number * each
    }') || { failed "“$1” is no length of time."; return 1; }
  pause "$k_pause"
}`,
    needs: ['failed', 'pause'],
  },
  find_program: {
    text: sh`find_program() {
  [ -x "$1" ] || command -v "$1" >/dev/null 2>&1 || failed "The program $1 is not there."
}`,
    needs: ['failed'],
  },
  start: {
    says: 'Starts a program in a folder and does not wait for its end.',
    text: sh`start() {
  start_in "$home" "$@"
}
start_in() { # a folder, a program, its arguments
  [ -d "$1" ] || { failed "There is no folder $1."; return 1; }
  find_program "$2" || return
  (
    cd -- "$1" || exit
    shift
    exec "$@"
  ) </dev/null &
}`,
    needs: ['failed', 'find_program'],
    uses: ['home'],
  },
  open_place: {
    says: 'What the desktop has for a file, folder or address.',
    text: sh`open_place() {
  if command -v xdg-open >/dev/null 2>&1; then start xdg-open "$1"; else by_hand "Opens $1."; fi
}`,
    needs: ['start', 'by_hand'],
  },
  call: {
    says: 'Does a lever, which may end itself without a failure.',
    text: sh`call() {
  "$@" && return 0
  k_status=$?
  case $k_status in
    102 | 104) return 0 ;;
    105) return 1 ;;
  esac
  return "$k_status"
}`,
  },
  runs: {
    says: 'Whether a program runs, by its file or the name of it.',
    text: sh`runs() {
  ps -A -o args= | K_PATH=$1 K_NAME=#{1##*/} awk '
    $1 == ENVIRON["K_PATH"] || $2 == ENVIRON["K_PATH"] || $1 == ENVIRON["K_NAME"] { found = 1 }
    END { exit !found }'
}`,
  },
  minute_now: {
    says: 'The minute of the day.',
    text: sh`minute_now() {
  k_hour=$(date +%H) k_minute=$(date +%M)
  echo "$((60 * #{k_hour#0} + #{k_minute#0}))"
}`,
  },
  days: {
    says: 'Days since 1970-01-01 and back, in the calendar that goes on for ever (ISO 8601).',
    text: sh`days_of() { # year, month, day
  k_y=$(($2 > 2 ? $1 : $1 - 1)) k_m=$((($2 + 9) % 12))
  k_era=$(((k_y >= 0 ? k_y : k_y - 399) / 400))
  k_in=$((k_y - k_era * 400))
  echo "$((k_era * 146097 + k_in * 365 + k_in / 4 - k_in / 100 + (153 * k_m + 2) / 5 + $3 - 1 - 719468))"
}
day_from() { # days: k_year, k_month, k_day, each with its zeros
  k_z=$(($1 + 719468))
  k_era=$(((k_z >= 0 ? k_z : k_z - 146096) / 146097))
  k_d=$((k_z - k_era * 146097))
  k_in=$(((k_d - k_d / 1460 + k_d / 36524 - k_d / 146096) / 365))
  k_d=$((k_d - (365 * k_in + k_in / 4 - k_in / 100)))
  k_m=$(((5 * k_d + 2) / 153))
  k_day=$((k_d - (153 * k_m + 2) / 5 + 1)) k_month=$((k_m < 10 ? k_m + 3 : k_m - 9))
  k_year=$((k_in + k_era * 400 + (k_month <= 2)))
  k_year=$(printf '%04d' "$k_year") k_month=$(printf '%02d' "$k_month") k_day=$(printf '%02d' "$k_day")
}`,
  },
  date_in: {
    says: 'The date in so many days, in a format of date, of which years, months, days and weekdays are later.',
    text: sh`date_in() { # days, a format
  k_now=$(date '+%Y %m %d')
  k_rest=#{k_now#* }
  k_this_month=#{k_rest% *} k_this_day=#{k_rest#* }
  k_days=$(($(days_of "#{k_now%% *}" "#{k_this_month#0}" "#{k_this_day#0}") + $1))
  day_from "$k_days"
  set -- "$2" Thursday Friday Saturday Sunday Monday Tuesday Wednesday
  k_format=$1
  shift "$(((k_days % 7 + 7) % 7 + 1))"
  k_format=$(printf '%s' "$k_format" | sed "s/%Y/$k_year/g; s/%m/$k_month/g; s/%d/$k_day/g; s/%A/$1/g")
  LC_ALL=C date "+$k_format"
}`,
    needs: ['days'],
  },
  reference: {
    says: 'A file of the time so many seconds ago, to compare others with.',
    text: sh`reference() { # seconds: k_reference
  k_seconds=$(($(awk 'BEGIN { srand(); print srand() }') - $1))
  day_from "$((k_seconds / 86400))"
  k_rest=$((k_seconds % 86400))
  k_reference=$k_scratch/reference
  TZ=UTC0 touch -t "$k_year$k_month$k_day$(printf '%02d%02d.%02d' \
    "$((k_rest / 3600))" "$((k_rest / 60 % 60))" "$((k_rest % 60))")" "$k_reference"
}`,
    needs: ['days', 'scratch'],
  },
  scratch: {
    says: 'A folder for what is written meanwhile; it goes with the script.',
    text: sh`k_scratch=#{TMPDIR:-/tmp}/keen-lever.$$
(umask 077 && mkdir -- "$k_scratch")
trap 'rm -rf -- "$k_scratch"' EXIT
trap 'exit 130' INT
trap 'exit 143' TERM`,
  },
}
