import { computed } from 'vue'
import type { ExplainNames } from '~~/core/resolve'
import { useMirror } from '~/live/useMirror'

/** The names that explanations of key events need. */
export function useExplainNames() {
  const mirror = useMirror()
  return computed<ExplainNames>(() => ({ programs: mirror.bench.programs, lever: (id) => mirror.leverById.get(id) }))
}
