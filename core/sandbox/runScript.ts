import type { QuickJSContext, QuickJSHandle, QuickJSWASMModule } from 'quickjs-emscripten-core'
import { DEEPEST_OUTCOME, LARGEST_OUTCOME, LONGEST_SAID, MOST_SAID, scriptOutcomeSchema } from '../script'
import type { ScriptOutcome, ScriptRequest } from '../script'
import { jsonDepth } from '../values'
import { PRELUDE } from './prelude'

/**
 * The interpreter looks up after so many turns of loops and calls, and a script has so many looks: it is ended by what
 * it does and not by the time that took, so that it comes to the same on every machine.
 */
const TURNS_PER_LOOK = 10_000
const MOST_LOOKS = 500
/** So many more are there to say how it ended. */
const LOOKS_TO_TELL = 20
const MOST_MEMORY_BYTES = 32 * 1024 * 1024
const STACK_BYTES = 200 * 1024
const MOST_TURNS = (TURNS_PER_LOOK * MOST_LOOKS).toLocaleString('en')

const TOO_DEEP = 'It calls itself too deep, or reads what stands too deep in itself.'

/** How the interpreter says what ended a script, and how we do. */
const ENDINGS: readonly (readonly [RegExp, string])[] = [
  [
    /^InternalError: interrupted$/,
    `It goes on for too long: a script may take ${MOST_TURNS} turns of its loops and calls.`,
  ],
  [/^InternalError: out of memory$/, 'It needs more than the 32 MB of memory that a script may have.'],
  [/^(InternalError: stack overflow|RangeError: Maximum call stack size exceeded)$/, TOO_DEEP],
]

interface Told {
  readonly message: string
  readonly line?: number
  readonly column?: number
  readonly said: readonly string[]
}

export interface Ran {
  readonly outcome: ScriptOutcome
  /** The module did not come out of it whole; another one has to be made. */
  readonly isSpoilt: boolean
}

/**
 * Runs a script in an interpreter of its own, which knows the request and nothing else: no files, no net, no clock and
 * no chance but those in it. The same request comes to the same outcome. What is in it never throws out of it.
 */
export function runScript(module: QuickJSWASMModule, request: ScriptRequest): Ran {
  let outcome: ScriptOutcome
  let context: QuickJSContext | undefined
  try {
    const runtime = module.newRuntime()
    runtime.setMemoryLimit(MOST_MEMORY_BYTES)
    runtime.setMaxStackSize(STACK_BYTES)
    let looks = 0
    let mostLooks = MOST_LOOKS
    runtime.setInterruptHandler(() => ++looks > mostLooks)
    context = runtime.newContext()
    outcome = outcomeIn(context, request, () => (mostLooks = looks + LOOKS_TO_TELL))
  } catch (error) {
    // The interpreter itself gave up: its own stack was used up by what it cannot look up in between.
    const isDeep = error instanceof RangeError
    const message = isDeep ? TOO_DEEP : 'It needs more memory than a script may have.'
    return { outcome: failedWith(message), isSpoilt: true }
  }
  try {
    const { runtime } = context
    context.dispose()
    runtime.dispose()
    return { outcome, isSpoilt: false }
  } catch {
    return { outcome, isSpoilt: true }
  }
}

function outcomeIn(context: QuickJSContext, request: ScriptRequest, giveMore: () => void): ScriptOutcome {
  const prelude = context.unwrapResult(context.evalCode(PRELUDE, 'prelude'))
  const limits = context.newObject()
  context.setProp(limits, 'lines', context.newNumber(MOST_SAID))
  context.setProp(limits, 'letters', context.newNumber(LONGEST_SAID))
  const inside = context.unwrapResult(context.callFunction(prelude, context.undefined, limits))
  const [prepare, run, tell] = ['prepare', 'run', 'tell'].map((name) => context.getProp(inside, name)) as [
    QuickJSHandle,
    QuickJSHandle,
    QuickJSHandle,
  ]
  const handles = [prelude, limits, inside, prepare, run, tell]

  const failed = (error: QuickJSHandle): ScriptOutcome => {
    giveMore()
    const told = context.callFunction(tell, context.undefined, error)
    error.dispose()
    if (told.error) {
      told.error.dispose()
      return failedWith('It failed, and could not say how.')
    }
    const { message, line, column, said } = JSON.parse(context.getString(told.value)) as Told
    told.value.dispose()
    const plain = ENDINGS.find(([pattern]) => pattern.test(message))?.[1] ?? message
    // The first line is ours.
    const at = line !== undefined && line > 1 ? { line: line - 1, ...(column === undefined ? {} : { column }) } : {}
    return readOutcome({ kind: 'failed', message: plain, ...at, said })
  }

  const end = (): ScriptOutcome => {
    const { source, ...known } = request
    const json = context.newString(JSON.stringify(known))
    handles.push(json)
    const prepared = context.callFunction(prepare, context.undefined, json)
    if (prepared.error) return failed(prepared.error)
    prepared.value.dispose()
    const compiled = context.evalCode(`(function () { 'use strict';\n${source}\n})`, 'script')
    if (compiled.error) return failed(compiled.error)
    handles.push(compiled.value)
    const ended = context.callFunction(run, context.undefined, compiled.value)
    if (ended.error) return failed(ended.error)
    handles.push(ended.value)
    return readJson(context, ended.value)
  }

  const outcome = end()
  for (const handle of handles) handle.dispose()
  return outcome
}

/** What a script gave back, held to the bounds before it is read. */
function readJson(context: QuickJSContext, text: QuickJSHandle): ScriptOutcome {
  if (context.typeof(text) !== 'string') return failedWith('It gives back nothing that can be written as JSON.')
  const length = context.getProp(text, 'length')
  const letters = context.getNumber(length)
  length.dispose()
  if (letters > LARGEST_OUTCOME)
    return failedWith(
      `It gives back ${letters.toLocaleString('en')} letters as JSON; at most ${LARGEST_OUTCOME.toLocaleString('en')} are taken.`,
    )
  const json = context.getString(text)
  if (jsonDepth(json) > DEEPEST_OUTCOME)
    return failedWith(`What it gives back stands more than ${DEEPEST_OUTCOME} deep in each other.`)
  try {
    return readOutcome(JSON.parse(json))
  } catch {
    return failedWith('It gives back nothing that can be written as JSON.')
  }
}

/** A script can alter what writes its outcome, so it is read as anything from outside. */
function readOutcome(outcome: unknown): ScriptOutcome {
  const read = scriptOutcomeSchema.safeParse(outcome)
  return read.success ? read.data : failedWith(`It gives back what cannot be taken: ${read.error.issues[0]!.message}`)
}

function failedWith(message: string): ScriptOutcome {
  return { kind: 'failed', message, said: [] }
}
