import type { Component } from 'vue'
import { fileAt, frontWindow, lampNow, valueInWords, windowsOf } from '~~/core/bench'
import type { LampNow } from '~~/core/bench'
import { actsOf, fileKindOf, wordsOfEntry } from '~~/core/finding'
import type { FileKind, Findable } from '~~/core/finding'
import { isFrameOn, lampOf, triggerKeys } from '~~/core/levers'
import type { Lever } from '~~/core/levers'
import { assertNever, own } from '~~/core/result'
import IconArchive from '~icons/tabler/archive'
import IconCalculator from '~icons/tabler/calculator'
import IconClipboard from '~icons/tabler/clipboard-text'
import IconControl from '~icons/tabler/adjustments'
import IconFile from '~icons/tabler/file'
import IconFilm from '~icons/tabler/movie'
import IconFolder from '~icons/tabler/folder'
import IconFrame from '~icons/tabler/stack-2'
import IconPhoto from '~icons/tabler/photo'
import IconSetting from '~icons/tabler/settings'
import IconSound from '~icons/tabler/music'
import IconTable from '~icons/tabler/table'
import IconText from '~icons/tabler/file-text'
import IconValue from '~icons/tabler/variable'
import IconView from '~icons/tabler/layout-navbar'
import IconWindow from '~icons/tabler/app-window'
import IconWorld from '~icons/tabler/world'
import type { useMirror } from '~/live/useMirror'

/** What stands at the left of a line: the plate of a lever, an icon of the shipped set by name, or one of a kind. */
export type LineIcon =
  | { readonly is: 'plate'; readonly lever: Lever; readonly off: boolean; readonly lamp?: LampNow }
  | { readonly is: 'set'; readonly name: string }
  | { readonly is: 'kind'; readonly icon: Component }

/** Something that was found, as it stands now. */
export interface FoundLine {
  readonly icon: LineIcon
  /** How it is now: running, in front, muted. */
  readonly state: string
  /** What Enter does. */
  readonly does: string
  /** A key or word that does it from anywhere. */
  readonly keys?: { readonly text: string; readonly isWord: boolean }
  /** The short words that lead to it. */
  readonly words: readonly string[]
}

const fileIcons: Readonly<Record<FileKind, Component>> = {
  document: IconText,
  picture: IconPhoto,
  sound: IconSound,
  film: IconFilm,
  table: IconTable,
  archive: IconArchive,
  program: IconWindow,
  other: IconFile,
}

/** How something that was found stands on the bench and in the book. */
export function foundLine(entry: Findable, mirror: ReturnType<typeof useMirror>): FoundLine {
  const { target } = entry
  const { bench } = mirror
  const usual = actsOf(entry.kind).find(({ act }) => act === 'go')!.label
  const line = (icon: LineIcon, state = '', does = usual): FoundLine => ({
    icon,
    state,
    does,
    words: wordsOfEntry(mirror.settings.launcher.shortWords, entry.id),
  })
  const ofKind = (icon: Component): LineIcon => ({ is: 'kind', icon })
  switch (target.kind) {
    case 'lever': {
      const lever = mirror.leverById.get(target.leverId)
      if (!lever) return line(ofKind(IconWindow), 'gone')
      const frame = mirror.framesLive.find(({ id }) => id === lever.frameId)
      const isOff = !lever.enabled || !frame?.on
      const [trigger] = lever.triggers
      const lamp = lampOf(lever, bench)
      const takes = (lever.inputs ?? []).map(({ name }) => name).join(', ')
      return {
        ...line(
          { is: 'plate', lever, off: isOff, ...(lamp ? { lamp: lampNow(lamp, bench) } : {}) },
          !lever.enabled ? 'disabled' : isOff ? 'frame off' : takes && `takes ${takes}`,
        ),
        ...(trigger ? { keys: { text: triggerKeys(trigger), isWord: trigger.kind === 'word' } } : {}),
        words: lever.aliases,
      }
    }
    case 'program': {
      const program = own(bench.programs, target.programId)
      const count = windowsOf(bench, target.programId).length
      const isFront = frontWindow(bench)?.programId === target.programId
      const state = isFront ? 'in front' : count > 1 ? `runs, ${count} windows` : count === 1 ? 'runs' : ''
      return line({ is: 'set', name: program?.icon ?? '' }, state, count > 0 ? 'comes to the front' : usual)
    }
    case 'window':
    case 'tab': {
      const window = own(bench.windows, target.windowId)
      const program = window && own(bench.programs, window.programId)
      const isFront = frontWindow(bench)?.id === target.windowId
      const icon: LineIcon = program ? { is: 'set', name: program.icon } : ofKind(IconWindow)
      return line(icon, !window ? 'gone' : isFront ? 'in front' : window.mode === 'normal' ? 'window' : window.mode)
    }
    case 'file': {
      const isThere = fileAt(bench.files, target.path)?.kind === 'file'
      return line(ofKind(fileIcons[fileKindOf(target.path)]), isThere ? '' : 'gone')
    }
    case 'folder':
      return line(ofKind(IconFolder), fileAt(bench.files, target.path) ? '' : 'gone')
    case 'address':
      return line(ofKind(IconWorld))
    case 'control': {
      const control = own(own(bench.devices, target.deviceId)?.controls ?? {}, target.controlId)
      const does = control?.kind === 'switch' ? 'switches' : control?.kind === 'choice' ? 'goes on' : 'shows'
      return line(ofKind(IconControl), control ? valueInWords(control) : 'gone', does)
    }
    case 'frame': {
      const frame = mirror.frameById.get(target.frameId)
      const isOn = frame !== undefined && isFrameOn(frame, bench, mirror.moment)
      return line(ofKind(IconFrame), isOn ? 'on' : 'off', isOn ? 'switches off' : 'switches on')
    }
    case 'value':
      return line(ofKind(IconValue))
    case 'clip': {
      const clip = bench.clipboard?.find(({ id }) => id === target.clipId)
      const nth = (bench.clipboard ?? []).findIndex(({ id }) => id === target.clipId) + 1
      return line(ofKind(IconClipboard), clip ? `number ${nth}${clip.pinned ? ', pinned' : ''}` : 'gone')
    }
    case 'sum':
      return line(ofKind(IconCalculator))
    case 'setting':
      return line(ofKind(IconSetting))
    case 'view':
      return line(ofKind(IconView))
    default:
      return assertNever(target)
  }
}
