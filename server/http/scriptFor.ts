import type { AnswerOf } from '../../contract'
import { namesNow } from '../engine/namesNow'
import { runToPosixScript, scriptOfFrame } from '../../core/shell'
import type { PosixScript, ShellContext } from '../../core/shell'
import type { Lever } from '../../core/levers'
import type { Engine } from '../engine'
import { frameMissing } from '../engine/leverEdits'
import { leverOf } from './leverOf'
import { refuse } from './refusal'

type Script = AnswerOf<'writeScript'>

/** So many levers one script has at most. */
const MOST_LEVERS = 500

/** A lever, a frame or what a run did as a script. Refuses with 404, 409 and 422. */
export async function scriptFor(engine: Engine, of: 'lever' | 'frame' | 'run', id: string): Promise<Script> {
  const { store, driver } = engine
  const { book, bench } = store
  if (of === 'run') {
    const run = await driver.find(id)
    if (!run) throw refuse(404, 'run-missing', 'id', `There is no run “${id}” in the ledger.`)
    if (!run.sheet) throw refuse(409, 'log-dropped', 'id', 'What this run did is kept no longer.')
    const { plate, leverName } = run.head
    const script = runToPosixScript({ plate, leverName, log: run.log }, bench)
    const left = script.ok ? [] : [{ plate, name: leverName, because: script.issues[0]!.message }]
    return answerWith(`what ${plate} did`, script.ok ? script.value : undefined, left)
  }
  if (of === 'lever') {
    const lever = leverOf(engine, id)
    return scriptOf(lever.name, [lever], engine)
  }
  const frame = book.frames.get(id)
  if (!frame) {
    const { code, message } = frameMissing(id, book.frames)
    throw refuse(404, code, 'id', message)
  }
  const levers = book.allLevers.filter(({ frameId }) => frameId === id)
  if (levers.length > MOST_LEVERS)
    throw refuse(
      422,
      'too-many',
      'id',
      `A script holds at most ${MOST_LEVERS} levers; ${frame.name} has ${levers.length}.`,
    )
  return scriptOf(frame.name, levers, engine)
}

function scriptOf(name: string, levers: readonly Lever[], { store }: Engine): Script {
  const { book, bench } = store
  const tableOf = (frameId: string) => book.tableFor(frameId, bench)
  const context: ShellContext = {
    bench,
    names: namesNow(store),
    leverOf: (id) => {
      const lever = book.levers.get(id)
      return lever && { lever, values: tableOf(lever.frameId) }
    },
  }
  const written = scriptOfFrame(
    name,
    levers.map((lever) => ({ lever, values: tableOf(lever.frameId) })),
    context,
  )
  if (!written.ok) return answerWith(name, undefined, [{ plate: 0, name, because: written.issues[0]!.message }])
  return answerWith(name, written.value.script, written.value.left)
}

function answerWith(name: string, script: PosixScript | undefined, left: readonly Script['left'][number][]): Script {
  const file = name
    .toLowerCase()
    .replaceAll(/[^a-z\d]+/g, '-')
    .replaceAll(/^-|-$/g, '')
  return {
    name: `${file || 'lever'}.sh`,
    text: script?.text ?? '',
    byHand: [...(script?.byHand ?? [])],
    left: [...left],
  }
}
