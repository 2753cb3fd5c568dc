import { z } from 'zod'
import { slot } from '../../phrases'
import {
  absolutePath,
  applyChanges,
  choicesOf,
  kindAt,
  nearestPath,
  programMissing,
  windowsOf,
  writePath,
} from '../../bench'
import type { BenchState, BenchWindow, Change, Program } from '../../bench'
import { expandNames, expandVariables, freshOption, isAddress, lastPart, writePart } from '../../command'
import { fail, own, succeed } from '../../result'
import type { Issue, Result } from '../../result'
import { together, wentTo } from '../byHand'
import { openedPrograms } from '../cause'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { namesFor } from '../namesFor'
import type { Started, StepContext, StepEffect } from '../effect'
import { programIdSchema, requiredPath, templateSchema } from '../fields'
import { fault, note } from '../finding'
import type { StepFinding } from '../finding'
import { stepIssue } from '../issues'
import { startProgram } from '../launching'
import { lintProgramId } from '../lintParts'
import { programParts } from '../names'
import { listParts, partOf, say } from '../../sentence'

interface PlaceStep {
  id: string
  kind: string
  places: string[]
  programIds?: string[]
  profile?: string
  ifOpen?: 'raise' | 'again'
}

export const openPlaces = defineStep({
  kind: 'place.open',
  label: 'Open folders, files, addresses',
  help: 'With the programs that open such places, or with those named.',
  nature: 'place',
  phrases: [
    { say: 'open|go (to) {place}', gives: { places: [slot('place')] } },
    { say: 'open {place} in|with {program}', gives: { places: [slot('place')], programIds: [slot('program')] } },
    { say: 'open {place} [or] bring [it] [to] [the] front', gives: { places: [slot('place')], ifOpen: 'raise' } },
  ],
  fields: {
    /** Folders, files and addresses. */
    places: z
      .array(requiredPath('Name a folder, a file or an address.'))
      .min(1, 'Name a folder, a file or an address.')
      .max(200),
    /** What opens them; by default the program that opens such. With several, each place is opened in each. */
    programIds: z.array(programIdSchema).max(20).optional(),
    /** The profile to open them in, for programs that have profiles. */
    profile: templateSchema.optional(),
    /** An address that is open in a tab already: that tab comes to the front, or it is opened again. */
    ifOpen: z.enum(['raise', 'again']).optional(),
  },
  fresh: { places: [''] },
  sentence(step, names) {
    const programs = step.programIds?.length ? say` in ${programParts('programIds', step.programIds, names)}` : ''
    const profile = step.profile ? say`, profile ${partOf('profile', step.profile, 'text')}` : ''
    return say`Opens ${listParts('places', step.places, 'path')}${programs}${profile}.`
  },
  /** One after the other; what went wrong with one does not keep the others from opening. */
  mayCause: ({ places, programIds = [] }, bench) =>
    openedPrograms(...(programIds.length > 0 ? programIds : places.flatMap((place) => usualOpener(place, bench)))),
  byHand: ({ places }) => together(...places.map(wentTo)),
  perform(step, bench, context) {
    const names = namesFor(bench, context.values)
    const changes: Change[] = []
    const notes: string[] = []
    const started: Started[] = []
    const issues: Issue[] = []
    let now = bench
    for (const text of step.places) {
      const place = expandNames(text, names)
      const openers = place.ok ? openersOf(place.value, step, now) : place
      if (!place.ok || !openers.ok) {
        issues.push(...(openers as { issues: readonly Issue[] }).issues)
        continue
      }
      for (const program of openers.value) {
        const effect = openIn(program, place.value, step, now, context)
        changes.push(...effect.changes)
        const after = applyChanges(now, effect.changes)
        if (after.ok) now = after.value
        if (effect.kind === 'failed') issues.push(effect.issue)
        else {
          notes.push(effect.note)
          started.push(...(effect.started ?? []))
        }
      }
    }
    if (issues.length > 0) return { ...failed(issues), changes }
    return { kind: 'done', changes, started, note: notes.join(' ') }
  },
  lint(step, bench, table) {
    const { values } = namesFor(bench, table)
    return [
      ...step.places.flatMap((text, i) => lintPlace(step, text, i, values, bench)),
      ...(step.programIds ?? []).flatMap((id, i) => lintProgramId(id, `programIds.${i}`, bench)),
      ...lintProfile(step, bench),
    ]
  },
})

/** What a place turns out to be. */
export type PlaceKind = 'address' | 'folder' | 'file'

/** What stands at a place, an address or an absolute path. Issue: `place-missing`, with the nearest path. */
export function placeKind(place: string, bench: BenchState): Result<PlaceKind> {
  if (isAddress(place)) return succeed('address')
  const path = absolutePath(place, bench.folders.home ?? '/')
  const kind = kindAt(bench.files, path)
  if (kind) return succeed(kind)
  return fail(stepIssue({ code: 'place-missing', path, nearest: nearestPath(bench, path) }))
}

/**
 * The programs that open a place: those named, else the first one that opens such. Issues: `place-missing`,
 * `program-missing`, `no-opener`.
 */
export function openersOf(
  place: string,
  { programIds = [] }: Pick<PlaceStep, 'programIds'>,
  bench: BenchState,
): Result<Program[]> {
  const kind = placeKind(place, bench)
  if (!kind.ok) return kind
  if (programIds.length > 0) {
    const missing = programIds.filter((id) => !own(bench.programs, id))
    return missing.length > 0
      ? fail(...missing.map((id) => programMissing(bench, id)))
      : succeed(programIds.map((id) => own(bench.programs, id)!))
  }
  const program = Object.values(bench.programs).find((entry) => opens(entry, kind.value, place))
  if (program) return succeed([program])
  return fail(stepIssue({ code: 'no-opener', kind: kind.value, place }))
}

/** The program that a place would open in by what its text looks like, whether it is there or not. */
function usualOpener(place: string, bench: BenchState): string[] {
  const programs = Object.values(bench.programs)
  if (isAddress(place))
    return programs
      .filter((one) => opens(one, 'address', place))
      .map(idOf)
      .slice(0, 1)
  const ofFile = programs.filter((one) => opens(one, 'file', place))
  const found = ofFile.length > 0 ? ofFile : programs.filter((one) => opens(one, 'folder', place))
  return found.map(idOf).slice(0, 1)
}

const idOf = ({ id }: Program) => id

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

function lintPlace(
  step: PlaceStep,
  text: string,
  i: number,
  values: Readonly<Record<string, string>>,
  bench: BenchState,
): StepFinding[] {
  const expanded = expandVariables(text, values)
  const place = expanded.ok ? expanded.value : text
  if (place === '') return []
  const programIds = step.programIds?.filter((id) => own(bench.programs, id))
  // Where those that are named are missing, that is told of them, and nothing else has to open it.
  const isNamed = (step.programIds?.length ?? 0) > 0 && programIds?.length === 0
  const openers = isNamed ? placeKind(place, bench) : openersOf(place, { programIds }, bench)
  if (openers.ok) return []
  const isMissing = openers.issues[0]!.code === 'place-missing'
  const nearest = isMissing ? nearestPath(bench, absolutePath(place, bench.folders.home ?? '/')) : undefined
  const mended = (path: string) => ({ ...step, places: step.places.with(i, writePath(path, values)) })
  const mend = nearest === undefined ? undefined : { label: `Use ${lastPart(nearest)}`, step: mended(nearest) }
  return openers.issues.map((issue) => fault(`places.${i}`, issue, mend))
}

function lintProfile({ profile, programIds = [] }: PlaceStep, bench: BenchState): StepFinding[] {
  if (!profile || profile.includes('${')) return []
  const openers = programIds.flatMap((id) => own(bench.programs, id) ?? [])
  return openers.flatMap((program): StepFinding[] => {
    const option = profileOption(program)
    if (!option) return [note('profile', { code: 'option-unknown', program: program.name })]
    const known = choicesOf(option, program, bench)?.map((choice) => choice.value)
    if (!known || known.includes(profile)) return []
    return [fault('profile', stepIssue({ code: 'profile-unknown', program: program.name, value: profile, known }))]
  })
}
