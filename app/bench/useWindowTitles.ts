import { windowTitle } from '~~/core/bench'
import type { BenchState, BenchWindow } from '~~/core/bench'
import { useMirror } from '~/live/useMirror'

interface Titled {
  readonly programs: BenchState['programs']
  readonly files: BenchState['files']
  readonly title: string
}

/** Windows are replaced and never altered: what one is called differs only where programs or files do. */
const titles = new WeakMap<BenchWindow, Titled>()

/** What windows are called as the bench stands; looked up once for all that show it. */
export function useWindowTitles() {
  const mirror = useMirror()

  function titleOf(window: BenchWindow): string {
    const { programs, files } = mirror.bench
    const known = titles.get(window)
    if (known && known.programs === programs && known.files === files) return known.title
    const title = windowTitle(mirror.bench, window)
    titles.set(window, { programs, files, title })
    return title
  }

  return { titleOf }
}
