import { sh } from './helper'
import type { Helper } from './helper'

/** Files that go into folders, by the same rules as on the bench. */
export const carryingFiles: Record<string, Helper> = {
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
}
