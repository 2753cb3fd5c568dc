import { KEY_OF_NAME } from './keyOfName'
import { sh } from './helper'
import type { Helper } from './helper'

/** Finding files, by the same rules as the bench. */
export const findingFiles: Record<string, Helper> = {
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
