import { AREA_NAMES, areaWords } from '../../bench'
import { own } from '../../result'
import { lastOf, PRONOUNS } from '../mentions'
import { nameInWords, readNamed } from './named'
import { program } from './programs'
import { after, quoted, wordAt } from './slot'
import type { SlotGrammar, SlotReading } from './slot'

/** Windows in the words of windows: the one in front, those of a program, those with a title, *it*. */
export const windows: SlotGrammar = {
  read(span, context) {
    const readings: SlotReading[] = []
    const add = (to: number, value: unknown, says: string, sureness = 1) => readings.push({ to, value, sureness, says })
    const front = after(span, ['window', 'in', 'front']) ?? after(span, ['this|current', 'window'])
    if (front) add(front.from, { kind: 'front' }, 'the window in front')
    const bare = after(span, ['window'])
    if (bare) {
      add(bare.from, { kind: 'front' }, 'the window in front', 0.95)
      const token = bare.from < bare.end ? bare.tokens[bare.from] : undefined
      if (token?.text.startsWith('${')) add(bare.from + 1, { kind: 'named', text: token.text }, 'the window of a value')
    }
    const all = after(span, ['all|every', 'windows|window']) ?? after(span, ['windows|window'])
    const of = all && after(all, ['of'])
    if (of) {
      for (const { to, value, says, sureness } of program.read(of, context))
        add(to, { kind: 'program', programId: value }, `the windows of ${says}`, sureness)
    }
    const titled = all && after(all, ['with'])
    const title = titled && titled.from < titled.end ? titled.tokens[titled.from] : undefined
    const inTitle = titled && after({ ...titled, from: titled.from + 1 }, ['in', 'its|their|the', 'title'])
    if (title && titled) {
      const to = inTitle?.from ?? titled.from + 1
      if (inTitle ?? title.kind === 'quoted')
        add(to, { kind: 'title', text: title.text }, `windows with “${title.text}” in their title`)
    }
    const last = PRONOUNS.has(wordAt(span) ?? '') ? lastOf(context.mentions, 'windows') : undefined
    if (last) add(span.from + 1, last.found.which, last.found.name, last.isLast ? 0.95 : 0.7)
    return readings
  },
  write(value, context) {
    const choice = value as { kind: string; programId?: string; text?: string }
    switch (choice.kind) {
      case 'front':
        return 'the window in front'
      case 'program': {
        const name = program.write(choice.programId, context)
        return name && `the windows of ${name}`
      }
      case 'title': {
        const text = quoted(choice.text ?? '')
        return text && `the windows with ${text} in their title`
      }
      case 'named':
        return /^\$\{[\w.-]+\}$/.test(choice.text ?? '') ? `the window ${choice.text}` : undefined
      default:
        return undefined
    }
  },
}

/** Windows, or a program for its windows. */
export const shown: SlotGrammar = {
  read: (span, context) => [
    ...windows.read(span, context),
    ...program.read(span, context).map((reading) => ({
      ...reading,
      value: { kind: 'program', programId: reading.value },
    })),
  ],
  write: windows.write,
}

/** A display by its name, or the one after that on which a window stands. */
export const display: SlotGrammar = {
  read(span, context) {
    const next = after(span, ['other|next', 'display|screen'])
    const isDisplay = ({ id }: { id: string }) => own(context.indexes.names.bench.devices, id)?.kind === 'display'
    return [
      ...(next ? [{ to: next.from, value: { kind: 'next' }, sureness: 1, says: 'the next display' }] : []),
      ...readNamed(context.indexes.device, 'the display', span, context, isDisplay).map((reading) => ({
        ...reading,
        value: { kind: 'named', deviceId: reading.value },
      })),
    ]
  },
  write(value, { indexes }) {
    const { kind, deviceId } = value as { kind: string; deviceId?: string }
    if (kind === 'next') return 'the next display'
    const known = indexes.device.byId.get(deviceId ?? '')
    return known && nameInWords(known.name)
  },
}

/** A desktop by its number or its name, from 1. */
export const desktop: SlotGrammar = {
  read(span, { indexes, isTyping }) {
    const names = indexes.names.bench.desktops?.names ?? []
    const readings: SlotReading[] = []
    const behind = after(span, ['desktop'])
    const said = behind && wordAt(behind)
    if (behind && said !== undefined && /^\d{1,2}$/.test(said) && Number(said) >= 1 && Number(said) <= 20)
      readings.push({ to: behind.from + 1, value: Number(said), sureness: 1, says: `desktop ${said}` })
    for (const [i, name] of names.entries()) {
      const words = name.toLowerCase().split(/\s+/)
      const named = (behind && after(behind, words)) ?? after(span, [...words, 'desktop'])
      if (named) readings.push({ to: named.from, value: i + 1, sureness: 1, says: `desktop ${i + 1} ${name}` })
    }
    if (isTyping && behind && behind.from === behind.end)
      readings.push({ to: behind.from, value: 1, sureness: 0.4, says: 'desktop 1' })
    return readings
  },
  write: (value) => (Number.isInteger(value) ? `desktop ${String(value)}` : undefined),
}

/** A half, a quarter or the whole of a display. */
const AREAS: readonly (readonly [string, readonly string[]])[] = AREA_NAMES.map((name) => {
  const words = areaWords[name].replace(/^the /, '')
  return [name, [words, words.replace('upper', 'top').replace('lower', 'bottom')]]
})

export const area: SlotGrammar = {
  read: (span) =>
    AREAS.flatMap(([name, ways]) =>
      [...new Set(ways)].flatMap((way): SlotReading[] => {
        const words = name === 'whole' ? ['whole', 'display|screen'] : way.split(' ')
        const behind = after(span, words)
        return behind ? [{ to: behind.from, value: name, sureness: 1, says: areaWords[name as 'left'] }] : []
      }),
    ),
  write: (value) => (value === 'whole' ? 'the whole display' : areaWords[value as 'left']),
}
