import { ref } from 'vue'
import { folderOf } from '~~/core/bench'
import { escapeVariables } from '~~/core/command'
import { useMirror } from '~/live/useMirror'
import { useBenchActs } from './useBenchActs'

const FILES = 'application/x-keen-lever-files'

/** Paths as a step takes them: as they are, though they may look like a pattern or a value. */
export const meant = (list: readonly string[]) => list.map(escapeVariables)

/** Files that are dragged from one folder to another, or into the bin. */
export function useFileDrag() {
  const mirror = useMirror()
  const acts = useBenchActs()
  /** The folder that files are held over. */
  const dropAt = ref<string>()

  function drag(event: DragEvent, paths: readonly string[]): void {
    event.dataTransfer?.setData(FILES, JSON.stringify(paths))
    if (event.dataTransfer) event.dataTransfer.effectAllowed = 'copyMove'
  }

  function over(event: DragEvent, target: string): void {
    if (!event.dataTransfer?.types.includes(FILES)) return
    event.preventDefault()
    event.stopPropagation()
    dropAt.value = target
  }

  /** Let go over a folder: moved there, or copied with Ctrl; over the bin: thrown away. */
  function drop(event: DragEvent, target: string): void {
    const text = event.dataTransfer?.getData(FILES)
    dropAt.value = undefined
    if (!text) return
    event.preventDefault()
    event.stopPropagation()
    const dragged = JSON.parse(text) as string[]
    const going = dragged.filter((path) => path !== target && folderOf(path) !== target)
    if (going.length === 0) return
    if (target === mirror.bench.folders.bin) void acts.act({ kind: 'files.bin', paths: meant(going) })
    else
      void acts.act({
        kind: 'files.move',
        act: event.ctrlKey ? 'copy' : 'move',
        paths: meant(going),
        to: escapeVariables(target),
        taken: 'ask',
      })
  }

  return { dropAt, drag, over, drop }
}
