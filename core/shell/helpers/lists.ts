import { KEY_OF_NAME } from './keyOfName'
import { sh } from './helper'
import type { Helper } from './helper'

/** Lists of texts, and what makes them of a text or a file, by the same rules as the steps. */
export const lists: Record<string, Helper> = {
  split_text: {
    says: 'The parts of a text as a list; its lines where there is no mark.',
    text: sh`split_text() { # text, mark: k_list
  k_list=
  if [ -z "$2" ]; then
    k_text=$(printf '%s.' "$1" | awk '{ sub(/\r$/, ""); gsub(/\r/, "\n"); print }')
    k_left=#{k_text%.} k_mark=$nl
  else
    k_left=$1 k_mark=$2
  fi
  while :; do
    case $k_left in
      *"$k_mark"*)
        encode "#{k_left%%"$k_mark"*}"
        k_left=#{k_left#*"$k_mark"}
        ;;
      *)
        encode "$k_left"
        k_list=$k_list#{k_list:+$nl}$k_line
        return
        ;;
    esac
    k_list=$k_list#{k_list:+$nl}$k_line
  done
}`,
    needs: ['lists'],
  },
  lines_of: {
    says: 'The lines of a text as a list; a line break at its end begins none.',
    text: sh`lines_of() { # text: k_list
  k_list=
  [ -n "$1" ] || return 0
  k_cr=$(printf '\r.')
  k_cr=#{k_cr%.}
  k_whole=$1
  case $k_whole in
    *"$k_cr$nl") k_whole=#{k_whole%"$k_cr$nl"} ;;
    *"$nl") k_whole=#{k_whole%"$nl"} ;;
    *"$k_cr") k_whole=#{k_whole%"$k_cr"} ;;
  esac
  split_text "$k_whole" ''
}`,
    needs: ['split_text'],
  },
  sort_list: {
    says: 'A list in the order of its numbers and letters.',
    text: sh`sort_list() { # a list, up or down
  [ -n "$1" ] || return 0
  printf '%s\n' "$1" | LC_ALL=C awk '${KEY_OF_NAME}
    { print key($0) "\t" $0 }' | if [ "$2" = down ]; then LC_ALL=C sort -r; else LC_ALL=C sort; fi | cut -f 2-
}`,
  },
  distinct: {
    text: sh`distinct() { # a list without what it has already
  [ -z "$1" ] || printf '%s\n' "$1" | awk '!($0 "" in seen) { seen[$0 ""] = 1; print }'
}`,
  },
  reversed: {
    text: sh`reversed() { # a list the other way round
  [ -z "$1" ] || printf '%s\n' "$1" | awk '{ all[NR] = $0 } END { for (i = NR; i > 0; i--) print all[i] }'
}`,
  },
  matching: {
    text: sh`matching() { # a list, a pattern with * and ?: k_list
  k_matching=
  [ -z "$1" ] || while IFS= read -r k_each <&8; do
    decode "$k_each"
    ! test_text fits "$k_text" "$2" || k_matching=$k_matching#{k_matching:+$nl}$k_each
  done 8<<END_OF_LIST
$1
END_OF_LIST
  k_list=$k_matching
}`,
    needs: ['lists', 'test_text'],
  },
  joined: {
    text: sh`joined() { # a list, a mark: k_joined
  k_joined= k_is_first=1
  [ -z "$1" ] || while IFS= read -r k_each <&8; do
    decode "$k_each"
    [ -n "$k_is_first" ] || k_joined=$k_joined$2
    k_is_first=
    k_joined=$k_joined$k_text
  done 8<<END_OF_LIST
$1
END_OF_LIST
}`,
    needs: ['lists'],
  },
  rows_of: {
    says: 'The rows of a CSV file (RFC 4180) as a list: the cells of these columns, a line each; the first one for text.',
    text: sh`rows_of() { # file, columns
  case $1 in /*) k_path=$1 ;; *) k_path=$home/$1 ;; esac
  [ -f "$k_path" ] || { failed "There is no file $k_path."; return 1; }
  shift
  list_of "$@"
  K_COLUMNS=$k_list LC_ALL=C awk '
    function ends_row(   i, at) {
      row[++cells] = cell
      if (rows == 0) {
        for (i = 1; i <= cells; i++) { gsub(/^[ \t]+|[ \t]+$/, "", row[i]); place[row[i]] = i }
        rows = 1
      } else if (!(cells == 1 && row[1] ~ /^[ \t]*$/))
        for (i = 1; i <= wanted; i++) {
          at = columns[i] == "text" && !("text" in place) ? 1 : columns[i] in place ? place[columns[i]] : 0
          print encoded(at > 0 && at <= cells ? row[at] : "")
        }
      cells = 0
      cell = ""
    }
    function encoded(text,   at, sign, made) {
      if (text == "") return "\\e"
      made = ""
      for (at = 1; at <= length(text); at++) {
        sign = substr(text, at, 1)
        made = made (sign == "\\" ? "\\\\" : sign == "\n" ? "\\n" : sign)
      }
      return made
    }
    BEGIN { wanted = split(ENVIRON["K_COLUMNS"], columns, "\n") }
    {
      line = $0
      if (NR == 1) sub(/^\357\273\277/, "", line)
      sub(/\r$/, "", line)
      if (quoted) cell = cell "\n"
      for (at = 1; at <= length(line); at++) {
        sign = substr(line, at, 1)
        if (quoted) {
          if (sign != "\"") cell = cell sign
          else if (substr(line, at + 1, 1) == "\"") { cell = cell "\""; at++ }
          else quoted = 0
        } else if (sign == "\"" && cell == "") quoted = 1
        else if (sign == ",") { row[++cells] = cell; cell = "" }
        else cell = cell sign
      }
      if (!quoted) ends_row()
    }' "$k_path"
}`,
    needs: ['failed', 'lists'],
    uses: ['home'],
  },
}
