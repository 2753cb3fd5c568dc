import { verbOf } from '../../bench'
import { listed } from '../../names'
import { own } from '../../result'
import { lastOf, PRONOUNS } from '../mentions'
import { nameInWords, readNamed } from './named'
import { after, quoted, wordAt } from './slot'
import type { SlotContext, SlotGrammar, SlotReading, Span } from './slot'

const FRONT_PROGRAM: readonly string[][] = [
  ['program', 'in', 'front'],
  ['this', 'program'],
  ['current', 'program'],
]

/** *It*, where a program was named. */
function readMentioned(span: Span, { mentions }: SlotContext): SlotReading[] {
  if (!PRONOUNS.has(wordAt(span) ?? '')) return []
  const last = lastOf(mentions, 'program')
  if (!last) return []
  const { programId, name } = last.found
  return [{ to: span.from + 1, value: programId, sureness: last.isLast ? 0.95 : 0.7, says: name }]
}

export const program: SlotGrammar = {
  read: (span, context) => [
    ...readNamed(context.indexes.program, 'the program', span, context),
    ...readMentioned(span, context),
  ],
  write(value, { indexes }) {
    const known = indexes.program.byId.get(String(value))
    return known && nameInWords(known.name)
  },
}

/** `A`, `A and B`, `A, B and C`: every number of them. */
export function readList(
  span: Span,
  readOne: (span: Span) => readonly SlotReading[],
): (SlotReading & { values: unknown[] })[] {
  const lists: (SlotReading & { values: unknown[] })[] = readOne(span).map((one) => ({ ...one, values: [one.value] }))
  for (let i = 0; i < lists.length && lists.length < 200; i++) {
    const before = lists[i]!
    let from = before.to
    if (wordAt({ ...span, from }) === ',') from += 1
    if (/^(and|&|or)$/.test(wordAt({ ...span, from }) ?? '')) from += 1
    if (from === before.to) continue
    if (/^(the|a|an)$/.test(wordAt({ ...span, from }) ?? '')) from += 1
    for (const one of readOne({ ...span, from })) {
      lists.push({
        ...before,
        to: one.to,
        values: [...before.values, one.value],
        sureness: Math.min(before.sureness, one.sureness),
        says: `${before.says} and ${one.says.replace(/^the (program|device) /, '')}`,
        ...(before.choices || one.choices ? { choices: before.choices ?? one.choices } : {}),
      })
    }
  }
  return lists
}

function writeList(ids: unknown, context: SlotContext): string | undefined {
  const names = (ids as string[]).map((id) => program.write(id, context))
  if (names.length === 0 || names.includes(undefined)) return undefined
  return listed(names as string[])
}

/** Some programs, all, all but some, those of a category, or the one in front. */
export const which: SlotGrammar = {
  read(span, context) {
    const readOne = (from: Span) => program.read(from, context)
    const front = FRONT_PROGRAM.flatMap((words): SlotReading[] => {
      const behind = after(span, words)
      return behind ? [{ to: behind.from, value: { kind: 'front' }, sureness: 1, says: 'the program in front' }] : []
    })
    const these = readList(span, readOne).map((list): SlotReading => ({
      ...list,
      value: { kind: 'these', programIds: list.values },
    }))
    return [...front, ...readAll(span, context, readOne), ...these]
  },
  write(value, context) {
    const choice = value as { kind: string; programIds?: string[]; category?: string; text?: string }
    switch (choice.kind) {
      case 'all':
        return 'everything'
      case 'front':
        return 'the program in front'
      case 'these':
        return writeList(choice.programIds, context)
      case 'all-but': {
        const names = writeList(choice.programIds, context)
        return names && `everything but ${names}`
      }
      case 'category': {
        const category = quoted(choice.category ?? '')
        return category && `all programs of ${category}`
      }
      default:
        return undefined
    }
  },
}

function readAll(span: Span, { indexes }: SlotContext, readOne: (span: Span) => readonly SlotReading[]): SlotReading[] {
  const all =
    after(span, ['all|every', 'programs|program|windows']) ??
    after(span, ['all|every', 'other', 'programs|program']) ??
    after(span, ['everything|all'])
  if (!all) return []
  const readings: SlotReading[] = [{ to: all.from, value: { kind: 'all' }, sureness: 1, says: 'all programs' }]
  const but = after(all, ['but|except|save']) ?? after(all, ['apart', 'from']) ?? after(all, ['other', 'than'])
  const rest = but && (after(but, ['for']) ?? but)
  if (rest) {
    const start = wordAt(rest) === 'the' ? { ...rest, from: rest.from + 1 } : rest
    for (const list of readList(start, readOne))
      readings.push({
        ...list,
        value: { kind: 'all-but', programIds: list.values },
        says: `all programs but ${list.says}`,
      })
  }
  const of = after(all, ['of|for'])
  const token = of && of.from < of.end ? of.tokens[of.from] : undefined
  const categories = new Set(Object.values(indexes.names.bench.programs).flatMap((one) => one.categories))
  const category = [...categories].find((one) => one.toLowerCase() === token?.lower)
  if (of && category)
    readings.push({
      to: of.from + 1,
      value: { kind: 'category', category },
      sureness: 1,
      says: `all programs of ${category}`,
    })
  return readings
}

/** Programs other than a single one. */
export const several: SlotGrammar = {
  read: (span, context) => which.read(span, context).filter(({ value }) => !isSingle(value)),
  write: (value, context) => (isSingle(value) ? undefined : which.write(value, context)),
}

function isSingle(value: unknown): boolean {
  const { kind, programIds = [] } = value as { kind: string; programIds?: unknown[] }
  return kind === 'these' && programIds.length < 2
}

/** A verb by its name, of whichever program has it. */
export const verb: SlotGrammar = {
  read(span, context) {
    const readings = readNamed(context.indexes.verb, 'the verb', span, context).filter(
      // Its beginning is enough only where it is more than a word, and more than half of it.
      ({ tier, to, entry }) =>
        context.isTyping ||
        tier === 'name' ||
        (tier === 'name-start' && to - span.from > 1 && (to - span.from) * 2 > entry.name.split(/\s+/).length),
    )
    return readings.map(({ entry, tier: _tier, ...reading }) => {
      const owner = context.indexes.program.byId.get(entry.programId)!.name
      // One word alone is rarely meant as a verb of one program of many.
      const isWord = reading.to - span.from === 1
      const others = isWord || (reading.choices ?? []).length > 1
      return {
        ...reading,
        value: { programId: entry.programId, verb: entry.verb },
        sureness: isWord ? reading.sureness * 0.6 : reading.sureness,
        says: `“${entry.name}” of ${owner}`,
        ...(others ? { choices: verbChoices(entry.name, context) } : {}),
      }
    })
  },
  write: () => undefined,
}

function verbChoices(name: string, { indexes }: SlotContext) {
  return [...indexes.verb.byId.values()]
    .filter((one) => one.name === name)
    .map(({ programId }) => {
      const owner = indexes.program.byId.get(programId)!.name
      return { says: `“${name}” of ${owner}`, text: `tell ${nameInWords(owner)} to “${name}”` }
    })
}

/** A program and one of its verbs: `Dome Desk to park the dome`. */
export const told: SlotGrammar = {
  read(span, context) {
    return program.read(span, context).flatMap((owner) => {
      const behind = { ...span, from: owner.to }
      const rest = after(behind, ['to|:']) ?? behind
      return readNamed(
        context.indexes.verb,
        'the verb',
        rest,
        context,
        ({ programId }) => programId === owner.value,
      ).map((said): SlotReading => ({
        ...said,
        value: { programId: owner.value, verb: said.entry.verb },
        sureness: Math.min(owner.sureness, said.sureness),
        says: `“${said.entry.name}” of ${owner.says.replace(/^the program /, '')}`,
        ...(owner.choices ? { choices: owner.choices } : {}),
      }))
    })
  },
  write(value, context) {
    const { programId, verb: id } = value as { programId: string; verb: string }
    const owner = own(context.indexes.names.bench.programs, programId)
    const name = program.write(programId, context)
    const said = owner && verbOf(owner, id)
    // By its name it is kept as its id, and so only that is read again.
    return name && said?.id === id ? `${name} to ${quoted(said.name)}` : undefined
  },
}
