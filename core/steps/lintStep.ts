import {
  absolutePath,
  choicesOf,
  directoryMissing,
  nearestPath,
  programMissing,
  rulesNow,
  windowTitle,
  writePath,
} from '../bench'
import type { BenchState, LaunchRequest, Program } from '../bench'
import { expandVariables, lastPart, lintArguments } from '../command'
import type { LintContext, ValueTable } from '../command'
import { didYouMean, nearestName } from '../names'
import { assertNever, valueOf } from '../result'
import { lintControl } from './controlDevices'
import { namesFor } from './effect'
import type { StepFinding } from './finding'
import { openersOf, profileOption } from './openPlaces'
import { argvOf, requestOf, windowsMeant } from './openProgram'
import type { Step, StepOf } from './schema'
import { findTextIssues } from './texts'

/** What will not go as meant, as the bench stands now; of the second way too, at `alternative.…`. */
export function lintStep(step: Step, bench: BenchState, table?: ValueTable): StepFinding[] {
  const { alternative } = step
  if (!alternative) return lintWay(step, bench, table)
  const second = lintWay(alternative, bench, table).map(({ at, mend, ...finding }): StepFinding => ({
    ...finding,
    at: `alternative.${at}`,
    ...(mend ? { mend: { label: mend.label, step: { ...step, alternative: mend.step } } } : {}),
  }))
  return [...lintWay(step, bench, table), ...second]
}

function lintWay(step: Step, bench: BenchState, table?: ValueTable): StepFinding[] {
  const unusable = findTextIssues({ ...step, alternative: undefined }, bench, table).map((issue) => ({
    at: String(issue.at),
    code: issue.code,
    severity: 'fault' as const,
    message: issue.message,
  }))
  if (unusable.length > 0) return unusable
  switch (step.kind) {
    case 'program.open':
      return lintOpen(step, bench, table)
    case 'program.switch':
      return [
        ...lintArgumentsOf(step.programId, step.args, 'args', bench, table, (args) => ({ ...step, args })),
        ...lintArgumentsOf(step.otherId, step.otherArgs, 'otherArgs', bench, table, (otherArgs) => ({
          ...step,
          otherArgs,
        })),
      ]
    case 'program.raise':
    case 'program.close':
      return bench.programs[step.programId] ? [] : [missingProgram(step.programId, 'programId', bench)]
    case 'place.open':
      return lintPlaces(step, bench, table)
    case 'device.control':
      return lintControl(step, bench)
    case 'frame.switch':
    case 'message.show':
    case 'run.put-back':
    case 'wait':
      return []
    default:
      return assertNever(step)
  }
}

function missingProgram(programId: string, at: string, bench: BenchState): StepFinding {
  const { code, message } = programMissing(bench, programId)
  return { at, code, severity: 'fault', message }
}

function lintArgumentsOf(
  programId: string,
  args: readonly string[],
  at: string,
  bench: BenchState,
  table: ValueTable | undefined,
  mended: (args: string[]) => Step,
  workingDirectory = bench.folders.home ?? '/',
  expanded?: readonly string[],
): StepFinding[] {
  const program = bench.programs[programId]
  if (!program)
    return programId === '' ? [] : [missingProgram(programId, at === 'args' ? 'programId' : 'otherId', bench)]
  const argv = expanded ?? valueOf(argvOf({ programId, args: [...args] }, bench, table)).slice(1)
  const context: LintContext = {
    lookup: (path) => bench.files[absolutePath(path, workingDirectory)]?.kind,
    nearestPath: (path) => nearestPath(bench, absolutePath(path, workingDirectory)),
    write: (path) => writePath(path, namesFor(bench, table).values),
  }
  return lintArguments(rulesNow(program, bench), args, argv, context).findings.map(
    ({ at: index, code, message, mend }) => ({
      at: `${at}.${index}`,
      code,
      severity: 'fault',
      message,
      ...(mend ? { mend: { label: mend.label, step: mended([...mend.args]) } } : {}),
    }),
  )
}

function lintOpen(step: StepOf<'program.open'>, bench: BenchState, table: ValueTable | undefined): StepFinding[] {
  const program = bench.programs[step.programId]
  const request = requestOf(step, bench, table, 'lint')
  if (!program || !request.ok) return step.programId === '' ? [] : [missingProgram(step.programId, 'programId', bench)]
  const directory = request.value.workingDirectory && absolutePath(request.value.workingDirectory, '/')
  const findings: StepFinding[] = lintArgumentsOf(
    step.programId,
    step.args,
    'args',
    bench,
    table,
    (args) => ({ ...step, args }),
    directory,
    request.value.args,
  )
  if (bench.files[program.executable]?.kind !== 'file') {
    findings.push({
      at: 'programId',
      code: 'executable-missing',
      severity: 'fault',
      message: `${program.name} cannot be started: there is no file ${program.executable}.`,
    })
  }
  if (directory !== undefined && bench.files[directory]?.kind !== 'folder') {
    const nearest = nearestPath(bench, directory)
    const mend =
      nearest !== undefined && bench.files[nearest]!.kind === 'folder'
        ? { mend: { label: `Use ${nearest}`, step: { ...step, workingDirectory: writePath(nearest, bench.folders) } } }
        : {}
    findings.push({
      at: 'workingDirectory',
      code: 'directory-missing',
      severity: 'fault',
      message: directoryMissing(bench, directory).message,
      ...mend,
    })
  }
  return [...findings, ...lintEnvironment(step, program), ...lintRunning(step, program, bench, request.value)]
}

function lintEnvironment(step: StepOf<'program.open'>, program: Program): StepFinding[] {
  const rules = program.arguments.environment ?? []
  return (step.environment ?? []).flatMap(({ name, value }, i): StepFinding[] => {
    const rule = rules.find((entry) => entry.name === name)
    const renamed = (to: string): Step => ({ ...step, environment: step.environment!.with(i, { name: to, value }) })
    if (!rule) {
      const near = nearestName(
        name,
        rules.map((entry) => entry.name),
      )
      return [
        {
          at: `environment.${i}.name`,
          code: 'environment-unknown',
          severity: 'note',
          message: `${program.name} does not read ${name} from the environment.${didYouMean(
            name,
            rules.map((entry) => entry.name),
          )}`,
          ...(near ? { mend: { label: `Use ${near}`, step: renamed(near) } } : {}),
        },
      ]
    }
    if (rule.choices && !rule.choices.includes(value) && !value.includes('${')) {
      return [
        {
          at: `environment.${i}.value`,
          code: 'value-unknown',
          severity: 'fault',
          message: `${program.name} does not know “${value}” for ${name}. It knows ${rule.choices.join(', ')}.`,
        },
      ]
    }
    return []
  })
}

/** What a program that already runs makes of it. */
function lintRunning(
  step: StepOf<'program.open'>,
  program: Program,
  bench: BenchState,
  request: LaunchRequest,
): StepFinding[] {
  const policy = step.whenRunning ?? 'program'
  if (policy === 'another' && program.instances === 'single') {
    return [
      {
        at: 'whenRunning',
        code: 'single-instance',
        severity: 'fault',
        message: `${program.name} runs once only: it will not open another.`,
        mend: { label: 'Close and open again', step: { ...step, whenRunning: 'reopen' } },
      },
    ]
  }
  const mayIgnore =
    program.instances === 'single'
      ? policy === 'raise' || (policy === 'program' && program.whenRunning === 'comes-to-front')
      : false
  if (step.args.length === 0 || !(mayIgnore || policy === 'refuse')) return []
  const [window] = windowsMeant(request, bench)
  if (!window) return []
  const title = windowTitle(bench, window)
  const reopen = { label: 'Close and open again', step: { ...step, whenRunning: 'reopen' as const } }
  if (policy === 'raise')
    return [
      {
        at: 'whenRunning',
        code: 'already-running',
        severity: 'note',
        message: `${title} runs now; it would come to the front without the arguments.`,
        mend: reopen,
      },
    ]
  if (policy === 'program') {
    return [
      {
        at: 'whenRunning',
        code: 'already-running',
        severity: 'fault',
        message: `${title} runs now and takes no new arguments; it would only come to the front.`,
        mend: reopen,
      },
    ]
  }
  return [
    {
      at: 'whenRunning',
      code: 'already-running',
      severity: 'note',
      message: `${title} runs now, so a pull would be refused.`,
    },
  ]
}

function lintPlaces(step: StepOf<'place.open'>, bench: BenchState, table: ValueTable | undefined): StepFinding[] {
  const { values } = namesFor(bench, table)
  const findings: StepFinding[] = step.places.flatMap((text, i): StepFinding[] => {
    const expanded = expandVariables(text, values)
    const place = expanded.ok ? expanded.value : text
    if (place === '') return []
    const openers = openersOf(place, { programIds: step.programIds?.filter((id) => bench.programs[id]) }, bench)
    if (openers.ok) return []
    const nearest =
      openers.issues[0]!.code === 'place-missing'
        ? nearestPath(bench, absolutePath(place, bench.folders.home ?? '/'))
        : undefined
    const mend =
      nearest === undefined
        ? {}
        : {
            mend: {
              label: `Use ${lastPart(nearest)}`,
              step: { ...step, places: step.places.with(i, writePath(nearest, values)) },
            },
          }
    return openers.issues.map((issue) => ({
      at: `places.${i}`,
      code: issue.code,
      severity: 'fault',
      message: issue.message,
      ...mend,
    }))
  })
  for (const [i, id] of (step.programIds ?? []).entries())
    if (!bench.programs[id]) findings.push(missingProgram(id, `programIds.${i}`, bench))
  return [...findings, ...lintProfile(step, bench)]
}

function lintProfile(step: StepOf<'place.open'>, bench: BenchState): StepFinding[] {
  if (!step.profile || step.profile.includes('${')) return []
  const openers = (step.programIds ?? []).flatMap((id) => bench.programs[id] ?? [])
  return openers.flatMap((program): StepFinding[] => {
    const option = profileOption(program)
    if (!option)
      return [
        {
          at: 'profile',
          code: 'option-unknown',
          severity: 'note',
          message: `${program.name} has no profiles; it opens the place without one.`,
        },
      ]
    const known = choicesOf(option, program, bench)?.map((choice) => choice.value)
    return !known || known.includes(step.profile!)
      ? []
      : [
          {
            at: 'profile',
            code: 'value-unknown',
            severity: 'fault',
            message: `${program.name} has no profile “${step.profile}”.${didYouMean(step.profile!, known) || ` It has ${known.join(', ')}.`}`,
          },
        ]
  })
}
