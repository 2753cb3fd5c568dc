import { sh } from './helper'

/**
 * The order of names: marks, numbers by their value, letters without regard to capitals; other letters after them.
 * ASCII in the order of the Unicode Collation Algorithm’s root table.
 */
export const KEY_OF_NAME =
  sh`
    BEGIN {
      marks = "\t\n\013\014\r _-,;:!?.\047\"()[]{}@*/\\&#%` +
  '`' +
  sh`^+<=>|~$"
      letters = "abcdefghijklmnopqrstuvwxyz"
    }
    function key(text,   at, sign, made, run, capitals, rank) {
      made = capitals = ""
      for (at = 1; at <= length(text); at++) {
        sign = substr(text, at, 1)
        if (sign ~ /[0-9]/) {
          run = ""
          for (; at <= length(text) && substr(text, at, 1) ~ /[0-9]/; at++) run = run substr(text, at, 1)
          at--
          sub(/^0+/, "", run)
          made = made sprintf("60%04d%s", length(run), run)
        } else if ((rank = index(letters, tolower(sign))) > 0) {
          made = made sprintf("%02d", 60 + rank)
          capitals = capitals (sign ~ /[A-Z]/ ? 1 : 0)
        } else if ((rank = index(marks, sign)) > 0) made = made sprintf("%02d", rank)
        else made = made "99" sign
      }
      return made " " capitals
    }
    function encoded(text,   at, sign, made) {
      if (text == "") return "\\e"
      if (text !~ /[\\\n]/) return text
      made = ""
      for (at = 1; at <= length(text); at++) {
        sign = substr(text, at, 1)
        made = made (sign == "\\" ? "\\\\" : sign == "\n" ? "\\n" : sign)
      }
      return made
    }`
