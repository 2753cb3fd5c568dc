import { sh } from './helper'
import type { Helper } from './helper'

/** Asking whoever sits at the terminal. */
export const questions: Record<string, Helper> = {
  ask: {
    says: 'Asks; nothing is answered with the usual answer, where there is one: k_answer.',
    text: sh`ask() { # question, usual answer (or nothing), and whether there is one
  if [ -n "#{3-}" ]; then printf '%s [%s]\n> ' "$1" "$2" >&2; else printf '%s\n> ' "$1" >&2; fi
  if ! IFS= read -r k_answer && [ -z "$k_answer" ]; then
    [ -n "#{3-}" ] || { failed 'Nobody answered.'; return 1; }
    printf '\n' >&2
    k_answer=$2 k_is_over=1
    return 0
  fi
  [ -n "$k_answer" ] || [ -z "#{3-}" ] || k_answer=$2
}`,
    needs: ['failed'],
  },
  ask_text: {
    text: sh`ask_text() { # question, usual answer, whether there is one, a pattern or nothing, why
  while ask "$1" "$2" "$3"; do
    [ -n "$4" ] || return 0
    ! test_text fits "$k_answer" "$4" || return 0
    printf '%s\n' "$5" >&2
    [ -z "#{k_is_over-}" ] || return 1
  done
  return 1
}`,
    needs: ['ask', 'test_text'],
  },
  ask_number: {
    text: sh`ask_number() { # question, usual answer, whether there is one, the least and the most, or nothing
  while ask "$1" "$2" "$3"; do
    k_number=$(K_ANSWER=$k_answer K_LEAST=$4 K_MOST=$5 awk 'BEGIN {
        text = ENVIRON["K_ANSWER"] ""
        sub(/,/, ".", text)
        if (text !~ /^[ \t]*[-+]?([0-9]+\.?[0-9]*|\.[0-9]+)([eE][-+]?[0-9]+)?[ \t]*$/) { print "Give a number, such as 12 or 0.5."; exit 1 }
        if (ENVIRON["K_LEAST"] != "" && text + 0 < ENVIRON["K_LEAST"] + 0) { print "Give " ENVIRON["K_LEAST"] " or more."; exit 1 }
        if (ENVIRON["K_MOST"] != "" && text + 0 > ENVIRON["K_MOST"] + 0) { print "Give " ENVIRON["K_MOST"] " or less."; exit 1 }
        printf "%.15g", text
      }') && { k_answer=$k_number; return 0; }
    printf '%s\n' "$k_number" >&2
    [ -z "#{k_is_over-}" ] || return 1
  done
  return 1
}`,
    needs: ['ask'],
  },
  ask_yes_no: {
    text: sh`ask_yes_no() { # question, usual answer, whether there is one
  while ask "$1 (yes or no)" "$2" "$3"; do
    case $k_answer in yes | no) return 0 ;; esac
    printf 'Answer yes or no.\n' >&2
    [ -z "#{k_is_over-}" ] || return 1
  done
  return 1
}`,
    needs: ['ask'],
  },
  ask_date: {
    text: sh`ask_date() { # question, usual answer, whether there is one
  while ask "$1 (such as 2026-03-14)" "$2" "$3"; do
    case $k_answer in
      [0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9])
        k_rest=#{k_answer#*-}
        k_asked_month=#{k_rest%-*} k_asked_day=#{k_rest#*-} k_asked_year=#{k_answer%%-*}
        day_from "$(days_of "$(printf '%s' "$k_asked_year" | sed 's/^0*\(.\)/\1/')" "#{k_asked_month#0}" "#{k_asked_day#0}")"
        [ "$k_year-$k_month-$k_day" != "$k_answer" ] || [ "$k_asked_month" = 00 ] || return 0
        ;;
    esac
    printf 'Give a date as year, month and day, such as 2026-03-14.\n' >&2
    [ -z "#{k_is_over-}" ] || return 1
  done
  return 1
}`,
    needs: ['ask', 'days'],
  },
  ask_file: {
    text: sh`ask_file() { # question, usual answer, whether there is one, the folder
  while ask "$1 (a file, of $4 where its name alone is given)" "$2" "$3"; do
    case $k_answer in /*) ;; *) k_answer=$4/$k_answer ;; esac
    [ ! -f "$k_answer" ] || return 0
    printf 'There is no file %s.\n' "$k_answer" >&2
    [ -z "#{k_is_over-}" ] || return 1
  done
  return 1
}`,
    needs: ['ask'],
  },
  ask_pick: {
    says: 'A choice from a list, by its number or its name; several of them by numbers with blanks between.',
    text: sh`ask_pick() { # question, usual answer, whether there is one, one or several, a list: k_answer or k_list
  [ -n "$5" ] || { failed "There is nothing to choose for “$1”."; return 1; }
  k_number=0
  while IFS= read -r k_each <&8; do
    k_number=$((k_number + 1))
    decode "$k_each"
    printf '%3d %s\n' "$k_number" "$k_text" >&2
  done 8<<END_OF_LIST
$5
END_OF_LIST
  while ask "$1" "$2" "$3"; do
    if [ "$4" = one ]; then
      ! chosen_of "$k_answer" "$5" || { k_answer=$k_text; return 0; }
    else
      k_chosen= k_is_good=1
      if [ -n "#{k_is_over-}" ] || { [ -n "$3" ] && [ "$k_answer" = "$2" ]; }; then
        lines_of "$k_answer"
        k_asked=$k_list
      else
        k_asked=$(printf '%s\n' "$k_answer" | tr -s ', ' '\n\n')
      fi
      while IFS= read -r k_each <&7; do
        [ -n "$k_each" ] || continue
        decode "$k_each"
        chosen_of "$k_text" "$5" || { k_is_good=; break; }
        encode "$k_text"
        k_chosen=$k_chosen#{k_chosen:+$nl}$k_line
      done 7<<END_OF_LIST
$k_asked
END_OF_LIST
      [ -z "$k_is_good" ] || { k_list=$(distinct "$k_chosen"); return 0; }
    fi
    printf 'Give the number in front of it.\n' >&2
    [ -z "#{k_is_over-}" ] || return 1
  done
  return 1
}
chosen_of() { # a number or name, a list: k_text
  k_asked_for=$1 k_at=0
  while IFS= read -r k_each <&9; do
    k_at=$((k_at + 1))
    decode "$k_each"
    if [ "$k_asked_for" = "$k_at" ] || [ "$k_asked_for" = "$k_text" ]; then return 0; fi
  done 9<<END_OF_LIST
$2
END_OF_LIST
  return 1
}`,
    needs: ['ask', 'failed', 'lists', 'lines_of', 'distinct'],
  },
  find_row: {
    says: 'Rows of a list: each has so many lines, its columns.',
    text: sh`column_of() { # list, columns, which
  [ -z "$1" ] || printf '%s\n' "$1" | awk -v "columns=$2" -v "which=$3" '(NR - 1) % columns == which - 1'
}
row_of() { # list, columns, which row: k_row
  k_row=$(printf '%s\n' "$1" | sed -n "$((($3 - 1) * $2 + 1)),$(($3 * $2))p")
}
find_row() { # list, columns, which is compared; exact or begins; fail, ask or go-on; fail, ask or first; wanted: k_row
  k_labels=$(column_of "$1" "$2" "$3") k_row=
  trim "$7"
  encode "$k_text"
  k_hits=$([ -z "$k_labels" ] || printf '%s\n' "$k_labels" | K_WANTED=$k_line awk -v "how=$4" '
    BEGIN { wanted = tolower(ENVIRON["K_WANTED"]) }
    {
      label = tolower($0)
      gsub(/^[ \t]+|[ \t]+$/, "", label)
      if (label "" == wanted "") exact = exact NR "\n"
      if (wanted == "\\e" || substr(label, 1, length(wanted)) == wanted) begins = begins NR "\n"
    }
    END { printf "%s", exact != "" || how == "exact" ? exact : begins }')
  case $k_hits in
    '')
      case $5 in
        go-on) return 0 ;;
        ask)
          if [ -n "$k_labels" ]; then
            ask_pick "Nothing there is “$7”. Which is meant?" '' '' one "$k_labels" && row_of "$1" "$2" "$k_at"
            return
          fi
          ;;
      esac
      failed "Nothing was found for “$7”."
      return 1
      ;;
    *"$nl"*)
      case $6 in
        first) k_hits=#{k_hits%%"$nl"*} ;;
        ask)
          k_several=
          while IFS= read -r k_hit <&8; do
            k_several=$k_several#{k_several:+$nl}$(printf '%s\n' "$k_labels" | sed -n "#{k_hit}p")
          done 8<<END_OF_LIST
$k_hits
END_OF_LIST
          ask_pick "Several there fit “$7”. Which is meant?" '' '' one "$k_several" || return
          k_hits=$(printf '%s\n' "$k_hits" | sed -n "#{k_at}p")
          ;;
        *)
          failed "Several there fit “$7”."
          return 1
          ;;
      esac
      ;;
  esac
  row_of "$1" "$2" "$k_hits"
}`,
    needs: ['ask_pick', 'failed', 'lists', 'trim'],
  },
  ask_alert: {
    says: 'Warns, and waits until it is read.',
    text: sh`alert() {
  printf '%s\n' "$1" >&2
  [ ! -t 0 ] || { printf '(Enter) ' >&2; IFS= read -r k_answer || :; }
}`,
  },
}
