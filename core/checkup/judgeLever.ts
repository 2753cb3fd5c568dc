import { kindAt } from '../bench'
import { describeCondition } from '../conditions'
import type { Condition } from '../conditions'
import { listed } from '../names'
import { DEEPEST_PULLS, runIssue } from '../run'
import { own } from '../result'
import type { Issue } from '../result'
import { lintSheet, rowWords } from '../steps'
import type { KnownNames, PlaceFinding, Step } from '../steps'
import type { Lever } from '../levers'
import type { Finding, Mend } from './finding'
import { pulledBy } from './pulledBy'
import { stepIn } from './stepIn'
import { neverBecause } from './never'
import { lostNames } from './references'
import type { LostName } from './references'
import type { World } from './world'

/** What steps say of themselves that is so for the moment only, and no fault of the lever. */
const PASSING: ReadonlySet<string> = new Set(['already-running', 'unsaved-asked', 'nothing-fits', 'no-desktop-before'])
/** Told with a mend, as names that lead to nothing. */
const OF_NAMES: ReadonlySet<string> = new Set(['program-missing', 'device-missing', 'lever-missing'])

/** All that is wrong with one lever as things stand, but for its keys. It depends on the lever and the world alone. */
export function judgeLever(lever: Lever, world: World): Finding[] {
  const lost = lostNames(lever, world)
  return [
    ...lost.map((name) => lostFinding(lever, name)),
    ...stepFindings(lever, world, lost),
    ...pullFindings(lever, world),
    ...whenFindings(lever, world, lost),
    ...reachFindings(lever, world),
  ]
}

interface Part extends Omit<Finding, 'id' | 'about'> {
  /** Where exactly, for its id. */
  readonly within?: string
  /** What it is known by, where its message tells of others too. */
  readonly says?: string
}

function found(lever: Lever, { within, says, ...rest }: Part): Finding {
  const id = [lever.id, rest.code, within ?? rest.where ?? '', says ?? rest.message].join('|')
  return { id, about: { kind: 'lever', id: lever.id }, ...rest }
}

/** The path of the step that a path in the lever stands in, and how it is called. */
function placeOf(lever: Lever, path: string): { where: string; row?: string; within?: string } {
  const [field, ...rest] = path.split('.')
  switch (field) {
    case 'steps': {
      const row = stepIn(lever.steps, rest)
      return {
        where: rowWords(row),
        row,
        within: `${stepIdAt(lever, row)} ${rest.slice(row.split('.').length).join('.')}`,
      }
    }
    case 'doors':
      return { where: 'what it waits for', within: path }
    default:
      return { where: field!, within: path }
  }
}

const WHAT: Record<LostName['refers'], string> = {
  program: 'program',
  device: 'device',
  frame: 'frame',
  lever: 'lever',
}

function lostFinding(lever: Lever, { path, refers, id, nearest }: LostName): Finding {
  const what = WHAT[refers]
  const gone =
    refers === 'frame' || refers === 'lever'
      ? `It names a ${what} that is not there any more.`
      : `There is no ${what} “${id}” any more.`
  const near = nearest ? ` The nearest is ${nearest.name}.` : ''
  return found(lever, {
    severity: 'fault',
    code: `${what}-gone`,
    ...placeOf(lever, path),
    message: `${gone}${near}`,
    ...(nearest
      ? { mend: { kind: 'reference' as const, label: `Take ${nearest.name}`, refers, from: id, to: nearest.id } }
      : {}),
  })
}

function known({ inputs }: Lever): KnownNames {
  return new Map((inputs ?? []).map(({ name }) => [name, 'any'] as const))
}

/** What steps say that they would not do as meant; of a step with several parts, what is there and what is not. */
function stepFindings(lever: Lever, world: World, lost: readonly LostName[]): Finding[] {
  const hasLost = new Set(lost.map(({ path }) => path))
  const told = new Set<string>()
  return lintSheet(lever.steps, world.bench, world.tableOf(lever.frameId), known(lever)).flatMap(
    ({ path, finding }) => {
      if (finding.severity !== 'fault' || PASSING.has(finding.code)) return []
      if (OF_NAMES.has(finding.code) || hasLost.has(`steps.${path}.${finding.at}`)) return []
      const mend = mendOf(path, finding, lever)
      const parts = finding.code === 'file-missing' ? partsOf(lever, path, finding.at, world) : undefined
      // In words it is told once for a step, with the first part that is missing.
      const report = parts && !told.has(path) ? ` ${partsInWords(parts)}` : ''
      if (parts) told.add(path)
      return [
        found(lever, {
          severity: 'fault',
          code: finding.code,
          row: path,
          where: rowWords(path),
          within: `${stepIdAt(lever, path)} ${finding.at}`,
          says: finding.message,
          message: `${finding.message}${report}`,
          ...(mend ? { mend } : {}),
          ...(parts ? { parts } : {}),
        }),
      ]
    },
  )
}

/** What the step itself offers, or the path that is most like the one that is gone. */
function mendOf(path: string, { at, mend, ...facts }: PlaceFinding['finding'], lever: Lever): Mend | undefined {
  if (mend) return { kind: 'step', label: mend.label, path, step: mend.step }
  const { nearest } = facts as { nearest?: unknown }
  const step = stepAtPath(lever.steps, path)
  if (typeof nearest !== 'string' || step === undefined) return undefined
  return { kind: 'step', label: `Take ${nearest}`, path, step: withText(step, at.split('.'), nearest) as Step }
}

/** A step is known by its id, wherever it is moved to. */
function stepIdAt(lever: Lever, path: string): string {
  return (stepAtPath(lever.steps, path) as Step | undefined)?.id ?? path
}

function stepAtPath(steps: readonly unknown[], path: string): unknown {
  let data: unknown = steps
  for (const key of path.split('.'))
    data = Array.isArray(data) ? data[Number(key)] : own((data ?? {}) as Record<string, unknown>, key)
  return data
}

function withText(data: unknown, [key, ...rest]: readonly string[], text: string): unknown {
  if (key === undefined) return typeof data === 'string' ? text : data
  if (Array.isArray(data)) return data.with(Number(key), withText(data[Number(key)], rest, text))
  if (typeof data !== 'object' || data === null) return data
  const record = data as Readonly<Record<string, unknown>>
  return { ...record, [key]: withText(own(record, key), rest, text) }
}

/** The absolute paths among the arguments of a step that opens several, where one of them is missing. */
function partsOf(lever: Lever, path: string, at: string, { bench, tableOf }: World): Finding['parts'] {
  const step = stepAtPath(lever.steps, path) as Step | undefined
  if (step?.kind !== 'program.open' || !/^args\.\d+$/.test(at)) return undefined
  const { values } = tableOf(lever.frameId)
  const names: Readonly<Record<string, string>> = { ...bench.folders, ...values }
  const paths = step.args.flatMap((text) => {
    const whole = text.replace(/\$\{([^{}]+)\}/g, (written, name: string) => own(names, name) ?? written)
    return whole.startsWith('/') ? [whole] : []
  })
  const there = paths.filter((one) => kindAt(bench.files, one) !== undefined)
  const missing = paths.filter((one) => kindAt(bench.files, one) === undefined)
  const last = (one: string) => `“${one.split('/').at(-1)}”`
  return paths.length < 2 || missing.length === 0 ? undefined : { there: there.map(last), missing: missing.map(last) }
}

/** Levers that are pulled in a circle, or too deep: the run would be refused before anything is done. */
function pullFindings(lever: Lever, world: World): Finding[] {
  const fault = badPull(lever, world)
  if (!fault) return []
  return [found(lever, { severity: 'fault', code: fault.code, where: 'the levers it pulls', message: fault.message })]
}

function badPull(root: Lever, world: World): Issue | undefined {
  const done = new Set<string>()
  const go = (lever: Lever, way: readonly Lever[]): Issue | undefined => {
    if (way.length > DEEPEST_PULLS) return runIssue({ code: 'pull-depth', most: DEEPEST_PULLS })
    for (const id of pulledBy(lever)) {
      const at = way.findIndex((one) => one.id === id)
      if (at >= 0)
        return runIssue({ code: 'pull-circle', plates: [...way.slice(at), way[at]!].map(({ plate }) => plate) })
      const next = done.has(id) ? undefined : world.lever(id)
      const issue = next && go(next, [...way, next])
      if (issue) return issue
      done.add(id)
    }
    return undefined
  }
  return go(root, [root])
}

/** When it is live and when it may be pulled: a scope that is nowhere, conditions that never hold. */
function whenFindings(lever: Lever, { bench }: World, lost: readonly LostName[]): Finding[] {
  const findings: Finding[] = []
  const { scope, interlock } = lever
  const gone = lost.filter(({ path }) => path.startsWith('scope.')).length
  if (scope.kind === 'only' && scope.programIds.length > 0 && gone === scope.programIds.length)
    findings.push(
      found(lever, {
        severity: 'fault',
        code: 'scope-never',
        where: 'scope',
        message: 'Its keys are live nowhere: every program in front of which they are is gone.',
        mend: { kind: 'lever', label: 'Live everywhere', part: { scope: { kind: 'everywhere' } } },
      }),
    )
  const never = interlock && neverBecause(interlock.condition, bench)
  if (never !== undefined)
    findings.push(
      found(lever, {
        severity: 'fault',
        code: 'interlock-never',
        where: 'interlock',
        message: `Its interlock never holds: ${never}.`,
      }),
    )
  for (const condition of interlock ? partsIn(interlock.condition) : []) {
    if (condition.kind !== 'control-is' && condition.kind !== 'lamp-is') continue
    const device = own(bench.devices, condition.deviceId)
    if (!device || own(device.controls, condition.controlId)) continue
    findings.push(
      found(lever, {
        severity: 'fault',
        code: 'control-gone',
        where: 'interlock',
        message: `Its interlock asks for what ${device.name} does not have: ${describeCondition(condition, bench)}.`,
      }),
    )
  }
  return findings
}

function partsIn(condition: Condition): Condition[] {
  if (condition.kind === 'not') return partsIn(condition.condition)
  if (condition.kind === 'all' || condition.kind === 'any') return condition.conditions.flatMap(partsIn)
  return [condition]
}

/** One that is off and that nothing pulls can only be looked at. */
function reachFindings(lever: Lever, world: World): Finding[] {
  const { triggers, aliases, doors } = lever
  if (triggers.length + aliases.length + (doors?.length ?? 0) > 0 || world.isPulled(lever.id)) return []
  return [
    found(lever, {
      severity: 'note',
      code: 'unreachable',
      where: 'keys',
      message: lever.enabled
        ? 'It has no key, word, tile or road, waits for nothing, and no lever pulls it: only its name finds it.'
        : 'It is off, and nothing leads to it: no key, word, tile, road or other lever.',
    }),
  ]
}

/** `Of its parts “a” and “b” are there, and “c” is not.` */
function partsInWords({ there, missing }: NonNullable<Finding['parts']>): string {
  const be = (parts: readonly string[]) => (parts.length === 1 ? 'is' : 'are')
  if (there.length === 0) return `None of its parts is there: ${listed(missing)}.`
  return `Of its parts ${listed(there)} ${be(there)} there, and ${listed(missing)} ${be(missing)} not.`
}
