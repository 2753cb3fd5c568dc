import { KEY_OF_NAME } from './keyOfName'
import { sh } from './helper'
import type { Helper } from './helper'

/** Finding, moving, renaming and throwing away files, by the same rules as the bench. */
export const files: Record<string, Helper> = {
  list_entries: {
    says: 'What is in a folder, as a list of paths; names in the order of their numbers and letters.',
    text: sh`list_entries() { # folder; files, folders or both; deep or nothing; a pattern or nothing; order; tests of find
  k_in=$1 k_what=$2 k_deep=$3 k_order=$5
  case $k_in in /*) ;; *) k_in=$home/$k_in ;; esac
  [ -d "$k_in" ] || { failed "There is no folder $k_in."; return 1; }
  k_fits=$(printf '%s.' "$4" | sed 's/[.+^$(){}|[\\]/\\&/g; s/]/\\]/g; s/\*/.*/g; s/?/./g')
  k_fits=#{k_fits%??}
  shift 5
  [ "$k_in" != / ] || k_in=
  case $k_what in
    files) set -- "$@" -type f ;;
    folders) set -- "$@" -type d ;;
  esac
  [ -n "$k_deep" ] || set -- -prune "$@"
  k_entries=$(find "$k_in/." ! -name . "$@" -exec printf '%s//\n' {} + | K_FITS=$k_fits LC_ALL=C awk '${KEY_OF_NAME}
    {
      all = all $0
      if (all !~ /\/\/$/) { all = all "\n"; next }
      path = substr(all, 1, length(all) - 2)
      all = ""
      sub(/\/\.\//, "/", path)
      name = path
      sub(/^.*\//, "", name)
      if (ENVIRON["K_FITS"] != "" && tolower(name) !~ ("^" tolower(ENVIRON["K_FITS"]) "$")) next
      print key(path) "\t" encoded(path)
    }' | LC_ALL=C sort | cut -f 2-)
  [ "$k_order" = name ] || [ -z "$k_entries" ] || by_order
  printf '%s\n' "$k_entries"
}
by_order() { # Names with a backslash or a line break stand at the end.
  set --
  k_odd= k_rest=
  while IFS= read -r k_each <&9; do
    case $k_each in
      *\\*) k_odd=$k_odd$nl$k_each ;;
      *)
        set -- "$@" "$k_each"
        k_rest=$k_rest#{k_rest:+$nl}$k_each
        ;;
    esac
  done 9<<END_OF_LIST
$k_entries
END_OF_LIST
  k_entries=
  if [ $# -gt 0 ]; then
    case $k_order in
      newest) k_entries=$(ls -td -- "$@") ;;
      oldest) k_entries=$(ls -trd -- "$@") ;;
      *) k_entries=$({ ls -ldn -- "$@"; printf '%s\n' "$k_rest"; } | awk -v "how=$k_order" '
        /^\// { printf "%d\t%d\t%s\n", how == "largest" ? -size[$0] : size[$0], ++count, $0; next }
        { at = index($0, " /"); size[substr($0, at + 1)] = $5 }' | sort -n -k 1,1 -k 2,2 | cut -f 3-) ;;
    esac
  fi
  k_entries=$k_entries$k_odd
  k_entries=#{k_entries#"$nl"}
}`,
    needs: ['failed', 'lists'],
    uses: ['home'],
  },
  find_files: {
    says: 'What paths and patterns mean, each once: k_found.',
    text: sh`find_files() {
  k_found= k_seen=//
  for k_path do
    case $k_path in /*) ;; *) k_path=$home/$k_path ;; esac
    if [ -e "$k_path" ] || [ -L "$k_path" ]; then
      encode "$k_path"
      found_some "$k_line" $#
    else
      case #{k_path##*/} in
        *[*?]*)
          k_folder=#{k_path%/*}
          [ -d "$k_folder/" ] || continue
          k_fitting=$(list_entries "#{k_folder:-/}" both '' "#{k_path##*/}" name) || return
          found_some "$k_fitting" $#
          ;;
        *)
          failed "There is nothing at $k_path."
          return 1
          ;;
      esac
    fi
  done
}
found_some() { # a list of paths, how many were asked for
  [ -n "$1" ] || return 0
  if [ "$2" -eq 1 ]; then
    k_found=$1
    return 0
  fi
  while IFS= read -r k_each <&9; do
    case $k_seen in *"//$k_each//"*) continue ;; esac
    k_seen=$k_seen$k_each//
    k_found=$k_found#{k_found:+$nl}$k_each
  done 9<<END_OF_LIST
$1
END_OF_LIST
}`,
    needs: ['failed', 'lists', 'list_entries'],
    uses: ['home'],
  },
  folder_for: {
    says: 'The folder that files go into; with made it may be missing.',
    text: sh`folder_for() { # a path, made or nothing: k_to
  k_to=$1
  case $k_to in /*) ;; *) k_to=$home/$k_to ;; esac
  [ "$k_to" = / ] || k_to=#{k_to%/}
  [ ! -d "$k_to" ] || return 0
  [ ! -e "$k_to" ] || { failed "$k_to is no folder."; return 1; }
  [ -n "$2" ] || failed "There is no folder $k_to."
}`,
    needs: ['failed'],
    uses: ['home'],
  },
  free_name: {
    says: 'A path that is free: “chart 2.atlas” where “chart.atlas” is taken: k_free.',
    text: sh`is_taken() {
  [ -e "$1" ] || [ -L "$1" ]
}
free_name() {
  k_free=$1
  is_taken "$1" || return 0
  k_last=#{1##*/} k_ending= k_stem=$1
  case $k_last in
    *?.*)
      if [ -n "#{k_last##*.}" ] && [ -n "#{k_last%.*}" ]; then
        k_ending=.#{k_last##*.} k_stem=#{1%.*}
      fi
      ;;
  esac
  k_n=2
  while is_taken "$k_stem $k_n$k_ending"; do k_n=$((k_n + 1)); done
  k_free="$k_stem $k_n$k_ending"
}`,
  },
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
  ask_taken: {
    says: 'What shall happen where names are taken: k_taken.',
    text: sh`ask_taken() { # how many
  printf '%s names are taken there. What shall happen?\n' "$1" >&2
  printf '  1 Keep both\n  2 Replace, the old ones into the bin\n  3 Leave those where they are\n> ' >&2
  IFS= read -r k_choice || { failed 'Nobody answered.'; return 1; }
  case $k_choice in
    1 | both) k_taken=both ;;
    2 | replace) k_taken=replace ;;
    3 | skip) k_taken=skip ;;
    *)
      printf 'Answer 1, 2 or 3.\n' >&2
      ask_taken "$1"
      ;;
  esac
}`,
    needs: ['failed'],
  },
  transfer: {
    says: 'One file or folder to where nothing stands.',
    text: sh`transfer() { # move or copy, from, to
  if [ "$1" = move ]; then mv -- "$2" "$3"; else cp -RPp -- "$2" "$3"; fi
}`,
  },
  carry: {
    says: 'Files into a folder.',
    text: sh`carry() { # move or copy; both, replace, skip or ask; made or nothing; the folder; paths and patterns
  k_act=$1 k_taken=$2
  folder_for "$4" "$3" || return
  shift 4
  find_files "$@" || return
  carry_found
}
carry_found() { # k_found goes to k_to
  [ -n "$k_found" ] || return 0
  k_claimed=/ k_conflicts=0 k_names=/
  while IFS= read -r k_each <&8; do
    decode "$k_each"
    case $k_to/ in
      "$k_text"/* | //)
        if [ "$k_text" = / ] || [ "$k_to" != / ]; then
          failed "$k_text cannot go into itself."
          return 1
        fi
        ;;
    esac
    k_name=#{k_text##*/}
    if [ "$k_act" = move ] && [ "$k_text" = "#{k_to%/}/$k_name" ]; then k_claimed=$k_claimed$k_name/; fi
    [ "$k_taken" = ask ] || continue
    case $k_act:$k_claimed:$k_names in
      move:*/"$k_name"/:*) ;;
      *:*:*/"$k_name"/*) k_conflicts=$((k_conflicts + 1)) ;;
      *) ! is_taken "#{k_to%/}/$k_name" || k_conflicts=$((k_conflicts + 1)) ;;
    esac
    k_names=$k_names$k_name/
  done 8<<END_OF_LIST
$k_found
END_OF_LIST
  [ "$k_conflicts" -eq 0 ] || ask_taken "$k_conflicts" || return
  while IFS= read -r k_each <&8; do
    decode "$k_each"
    k_from=$k_text k_name=#{k_text##*/}
    k_target=#{k_to%/}/$k_name
    if [ "$k_act" = move ] && [ "$k_from" = "$k_target" ]; then continue; fi
    k_source=$k_from
    if is_taken "$k_target"; then
      case $k_taken in
        skip) continue ;;
        replace)
          case $k_claimed in */"$k_name"/*) continue ;; esac
          if [ "$k_from" = "$k_target" ]; then
            k_source=$k_target~keen
            cp -RPp -- "$k_from" "$k_source" || return
          fi
          throw_away "$k_target" || return
          ;;
        *)
          free_name "$k_target"
          k_target=$k_free
          ;;
      esac
    fi
    [ "$k_taken" != replace ] || k_claimed=$k_claimed$k_name/
    [ -d "$k_to" ] || mkdir -p -- "$k_to" || return
    if [ "$k_source" = "$k_from" ]; then transfer "$k_act" "$k_from" "$k_target"; else mv -- "$k_source" "$k_target"; fi || return
  done 8<<END_OF_LIST
$k_found
END_OF_LIST
}`,
    needs: ['failed', 'find_files', 'folder_for', 'free_name', 'transfer', 'ask_taken', 'throw_away'],
  },
  gather: {
    says: 'Copies files of these names from the first folders that have them, whatever their capitals and endings.',
    text: sh`gather() { # both, replace, skip or ask; made or nothing; the folder; a list of names; folders
  k_act=copy k_taken=$1 k_wanted_names=$4
  folder_for "$3" "$2" || return
  shift 4
  k_gathered= k_lowered=
  k_stock=
  for k_folder do
    case $k_folder in /*) ;; *) k_folder=$home/$k_folder ;; esac
    [ -d "$k_folder" ] || { failed "There is no folder $k_folder."; return 1; }
    k_some=$(list_entries "$k_folder" files '' '' name) || return
    k_stock=$k_stock#{k_some:+#{k_stock:+$nl}$k_some}
  done
  [ -n "$k_wanted_names" ] || return 0
  k_found=$({ printf '%s\n' "$k_stock"; echo //; printf '%s\n' "$k_wanted_names"; } | K_TO=#{k_to%/} LC_ALL=C awk '
    $0 == "//" {
      for (pass = 1; pass <= 3; pass++)
        for (i = 1; i <= count; i++) {
          name = paths[i]
          sub(/^.*\//, "", name)
          if (pass > 1) name = tolower(name)
          if (pass == 3) sub(/\.[^.]+$/, "", name)
          if (!(name in place)) place[name] = paths[i]
        }
      is_wanted = 1
      next
    }
    !is_wanted { if ($0 != "") paths[++count] = $0; next }
    {
      path = $0 in place ? place[$0] : tolower($0) in place ? place[tolower($0)] : ""
      if (path == "") { print "Missing: " $0 | "cat 1>&2"; next }
      if (path in seen) next
      seen[path] = 1
      name = path
      sub(/^.*\//, "", name)
      if (path != ENVIRON["K_TO"] "/" name) print path
    }')
  carry_found
}`,
    needs: ['carry', 'lists', 'list_entries'],
    uses: ['home'],
  },
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
  move_one: {
    says: 'One file to where nothing stands.',
    text: sh`move_one() {
  ! is_taken "$2" || { failed "There is something at $2."; return 1; }
  mkdir -p -- "#{2%/*}/" && mv -- "$1" "$2"
}`,
    needs: ['failed', 'free_name'],
  },
  remove_one: {
    text: sh`remove_one() { # a file or an empty folder
  if [ -d "$1" ]; then rmdir -- "$1"; else rm -- "$1"; fi
}`,
  },
  make_folder: {
    text: sh`make_folder() {
  case $1 in /*) k_to=$1 ;; *) k_to=$home/$1 ;; esac
  mkdir -p -- "$k_to"
}`,
    uses: ['home'],
  },
  any_file: {
    says: 'Whether there is a file, or any that fits a pattern, and passes the tests of find.',
    text: sh`any_file() { # path or pattern, tests of find
  k_wanted_path=$1
  shift
  (find_files "$k_wanted_path" && [ -n "$k_found" ]) 2>/dev/null || return 1
  [ $# -gt 0 ] || return 0
  find_files "$k_wanted_path"
  while IFS= read -r k_each <&8; do
    decode "$k_each"
    [ -z "$(find "$k_text" -prune -type f "$@" -exec echo yes \;)" ] || return 0
  done 8<<END_OF_LIST
$k_found
END_OF_LIST
  return 1
}`,
    needs: ['find_files'],
  },
  is_empty_folder: {
    text: sh`is_empty_folder() {
  k_path=$1
  case $k_path in /*) ;; *) k_path=$home/$k_path ;; esac
  [ -d "$k_path" ] || { ! [ -e "$k_path" ] && return 0; return 0; }
  [ -z "$(find "$k_path/." ! -name . -prune -print)" ]
}`,
    uses: ['home'],
  },
}
