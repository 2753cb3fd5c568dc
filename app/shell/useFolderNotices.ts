import { watch } from 'vue'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useUndo } from '~/live/useUndo'

/** Says in every view what came of a frame file that was saved. */
export function useFolderNotices(): void {
  const mirror = useMirror()
  const notices = useNotices()
  const { undo } = useUndo()
  watch(
    () => mirror.frameFolder?.files ?? [],
    (files, before) => {
      const known = new Map(before.map((file) => [file.file, file]))
      // What stands when the tab is opened is no news.
      if (mirror.phase !== 'live' || before.length === 0) return
      for (const { file, phase, issues, last } of files) {
        const was = known.get(file)
        const [issue] = issues
        if (phase === 'wrong' && issue && JSON.stringify(issues) !== JSON.stringify(was?.issues))
          notices.show({
            text: `${file}, line ${issue.line}, column ${issue.column}: ${issue.message} The frame stays as it was.`,
            tone: 'fault',
          })
        else if (phase === 'apart' && was?.phase !== 'apart')
          notices.show({ text: `${file} was altered here too. Choose in Exchange which stands.`, tone: 'fault' })
        else if (last?.by === 'file' && last.atMs !== was?.last?.atMs)
          notices.say(`${file} was saved: ${last.says}.`, { label: 'Undo', act: undo })
      }
    },
  )
}
