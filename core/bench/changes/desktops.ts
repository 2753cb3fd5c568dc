import { fail, succeed } from '../../result'
import { canonicalJson, sameValue } from '../canonicalJson'
import { desktopCount, desktopName, shownDesktop } from '../desktops'
import { benchIssue } from '../issues'
import { desktopNumberSchema, desktopsSchema } from '../schema'
import type { BenchState } from '../schema'
import { defineChange } from './defineChange'

/** Shows a desktop; the one that was shown is the one to go back to, if `before` does not name another (`null`: none). */
const show = defineChange({
  kind: 'desktop.show',
  fields: { desktop: desktopNumberSchema, before: desktopNumberSchema.nullable().optional() },
  apply(state, { desktop, before }) {
    if (desktop > desktopCount(state))
      return fail(benchIssue({ code: 'desktop-missing', desktop, count: desktopCount(state) }, 'desktop'))
    const shown = shownDesktop(state)
    if (!state.desktops || (before === undefined && desktop === shown)) return succeed(state)
    const back = before === undefined ? shown : before
    const desktops = { names: state.desktops.names, shown: desktop, ...(back === null ? {} : { before: back }) }
    return succeed(sameValue(state.desktops, desktops) ? state : { ...state, desktops })
  },
  invert: ({ desktops }) => ({
    kind: 'desktop.show',
    desktop: desktops?.shown ?? 1,
    ...(desktops ? { before: desktops.before ?? null } : {}),
  }),
  describe: ({ desktop }, before) => `The desktop ${before ? desktopName(before, desktop) : desktop} is shown.`,
  footprint: (state) => ({ same: String(shownDesktop(state)), words: desktopName(state, shownDesktop(state)) }),
})

/** Says which desktops there are; `null` is one without a name. Windows of one that is gone stand on the last. */
const put = defineChange({
  kind: 'desktop.put',
  fields: { desktops: desktopsSchema.nullable() },
  apply(state, { desktops }) {
    if (sameValue(state.desktops ?? null, desktops)) return succeed(state)
    const { desktops: _before, ...rest } = state
    return succeed(desktops ? { ...rest, desktops } : rest)
  },
  invert: ({ desktops = null }) => ({ kind: 'desktop.put', desktops }),
  describe: ({ desktops }) => `The desktops are ${desktops?.names.join(', ') ?? 'one without a name'}.`,
  footprint: (state: BenchState) => ({
    same: canonicalJson(state.desktops?.names ?? null),
    words: state.desktops?.names.join(', ') ?? 'one',
  }),
})

export const desktopChanges = [show, put] as const
