import { absolutePath, applyChanges, nearestPath, programMissing, windowsOf } from '../bench'
import type { BenchState, BenchWindow, Change, Program } from '../bench'
import { expandVariables, freshOption, isAddress, writePart } from '../command'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { failed, namesFor } from './effect'
import type { StepContext, StepEffect } from './effect'
import { startProgram } from './openProgram'
import type { StepOf } from './schema'

type PlaceStep = StepOf<'place.open'>

/** What a place turns out to be. */
export type PlaceKind = 'address' | 'folder' | 'file'

/** Opens each place in each program, one after the other; what went wrong with one does not keep the others from opening. */
export function openPlaces(step: PlaceStep, bench: BenchState, context: StepContext): StepEffect {
  const { values, broken } = namesFor(bench, context.values)
  const changes: Change[] = []
  const notes: string[] = []
  const issues: { code: string; message: string }[] = []
  let now = bench
  for (const text of step.places) {
    const place = expandVariables(text, values, broken)
    if (!place.ok) {
      issues.push(...place.issues)
      continue
    }
    const openers = openersOf(place.value, step, now)
    if (!openers.ok) {
      issues.push(...openers.issues)
      continue
    }
    for (const program of openers.value) {
      const effect = openIn(program, place.value, step, now, context)
      changes.push(...effect.changes)
      const after = applyChanges(now, effect.changes)
      if (after.ok) now = after.value
      if (effect.kind === 'failed') issues.push(effect.issue)
      else notes.push(effect.note)
    }
  }
  if (issues.length > 0) return { ...failed(issues), changes }
  return { kind: 'done', changes, note: notes.join(' ') }
}

/** What stands at a place, an address or an absolute path. Issue: `place-missing`, with the nearest path. */
export function placeKind(place: string, bench: BenchState): Result<PlaceKind> {
  if (isAddress(place)) return succeed('address')
  const path = absolutePath(place, bench.folders.home ?? '/')
  const kind = bench.files[path]?.kind
  if (kind) return succeed(kind)
  const nearest = nearestPath(bench, path)
  return fail({
    code: 'place-missing',
    message: `There is no folder or file ${path} on the bench.${nearest === undefined ? '' : ` Did you mean “${nearest}”?`}`,
  })
}

/** The programs that open a place: those named, else the first one that opens such. Issues: `place-missing`, `program-missing`, `no-opener`. */
export function openersOf(
  place: string,
  { programIds = [] }: Pick<PlaceStep, 'programIds'>,
  bench: BenchState,
): Result<Program[]> {
  const kind = placeKind(place, bench)
  if (!kind.ok) return kind
  if (programIds.length > 0) {
    const missing = programIds.filter((id) => !bench.programs[id])
    return missing.length > 0
      ? fail(...missing.map((id) => programMissing(bench, id)))
      : succeed(programIds.map((id) => bench.programs[id]!))
  }
  const program = Object.values(bench.programs).find((entry) => opens(entry, kind.value, place))
  if (program) return succeed([program])
  const what = { address: 'addresses', folder: 'folders', file: `files such as ${place}` }[kind.value]
  return fail({ code: 'no-opener', message: `No program on the bench opens ${what}. Name one in the step.` })
}

function opens(program: Program, kind: PlaceKind, place: string): boolean {
  return kind === 'file'
    ? (program.opensFiles?.some((ending) => place.toLowerCase().endsWith(ending)) ?? false)
    : program.opens.includes(kind)
}

function openIn(
  program: Program,
  place: string,
  step: PlaceStep,
  bench: BenchState,
  context: StepContext,
): Extract<StepEffect, { kind: 'done' | 'failed' }> {
  const open = step.ifOpen === 'again' || !isAddress(place) ? undefined : tabWith(place, program, step.profile, bench)
  if (open) {
    const content = { ...open.content, active: place }
    const shows =
      open.content.active === place ||
      (open.content.active === undefined && open.content.documents.at(-1)?.path === place)
    return {
      kind: 'done',
      changes: [
        ...(shows ? [] : [{ kind: 'window.show' as const, windowId: open.id, content }]),
        { kind: 'window.raise', windowId: open.id },
      ],
      note: `${place} was open already; its tab came to the front.`,
    }
  }
  return startProgram(
    { programId: program.id, args: [...profileArguments(program, step.profile), place], windowId: context.nextId() },
    bench,
  )
}

/** The window that has an address open, in the profile asked for if one is. */
export function tabWith(
  address: string,
  program: Program,
  profile: string | undefined,
  bench: BenchState,
): BenchWindow | undefined {
  return windowsOf(bench, program.id).find(
    (window) =>
      (profile === undefined || window.content.profile === profile) &&
      window.content.documents.some((document) => document.path === address),
  )
}

function profileArguments(program: Program, profile: string | undefined): string[] {
  const option = profile === undefined ? undefined : profileOption(program)
  return option ? writePart(freshOption(option, profile)) : []
}

/** The option by which a program is told its profile. */
export function profileOption(program: Program): Program['arguments']['options'][number] | undefined {
  return program.arguments.options.find(
    (option) => option.value === 'required' && option.effect.kind === 'part' && option.effect.part === 'profile',
  )
}
