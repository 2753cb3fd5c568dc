import { sh } from './helper'
import type { Helper } from './helper'

/** New names for files, by the same rules as on the bench. */
export const renamingFiles: Record<string, Helper> = {
  name_parts: {
    says: 'The parts of a path.',
    text: sh`name_parts() { # k_name, k_stem, k_extension, k_folder
  k_name=#{1##*/} k_folder=#{1%/*} k_extension=
  [ -n "$k_folder" ] || k_folder=/
  k_stem=$k_name
  [ ! -d "$1" ] || return 0
  case $k_name in
    ?*.*) k_stem=#{k_name%.*} k_extension=#{k_name##*.} ;;
  esac
}
size_of() {
  if [ -f "$1" ]; then echo "$(($(wc -c <"$1")))"; else echo 0; fi
}`,
  },
  rename_files: {
    says: 'New names for files, all at once: what one leaves another may take.',
    text: sh`rename_files() { # both, replace, skip or ask; the first number; digits; what makes k_new of k_stem, k_ending, k_number; paths
  k_taken=$1 k_count=$2 k_digits=$3 k_namer=$4
  shift 4
  find_files "$@" || return
  [ -n "$k_found" ] || return 0
  k_leaving=// k_stay=// k_pairs=
  while IFS= read -r k_each <&8; do
    decode "$k_each"
    k_from=$k_text
    name_parts "$k_from"
    k_ending=#{k_extension:+.$k_extension}
    case $k_name in ?*.) [ -d "$k_from" ] || k_ending=. ;; esac
    k_number=$(printf "%0#{k_digits}d" "$k_count")
    k_count=$((k_count + 1))
    "$k_namer"
    case $k_new in
      '' | . | .. | */*)
        failed "“$k_new” is no name of a file."
        return 1
        ;;
    esac
    encode "#{k_folder%/}/$k_new"
    k_leaving=$k_leaving$k_each//
    [ "$k_each" != "$k_line" ] || k_stay=$k_stay$k_each//
    k_pairs=$k_pairs#{k_pairs:+$nl}$k_each$nl$k_line
  done 8<<END_OF_LIST
$k_found
END_OF_LIST
  if [ "$k_taken" = ask ]; then
    settle_names || return
    [ "$k_conflicts" -eq 0 ] || ask_taken "$k_conflicts" || return
  fi
  # What stays keeps its name from the others, so that some of them may have to stay as well.
  k_again=1
  while [ -n "$k_again" ]; do settle_names || return; done
  [ -n "$k_going" ] || return 0
  k_step=0
  for k_phase in aside there; do
    while IFS= read -r k_each <&8 && IFS= read -r k_then <&8 && IFS= read -r k_how <&8; do
      k_step=$((k_step + 1))
      decode "$k_each"
      k_from=$k_text
      decode "$k_then"
      k_target=$k_text
      k_aside=#{k_from%/*}/.keen-lever.$$.$((k_step % k_many))
      if [ "$k_phase" = aside ]; then
        mv -- "$k_from" "$k_aside" || return
      else
        [ "$k_how" = go ] || throw_away "$k_target" || return
        mv -- "$k_aside" "$k_target" || return
      fi
    done 8<<END_OF_LIST
$k_going
END_OF_LIST
  done
}
settle_names() { # k_going of k_pairs: from, to, how; k_many; k_again where one that stays keeps a name
  k_going= k_again= k_many=0 k_conflicts=0 k_claims=$k_stay
  while IFS= read -r k_each <&8 && IFS= read -r k_then <&8; do
    [ "$k_each" != "$k_then" ] || continue
    k_how=go
    decode "$k_then"
    if is_claimed "$k_then" "$k_text"; then
      k_conflicts=$((k_conflicts + 1))
      case $k_taken in
        both)
          next_free "$k_text"
          encode "$k_free"
          k_then=$k_line
          ;;
        replace) case $k_claims in *"//$k_then//"*) k_how=stay ;; *) k_how=replace ;; esac ;;
        skip) k_how=stay ;;
      esac
    fi
    if [ "$k_how" = stay ]; then
      case $k_leaving in
        *"//$k_each//"*)
          k_again=1
          k_leaving=#{k_leaving%%"//$k_each//"*}//#{k_leaving#*"//$k_each//"}
          ;;
      esac
      continue
    fi
    k_claims=$k_claims$k_then//
    k_many=$((k_many + 1))
    k_going=$k_going#{k_going:+$nl}$k_each$nl$k_then$nl$k_how
  done 8<<END_OF_LIST
$k_pairs
END_OF_LIST
}
is_claimed() { # a line, its path
  case $k_claims in *"//$1//"*) return 0 ;; esac
  is_taken "$2" || return 1
  case $k_leaving in *"//$1//"*) return 1 ;; esac
}
next_free() {
  k_last=#{1##*/} k_ending= k_stem=$1
  case $k_last in
    *?.*)
      if [ -n "#{k_last##*.}" ] && [ -n "#{k_last%.*}" ]; then
        k_ending=.#{k_last##*.} k_stem=#{1%.*}
      fi
      ;;
  esac
  k_n=1
  while :; do
    k_n=$((k_n + 1))
    k_free="$k_stem $k_n$k_ending"
    encode "$k_free"
    is_claimed "$k_line" "$k_free" || return 0
  done
}`,
    needs: ['failed', 'find_files', 'free_name', 'name_parts', 'ask_taken', 'throw_away'],
  },
}
