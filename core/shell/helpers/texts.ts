import { KEY_OF_NAME } from './keyOfName'
import { sh } from './helper'
import type { Helper } from './helper'

/** Working with texts, numbers and lists, by the same rules as the steps. */
export const texts: Record<string, Helper> = {
  test_text: {
    says: 'Whether a text is, begins with, ends with, has, fits, is more or less than another; capitals do not matter.',
    text: sh`test_text() { # is, begins, ends, has, fits, more or less; two texts
  K_TEST=$1 K_A=$2 K_B=$3 LC_ALL=C awk '${KEY_OF_NAME}
    function is_number(text) {
      return text ~ /^[ \t\n]*[-+]?([0-9]+\.?[0-9]*|\.[0-9]+)([eE][-+]?[0-9]+)?[ \t\n]*$/ || text ~ /^[ \t\n]*0[xX][0-9a-fA-F]+[ \t\n]*$/
    }
    function value(text,   at, made) {
      if (text !~ /0[xX]/) return text + 0
      gsub(/[ \t\n]/, "", text)
      for (at = 3; at <= length(text); at++) made = made * 16 + index("0123456789abcdef", tolower(substr(text, at, 1))) - 1
      return made
    }
    function compared(a, b) {
      if (is_number(a) && is_number(b)) return value(a) < value(b) ? -1 : value(a) > value(b)
      a = key(a)
      b = key(b)
      sub(/ [01]*$/, "", a)
      sub(/ [01]*$/, "", b)
      return a "" < b "" ? -1 : a "" > b ""
    }
    function pattern(text) {
      gsub(/[.+^$(){}|[\\]/, "\\\\&", text)
      gsub(/]/, "\\]", text)
      gsub(/[*]/, ".*", text)
      gsub(/[?]/, ".", text)
      return "^" text "$"
    }
    BEGIN {
      a = ENVIRON["K_A"] ""
      b = ENVIRON["K_B"] ""
      test = ENVIRON["K_TEST"]
      la = tolower(a)
      lb = tolower(b)
      if (test == "is") holds = is_number(a) && is_number(b) ? value(a) == value(b) : la "" == lb ""
      else if (test == "begins") holds = substr(la, 1, length(lb)) "" == lb ""
      else if (test == "ends") holds = length(la) >= length(lb) && substr(la, length(la) - length(lb) + 1) "" == lb ""
      else if (test == "has") holds = index(la, lb) > 0 || lb == ""
      else if (test == "fits") holds = la ~ pattern(lb)
      else if (test == "more") holds = compared(a, b) > 0
      else holds = compared(a, b) < 0
      exit !holds
    }'
}`,
  },
  is_blank: {
    text: sh`is_blank() {
  case $1 in
    *[![:space:]]*) return 1 ;;
  esac
}`,
  },
  between: {
    says: 'What stands before, after or between marks.',
    text: sh`before_mark() { # text, mark: k_text
  case $1 in *"$2"*) k_text=#{1%%"$2"*} ;; *) k_text=$1 ;; esac
}
after_mark() {
  case $1 in *"$2"*) k_text=#{1#*"$2"} ;; *) k_text= ;; esac
}
between_marks() { # text, mark, end
  after_mark "$1" "$2"
  case $k_text in *"$3"*) k_text=#{k_text%%"$3"*} ;; *) k_text= ;; esac
}`,
  },
  letters: {
    says: 'Letters by their number, from 1, or from the end where it is below nothing; a letter may have several bytes.',
    text: sh`letters() { # text, from, to: k_text
  k_text=$(K_TEXT=$1 K_FROM=$2 K_TO=$3 LC_ALL=C awk 'BEGIN {
      text = ENVIRON["K_TEXT"] ""
      for (i = 1; i <= length(text); i++) {
        byte = substr(text, i, 1)
        if (byte >= "\200" && byte <= "\277" && count > 0) all[count] = all[count] byte
        else all[++count] = byte
      }
      from = ENVIRON["K_FROM"] + 0
      to = ENVIRON["K_TO"] + 0
      if (from < 0) from = count + from + 1
      if (to < 0) to = count + to + 1
      if (from < 1) from = 1
      for (i = from; i <= to && i <= count; i++) printf "%s", all[i]
      printf "."
    }')
  k_text=#{k_text%.}
}`,
  },
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
  replace_text: {
    text: sh`replace_text() { # text, what is replaced, by what: k_text
  k_left=$1 k_text=
  while :; do
    case $k_left in
      *"$2"*)
        k_text=$k_text#{k_left%%"$2"*}$3
        k_left=#{k_left#*"$2"}
        ;;
      *) break ;;
    esac
  done
  k_text=$k_text$k_left
}`,
  },
  change_case: {
    says: 'Capitals, of the letters that this system knows.',
    text: sh`change_case() { # upper, lower, title or sentence; text: k_text
  k_text=$(K_TEXT=$2 awk -v "to=$1" 'BEGIN {
      text = ENVIRON["K_TEXT"] ""
      if (to == "upper") text = toupper(text)
      else if (to == "lower") text = tolower(text)
      else {
        made = ""
        is_first = 1
        for (i = 1; i <= length(text); i++) {
          sign = substr(text, i, 1)
          isLetter = tolower(sign) != toupper(sign)
          if (isLetter && is_first) { sign = toupper(sign); is_first = 0 }
          else if (to == "title") is_first = sign ~ /[ \t\n\r\f\v\-\/(]/
          made = made sign
        }
        text = made
      }
      printf "%s.", text
    }')
  k_text=#{k_text%.}
}`,
  },
  trim: {
    text: sh`trim() { # text: k_text
  k_text=$1
  k_left=#{k_text%%[![:space:]]*}
  k_text=#{k_text#"$k_left"}
  k_left=#{k_text##*[![:space:]]}
  k_text=#{k_text%"$k_left"}
}`,
  },
  trimmed: {
    text: sh`trimmed() {
  trim "$1"
  printf '%s' "$k_text"
}`,
    needs: ['trim'],
  },
  same_words: {
    says: 'Whether two texts are the same but for capitals and what stands around them.',
    text: sh`same_words() {
  [ "$(lower "$(trimmed "$1")")" = "$(lower "$(trimmed "$2")")" ]
}`,
    needs: ['lower', 'trimmed'],
  },
  first_number: {
    text: sh`first_number() { # text: k_text
  k_text=$(K_TEXT=$1 awk 'BEGIN {
      text = ENVIRON["K_TEXT"] ""
      if (!match(text, /-?[0-9]+([.,][0-9]+)?/)) exit 1
      number = substr(text, RSTART, RLENGTH)
      sub(/,/, ".", number)
      printf "%.15g", number
    }') || failed "There is no number in “$1”."
}`,
    needs: ['failed'],
  },
  work_out: {
    says: 'A sum of numbers; what stands in it for a value must be a number.',
    text: sh`work_out() { # the sum with its values in: k_text
  case $1 in
    *[!0-9.eE+*/^\ \(\)-]* | *[eE][!0-9+-]* | '')
      failed "“$1” is no sum of numbers."
      return 1
      ;;
  esac
  k_text=$(awk "BEGIN { printf \"%.14g\", ($1) }" 2>/dev/null) || { failed "“$1” cannot be worked out."; return 1; }
  case $k_text in *[Nn][Aa][Nn]* | *[Ii][Nn][Ff]*) failed "“$1” is no number." ;; esac
}`,
    needs: ['failed'],
  },
  whole_number: {
    says: 'How often something goes round.',
    text: sh`rounds_of() { # text: k_text
  trim "$1"
  K_TEXT=$k_text awk 'BEGIN { exit !(ENVIRON["K_TEXT"] ~ /^[-+]?([0-9]+\.?[0-9]*|\.[0-9]+)([eE][-+]?[0-9]+)?$/) }' ||
    { failed "“$1” is no number."; return 1; }
  k_text=$(awk "BEGIN { printf \"%d\", $k_text }")
  [ "$k_text" -le 100000 ] || failed "“$1” times are too many."
}`,
    needs: ['failed', 'trim'],
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
