import { sh } from './helper'
import type { Helper } from './helper'

/** What goes into the bin, and out of it. */
export const bin: Record<string, Helper> = {
  throw_away: {
    says: 'Into the bin, which remembers where it lay.',
    text: sh`throw_away() {
  [ -d "$bin" ] || { failed "There is no bin at $bin."; return 1; }
  case $bin in "$1" | "$1"/*) failed "$1 holds the bin."; return 1 ;; esac
  free_name "$bin/#{1##*/}"
  mkdir -p -- "$bin/.lain" && mv -- "$1" "$k_free" && printf '%s' "$1" >"$bin/.lain/#{k_free##*/}"
}`,
    needs: ['failed', 'free_name'],
    uses: ['bin'],
  },
  throw_all: {
    text: sh`throw_all() { # paths and patterns
  find_files "$@" || return
  [ -n "$k_found" ] || return 0
  k_all=//$(printf '%s\n' "$k_found" | awk '{ printf "%s//", $0 }')
  while IFS= read -r k_each <&8; do
    # What lies in a folder that goes goes with it.
    k_above=#{k_each%/*}
    while [ -n "$k_above" ]; do
      case $k_all in *"//$k_above//"*) continue 2 ;; esac
      k_above=#{k_above%/*}
    done
    decode "$k_each"
    throw_away "$k_text" || return
  done 8<<END_OF_LIST
$k_found
END_OF_LIST
}`,
    needs: ['find_files', 'throw_away'],
  },
  restore: {
    says: 'Out of the bin, to where each lay before.',
    text: sh`restore() { # names and patterns
  [ -d "$bin" ] || { failed "There is no bin at $bin."; return 1; }
  for k_wanted do
    if [ -e "$bin/.lain/$k_wanted" ] && is_taken "$bin/$k_wanted"; then
      encode "$bin/$k_wanted"
      k_lying=$k_line
    else
      case $k_wanted in
        *[*?]*) k_lying=$(list_entries "$bin" both '' "$k_wanted" name) || return ;;
        *)
          failed "Nothing in the bin is called $k_wanted."
          return 1
          ;;
      esac
    fi
    [ -n "$k_lying" ] || continue
    while IFS= read -r k_each <&8; do
      decode "$k_each"
      k_lies=$k_text k_name=#{k_text##*/}
      [ -e "$bin/.lain/$k_name" ] || continue
      k_lay=$(cat -- "$bin/.lain/$k_name"; printf .)
      k_lay=#{k_lay%.}
      mkdir -p -- "#{k_lay%/*}/" || return
      free_name "$k_lay"
      mv -- "$k_lies" "$k_free" || return
      rm -f -- "$bin/.lain/$k_name"
    done 8<<END_OF_LIST
$k_lying
END_OF_LIST
  done
}`,
    needs: ['failed', 'free_name', 'lists', 'list_entries'],
    uses: ['bin'],
  },
}
