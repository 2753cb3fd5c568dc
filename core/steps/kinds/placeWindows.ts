import { z } from 'zod'
import { slot } from '../../phrases'
import {
  AREA_NAMES,
  areaInWords,
  AREAS,
  areaSchema,
  areaWords,
  desktopCount,
  desktopName,
  desktopNumberSchema,
  displaysOf,
  sameValue,
  windowTitle,
} from '../../bench'
import type { Area, BenchState, BenchWindow, Change } from '../../bench'
import { countOf } from '../../names'
import { own } from '../../result'
import { together, drag } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { deviceIdSchema } from '../fields'
import { fault } from '../finding'
import { stepIssue } from '../issues'
import type { Names } from '../names'
import { choicePart, partOf, plainSentence, say } from '../../sentence'
import type { Sentence } from '../../sentence'
import {
  desktopMissing,
  windowChoiceIssues,
  windowChoiceSchema,
  windowParts,
  windowsMeant,
  withInstead,
} from '../windowChoice'

const displaySchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('named'), deviceId: deviceIdSchema }),
  /** The one after that on which a window stands, round and round. */
  z.object({ kind: z.literal('next') }),
])

const placeSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('named'), name: z.enum(AREA_NAMES) }),
  z.object({ kind: z.literal('rectangle'), area: areaSchema }),
  /** Where the window stands by itself. */
  z.object({ kind: z.literal('own') }),
])

/** What is not said stays as it is. */
export const placeWindows = defineStep({
  kind: 'windows.place',
  label: 'Put windows somewhere',
  help: 'On a display, a desktop, a half, a quarter, the whole, or a rectangle.',
  nature: 'program',
  phrases: [
    {
      say: 'put|place|move|send {shown} on|onto|to|into [the] {area} of|on [the] {display}',
      gives: { which: slot('shown'), place: { kind: 'named', name: slot('area') }, display: slot('display') },
    },
    {
      say: 'put|place|move|send {shown} on|onto|to|into|in [the] {area}',
      gives: { which: slot('shown'), place: { kind: 'named', name: slot('area') } },
    },
    {
      say: 'move|put|place|send {shown} to|on|onto [the] {display}',
      gives: { which: slot('shown'), place: undefined, display: slot('display') },
    },
    {
      say: 'move|send|put|place {shown} to|on|onto {desktop}',
      gives: { which: slot('shown'), place: undefined, desktop: slot('desktop') },
    },
    { say: '{area}', gives: { place: { kind: 'named', name: slot('area') } }, isHeardOnly: true },
  ],
  fields: {
    which: windowChoiceSchema,
    display: displaySchema.optional(),
    desktop: desktopNumberSchema.optional(),
    place: placeSchema.optional(),
    /** Shows the desktop the windows went to. */
    follow: z.boolean().optional(),
  },
  fresh: { which: { kind: 'front' }, place: { kind: 'named', name: 'left' } },
  sentence: ({ which, display, desktop, place, follow }, names) =>
    say`Puts ${windowParts('which', which, names)} ${whereParts(display, desktop, place, names)}${follow ? ' and goes there' : ''}.`,
  lint({ which, display, desktop }, bench) {
    const absent = display?.kind === 'named' ? displayIssue(display.deviceId, bench) : undefined
    return [
      ...windowChoiceIssues(which, bench).map((issue) => fault('which.programId', issue)),
      ...(absent ? [fault('display', absent)] : []),
      ...(desktop !== undefined && desktop > desktopCount(bench)
        ? [fault('desktop', desktopMissing(desktop, bench))]
        : []),
    ]
  },
  byHand: () => together(drag, drag),
  joined: (first, second) => (sameValue(first.which, second.which) ? { ...first, ...second } : undefined),
  perform({ which, display, desktop, place, follow }, bench, context) {
    const windows = windowsMeant(which, bench, context)
    if (!windows.ok) return failed(windows.issues)
    if (desktop !== undefined && desktop > desktopCount(bench)) return failed([desktopMissing(desktop, bench)])
    const absent = display?.kind === 'named' ? displayIssue(display.deviceId, bench) : undefined
    if (absent) return failed([absent])
    const displays = displaysOf(bench)
    if (display?.kind === 'next' && displays.length < 2) return failed([stepIssue({ code: 'no-other-display' })])
    const changes = windows.value.flatMap((window): Change[] => {
      const displayId = displayFor(window, display, displays)
      const area = areaFor(window, place)
      const stand: Change = {
        kind: 'window.stand',
        windowId: window.id,
        displayId: displayId ?? null,
        desktop: desktop ?? window.desktop ?? null,
        area,
      }
      // A window that fills its display leaves that when it is put into a part of it.
      const isFilling = window.mode === 'maximized' && place !== undefined
      return [
        ...(isFilling ? [{ kind: 'window.mode' as const, windowId: window.id, mode: 'normal' as const }] : []),
        stand,
      ]
    })
    const isFollowed = follow && desktop !== undefined
    const [first] = windows.value
    const what = windows.value.length === 1 ? windowTitle(bench, first!) : countOf(windows.value.length, 'window')
    return {
      kind: 'done',
      changes: [...changes, ...(isFollowed ? [{ kind: 'desktop.show' as const, desktop }] : [])],
      note: withInstead(which, bench, `${what}: ${plainSentence(whereParts(display, desktop, place, bench))}.`),
    }
  },
})

interface Fields {
  readonly display?: z.infer<typeof displaySchema>
  readonly desktop?: number
  readonly place?: z.infer<typeof placeSchema>
}

function whereParts(
  display: Fields['display'],
  desktop: Fields['desktop'],
  place: Fields['place'],
  names: Names,
): Sentence {
  const parts: Sentence[] = []
  if (place?.kind === 'named') parts.push(say`into ${choicePart('place.name', place.name, placeWords)}`)
  if (place?.kind === 'rectangle') parts.push([`into ${areaInWords(place.area)}`])
  if (place?.kind === 'own') parts.push(['where it stands by itself'])
  if (display?.kind === 'named')
    parts.push(
      say`on ${choicePart('display.deviceId', display.deviceId, displayNames(names), displayName(display.deviceId, names))}`,
    )
  if (display?.kind === 'next') parts.push(['on the other display'])
  if (desktop !== undefined) parts.push(say`on desktop ${partOf('desktop', desktopName(names, desktop), 'number')}`)
  if (parts.length === 0) return ['where it stands']
  return parts.flatMap((part, i) => (i === 0 ? part : [' ', ...part]))
}

/** The places by what they are in a sentence. */
const placeWords = Object.fromEntries(
  AREA_NAMES.map((name) => [name, areaWords[name].replace(' of it', ' of the display')]),
)

function displayName(id: string, names: Names): string {
  return own(names.devices ?? {}, id)?.name ?? `the missing display “${id}”`
}

function displayNames({ devices = {} }: Names): Record<string, string> {
  const displays = Object.values(devices).filter(({ kind }) => kind === 'display')
  return Object.fromEntries(displays.map(({ id, name }) => [id, name]))
}

/** Why nothing can be put on a display: it is none, or not plugged in. */
export function displayIssue(deviceId: string, bench: BenchState) {
  const device = own(bench.devices, deviceId)
  if (device?.kind === 'display' && device.plugged !== false) return undefined
  return stepIssue({ code: 'display-absent', display: device?.name ?? `The display “${deviceId}”` })
}

function displayFor(window: BenchWindow, display: Fields['display'], displays: readonly string[]): string | undefined {
  if (display?.kind === 'named') return display.deviceId
  if (!display) return window.displayId
  const at = Math.max(0, displays.indexOf(window.displayId ?? ''))
  return displays[(at + 1) % displays.length]
}

function areaFor(window: BenchWindow, place: Fields['place']): Area | null {
  switch (place?.kind) {
    case 'named':
      return AREAS[place.name]
    case 'rectangle':
      return place.area
    case 'own':
      return null
    default:
      return window.area ?? null
  }
}
