import { KEY_OF_NAME } from './keyOfName'
import { sh } from './helper'
import type { Helper } from './helper'

/** Working with texts, by the same rules as the steps. */
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
}
