import { z } from 'zod'
import { slot } from '../../phrases'
import {
  absolutePath,
  applyChanges,
  directoryMissing,
  executableMissing,
  kindAt,
  nearestPath,
  raiseIn,
  windowModeSchema,
  windowTitle,
  writePath,
} from '../../bench'
import type { BenchState, BenchWindow, LaunchRequest, Program } from '../../bench'
import { nearestName } from '../../names'
import { assertNever, own } from '../../result'
import { together, choose, asked } from '../byHand'
import { eachProgram, openedPrograms } from '../cause'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import type { StepContext, StepEffect } from '../effect'
import {
  argumentsSchema,
  environmentEntrySchema,
  pathTemplateSchema,
  programIdSchema,
  unsavedPolicySchema,
} from '../fields'
import type { UnsavedPolicy } from '../fields'
import { fault, note } from '../finding'
import type { StepFinding } from '../finding'
import { stepIssue } from '../issues'
import { requestOf, startProgram, windowsMeant } from '../launching'
import type { LaunchStep } from '../launching'
import { lintProgramArguments, lintProgramId } from '../lintParts'
import { programPart } from '../names'
import { closeWindows } from '../closing'
import { choicePart, listParts, say } from '../../sentence'

/**
 * What happens when the program already runs. `program`: as the program itself does it (one of a single instance comes
 * to the front, one of several opens another); `raise`: its window comes to the front and gets nothing new; `another`:
 * it is started all the same; `reopen`: it is closed first; `refuse`: the step fails and says why.
 */
export const RUNNING_POLICIES = ['program', 'raise', 'another', 'reopen', 'refuse'] as const
export type RunningPolicy = (typeof RUNNING_POLICIES)[number]

/** What a policy comes to if the program runs. */
export const runningWords: Record<RunningPolicy, string> = {
  program: 'as the program itself does it',
  raise: 'brings it to the front',
  another: 'opens another',
  reopen: 'closes it first',
  refuse: 'refuses',
}

const modeWords = Object.fromEntries(windowModeSchema.options.map((mode) => [mode, mode]))

interface OpenStep extends LaunchStep {
  id: string
  kind: string
  whenRunning?: RunningPolicy
  /** For `reopen`: what happens to unsaved work. */
  unsaved?: UnsavedPolicy
}

export const openProgram = defineStep({
  kind: 'program.open',
  label: 'Open a program',
  help: 'Starts it with arguments; one that takes a single instance comes to the front.',
  nature: 'program',
  phrases: [
    { say: 'open|start|launch|run {program}', gives: { programId: slot('program') } },
    ...(['maximized', 'minimized'] as const).map((mode) => ({
      say: `open|start|launch {program} ${mode}`,
      gives: { programId: slot('program'), windowMode: mode },
    })),
    { say: 'open|start|launch {program} with {text}', gives: { programId: slot('program'), args: [slot('text')] } },
    {
      say: 'open|start|launch {program} [or] bring [it] [to] [the] front',
      gives: { programId: slot('program'), whenRunning: 'raise' },
    },
    { say: 'restart|reopen {program}', gives: { programId: slot('program'), whenRunning: 'reopen' } },
    { say: 'open|start|launch another {program}', gives: { programId: slot('program'), whenRunning: 'another' } },
  ],
  fields: {
    programId: programIdSchema,
    args: argumentsSchema.default([]),
    windowMode: windowModeSchema.optional(),
    workingDirectory: pathTemplateSchema.optional(),
    environment: z.array(environmentEntrySchema).max(100).optional(),
    whenRunning: z.enum(RUNNING_POLICIES).optional(),
    unsaved: unsavedPolicySchema.optional(),
  },
  fresh: { programId: '', args: [] },
  sentence(step, names) {
    const args = step.args.length > 0 ? say` with ${listParts('args', step.args, 'text')}` : ''
    const mode =
      step.windowMode && step.windowMode !== 'normal'
        ? say`, ${choicePart('windowMode', step.windowMode, modeWords)}`
        : ''
    const policy = step.whenRunning ?? 'program'
    const running = policy === 'program' ? '' : say`; if it runs, ${choicePart('whenRunning', policy, runningWords)}`
    return say`Opens ${programPart('programId', step.programId, names)}${args}${mode}${running}.`
  },
  mayCause: ({ programId, whenRunning }) => [
    ...openedPrograms(programId),
    ...eachProgram('program-ends', whenRunning === 'reopen' ? [programId] : []),
  ],
  byHand: ({ args }) => together(choose, ...args.map(asked)),
  perform(step, bench, context) {
    const request = requestOf(step, bench, context.values, context.nextId())
    if (!request.ok) return failed(request.issues)
    return openAs(request.value, step, bench, context)
  },
  lint(step, bench, table) {
    const program = own(bench.programs, step.programId)
    const request = requestOf(step, bench, table, 'lint')
    if (!program || !request.ok) return lintProgramId(step.programId, 'programId', bench)
    const { workingDirectory } = request.value
    const directory = workingDirectory && absolutePath(workingDirectory, '/')
    const mended = (args: string[]) => ({ ...step, args })
    const { programId, args } = step
    return [
      ...lintProgramArguments(
        { programId, programAt: 'programId', args, at: 'args', mended, workingDirectory: directory },
        bench,
        table,
      ),
      ...lintExecutable(program, bench),
      ...lintDirectory(step, directory, bench),
      ...lintEnvironment(step, program),
      ...lintRunning(step, program, bench, request.value),
    ]
  },
})

function openAs(request: LaunchRequest, step: OpenStep, bench: BenchState, context: StepContext): StepEffect {
  const policy = step.whenRunning ?? 'program'
  const running = policy === 'program' || policy === 'another' ? [] : windowsMeant(request, bench)
  const [window] = running
  if (!window) return startProgram(request, bench)
  const { name } = own(bench.programs, step.programId)!
  switch (policy) {
    case 'program':
    case 'another':
      return startProgram(request, bench)
    case 'raise': {
      const changes = raiseIn(bench, window.id, step.windowMode)
      return { kind: 'done', changes, note: `${name} was running; it came to the front.` }
    }
    case 'refuse': {
      const title = windowTitle(bench, window)
      return failed([stepIssue({ code: 'already-running', program: name, window: title, what: 'refused' })])
    }
    case 'reopen':
      return reopen(request, running, step, bench, context)
    default:
      return assertNever(policy)
  }
}

/** Closes what runs, then starts anew; where unsaved work keeps a window, nothing is started. */
function reopen(
  request: LaunchRequest,
  running: readonly BenchWindow[],
  step: OpenStep,
  bench: BenchState,
  context: StepContext,
): StepEffect {
  const closing = closeWindows(running, step.unsaved ?? 'ask', bench, context)
  if (closing.kind === 'asks') return closing
  if (closing.kind === 'fails') return failed(closing.issues)
  const { name } = own(bench.programs, step.programId)!
  if (closing.unsavedPolicy === 'leave')
    return failed([stepIssue({ code: 'already-running', program: name, what: 'left-open' })])
  const closed = applyChanges(bench, closing.changes)
  if (!closed.ok) return failed(closed.issues)
  const started = startProgram(request, withoutHidden(closed.value, running))
  return {
    ...started,
    changes: [...closing.changes, ...started.changes],
    ...(started.kind === 'done' ? { note: `${name} was closed. ${started.note}` } : {}),
  }
}

/**
 * A window that was hidden instead of closed still exists, but the program counts as closed: what starts next is
 * another one.
 */
function withoutHidden(bench: BenchState, hidden: readonly BenchWindow[]): BenchState {
  const gone = new Set(hidden.map((window) => window.id))
  return {
    ...bench,
    windows: Object.fromEntries(Object.entries(bench.windows).filter(([id]) => !gone.has(id))),
    stack: bench.stack.filter((id) => !gone.has(id)),
  }
}

function lintExecutable(program: Program, bench: BenchState): StepFinding[] {
  if (kindAt(bench.files, program.executable) === 'file') return []
  return [fault('programId', executableMissing(bench, program))]
}

function lintDirectory(step: OpenStep, directory: string | undefined, bench: BenchState): StepFinding[] {
  if (!directory || kindAt(bench.files, directory) === 'folder') return []
  const nearest = nearestPath(bench, directory, 'folder')
  const mended = (path: string) => ({ ...step, workingDirectory: writePath(path, bench.folders) })
  const mend = nearest === undefined ? undefined : { label: `Use ${nearest}`, step: mended(nearest) }
  return [fault('workingDirectory', directoryMissing(bench, directory), mend)]
}

function lintEnvironment(step: OpenStep, program: Program): StepFinding[] {
  const { environment = [] } = step
  const rules = program.arguments.environment ?? []
  return environment.flatMap(({ name, value }, i): StepFinding[] => {
    const rule = rules.find((entry) => entry.name === name)
    if (!rule) {
      const nearest = nearestName(
        name,
        rules.map((entry) => entry.name),
      )
      const mended = (to: string) => ({ ...step, environment: environment.with(i, { name: to, value }) })
      return [
        note(
          `environment.${i}.name`,
          { code: 'environment-unknown', program: program.name, name, nearest },
          nearest === undefined ? undefined : { label: `Use ${nearest}`, step: mended(nearest) },
        ),
      ]
    }
    if (!rule.choices || rule.choices.includes(value) || value.includes('${')) return []
    const fact = { code: 'value-unknown', program: program.name, of: name, value, known: rule.choices } as const
    return [fault(`environment.${i}.value`, stepIssue(fact))]
  })
}

/** What a program that already runs makes of it. */
function lintRunning(step: OpenStep, program: Program, bench: BenchState, request: LaunchRequest): StepFinding[] {
  const policy = step.whenRunning ?? 'program'
  const isSingle = program.instances === 'single'
  const reopened = { label: 'Close and open again', step: { ...step, whenRunning: 'reopen' as const } }
  if (policy === 'another' && isSingle)
    return [fault('whenRunning', stepIssue({ code: 'single-instance', program: program.name }), reopened)]
  const ignores = isSingle && policy === 'program' && program.whenRunning === 'comes-to-front'
  const raises = isSingle && policy === 'raise'
  if (step.args.length === 0 || !(ignores || raises || policy === 'refuse')) return []
  const [running] = windowsMeant(request, bench)
  if (!running) return []
  const window = windowTitle(bench, running)
  if (ignores) return [fault('whenRunning', stepIssue({ code: 'already-running', window, what: 'ignores' }), reopened)]
  return raises
    ? [note('whenRunning', { code: 'already-running', window, what: 'raises' }, reopened)]
    : [note('whenRunning', { code: 'already-running', window, what: 'refuses' })]
}
