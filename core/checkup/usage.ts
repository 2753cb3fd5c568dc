import { namesUsed } from '../command'
import type { ValueTable } from '../command'
import type { Lever } from '../levers'
import { own } from '../result'
import { namesInScripts, textsOf } from '../steps'
import { add, drop } from './judgements'
import { pulledBy } from './pulledBy'

/** Which levers pull which, and which named values they use; put in and taken out lever by lever. */
export class Usage {
  /** The levers that pull each lever. */
  private readonly pullers = new Map<string, Set<string>>()
  /** By name, the levers that use it, each with its frame. */
  readonly names = new Map<string, Map<string, string>>()

  put(lever: Lever): void {
    for (const id of pulledBy(lever)) add(this.pullers, id, lever.id)
    for (const name of namesOf(lever)) {
      const users = this.names.get(name)
      if (users) users.set(lever.id, lever.frameId)
      else this.names.set(name, new Map([[lever.id, lever.frameId]]))
    }
  }

  /** The lever as it was put in. */
  remove(lever: Lever): void {
    for (const id of pulledBy(lever)) drop(this.pullers, id, lever.id)
    for (const name of namesOf(lever)) {
      const users = this.names.get(name)
      users?.delete(lever.id)
      if (users?.size === 0) this.names.delete(name)
    }
  }

  /** Whether another lever pulls it. */
  isPulled(id: string): boolean {
    return this.pullers.has(id)
  }
}

/** The names that the texts and scripts of a lever use, each once. */
export function namesOf({ steps }: Lever): Set<string> {
  const names = new Set<string>()
  for (const step of steps) {
    for (const { text } of textsOf(step)) if (text.includes('$')) for (const name of namesUsed(text)) names.add(name)
    for (const name of namesInScripts(step)) names.add(name)
  }
  return names
}

/** What a name stands for: its text, a mark of its own where it cannot be resolved, nothing where nothing has it. */
export function textIn({ values, broken }: ValueTable, name: string): string | undefined {
  const text = own(values, name)
  return text ?? (own(broken, name) ? '\0broken' : undefined)
}
