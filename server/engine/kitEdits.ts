import { fail, succeed } from '../../core/result'
import type { Issue, Result } from '../../core/result'
import type { Kit } from '../../core/sheets'
import { overtaken } from './bookState'
import type { BookState, PlannedEdit } from './bookState'
import { newId } from './newId'

type KitBody = Pick<Kit, 'name' | 'steps'>

/** Issue: `name-taken`. */
export function createKit(body: KitBody) {
  return (state: BookState): Result<PlannedEdit<Kit>> => {
    const kit: Kit = { ...body, id: newId(), version: 1 }
    const taken = nameTaken(kit, state)
    if (taken) return fail(taken)
    const label = `Made the kit ${kit.name}`
    return succeed({ label, entries: [{ kind: 'kit', id: kit.id, before: null, after: kit }], answer: kit })
  }
}

/** Issues: `kit-missing`, `stale`, `name-taken`. */
export function editKit(id: string, version: number, patch: Partial<KitBody>) {
  return (state: BookState): Result<PlannedEdit<Kit>> => {
    const before = state.kits.get(id)
    if (!before) return fail(kitMissing(id))
    const stale = overtaken(`The kit ${before.name}`, before.version, version)
    const after: Kit = { ...before, ...patch, version: version + 1 }
    const issue = stale ?? nameTaken(after, state)
    if (issue) return fail(issue)
    return succeed({
      label: `Changed the kit ${before.name}`,
      entries: [{ kind: 'kit', id, before, after }],
      answer: after,
    })
  }
}

/** Issue: `kit-missing`. */
export function removeKit(id: string) {
  return (state: BookState): Result<PlannedEdit<null>> => {
    const before = state.kits.get(id)
    if (!before) return fail(kitMissing(id))
    const label = `Deleted the kit ${before.name}`
    return succeed({ label, entries: [{ kind: 'kit', id, before, after: null }], answer: null })
  }
}

function nameTaken(kit: Kit, { kits }: BookState): Issue | undefined {
  const other = [...kits.values()].find(({ id, name }) => id !== kit.id && name === kit.name)
  if (!other) return undefined
  return { code: 'name-taken', message: `There is a kit “${kit.name}” already. Choose another name.`, at: 'name' }
}

function kitMissing(id: string): Issue {
  return { code: 'kit-missing', message: `There is no kit “${id}”; it may have been deleted. Undo brings it back.` }
}
