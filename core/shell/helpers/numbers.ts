import { sh } from './helper'
import type { Helper } from './helper'

/** Numbers in texts, and sums of them, by the same rules as the steps. */
export const numbers: Record<string, Helper> = {
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
}
