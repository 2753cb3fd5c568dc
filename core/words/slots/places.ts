import { isAddress } from '../../command'
import { lastOf, PRONOUNS } from '../mentions'
import { readNamed } from './named'
import { after, byLength, quoted, skipArticle, wordAt } from './slot'
import type { SlotContext, SlotGrammar, SlotReading, Span } from './slot'

const isPath = (text: string) => /^(\/|\$\{)/.test(text)

/** A path that is written as it is: without quotes where it has no spaces and no marks. */
function pathInWords(path: string): string | undefined {
  return /^(\/|\$\{)[^\s,;“”"()]*[^\s.,;:!?“”"()]$/.test(path) && !/\$\{[^}]*\s/.test(path) ? path : quoted(path)
}

/** A path that stands there, plainly or in quotes. */
function readPathText(span: Span, { isTyping }: SlotContext): SlotReading[] {
  const token = span.from < span.end ? span.tokens[span.from] : undefined
  if (!token || !isPath(token.text)) return []
  if (isTyping && token.kind === 'word') {
    // A step that is typed by itself may have spaces in its path.
    return byLength(span, span.end - span.from, (text) => ({ value: text, sureness: 1, says: `the path ${text}` }))
  }
  return [
    { to: span.from + 1, value: token.text.replace(/(?<=.)\/+$/, ''), sureness: 1, says: `the path ${token.text}` },
  ]
}

function readMentioned(span: Span, { mentions }: SlotContext): SlotReading[] {
  if (!PRONOUNS.has(wordAt(span) ?? '')) return []
  const last = lastOf(mentions, 'path')
  if (!last) return []
  const { path, name } = last.found
  return [{ to: span.from + 1, value: path, sureness: last.isLast ? 0.95 : 0.7, says: name }]
}

/** A known folder by its name, `the captures folder`, or a path. */
export const folder: SlotGrammar = {
  read(span, context) {
    const begun = after(span, ['folder|contents'])
    const isOf = begun && wordAt(begun) === 'of'
    const inner = begun ? { ...begun, from: begun.from + (isOf ? 1 : 0) } : span
    const named = readNamed(context.indexes.folder, 'the folder', inner, context)
    const all = [...readPathText(inner, context), ...named]
    // `the captures folder`: the word belongs to the name.
    return all.flatMap((reading) => {
      const behind = { ...inner, from: reading.to }
      return after(behind, ['folder'])
        ? [{ ...reading, to: reading.to + 1, sureness: reading.sureness }, reading]
        : [reading]
    })
  },
  write(value, { indexes }) {
    const path = String(value)
    const known = indexes.folder.byId.get(path)
    return known && /^[a-z][\w-]*$/i.test(known.name) ? known.name : pathInWords(path)
  },
}

/** `tonight.log in logs`. */
function readInFolder(span: Span, context: SlotContext, isName: (text: string) => boolean): SlotReading[] {
  const token = span.from < span.end ? span.tokens[span.from] : undefined
  if (!token || token.kind === 'mark' || isPath(token.text) || !isName(token.text)) return []
  const behind = after({ ...span, from: span.from + 1 }, ['in|inside|of|under'])
  if (!behind) return []
  return folder.read(skipArticle(behind), context).map((reading) => ({
    ...reading,
    value: `${String(reading.value)}/${token.text}`,
    says: `“${token.text}” in ${reading.says}`,
  }))
}

export const path: SlotGrammar = {
  read: (span, context) => [
    ...readPathText(span, context),
    ...readInFolder(span, context, (text) => text.includes('.')),
    ...readMentioned(span, context),
  ],
  write: (value) => (isPath(String(value)) ? pathInWords(String(value)) : undefined),
}

/** Where a folder is to be: `called tonight in captures`, or a path. */
export const newFolder: SlotGrammar = {
  read(span, context) {
    const named = after(span, ['called|named'])
    return [...readPathText(span, context), ...readInFolder(named ?? span, context, (text) => !/[/*?]/.test(text))]
  },
  write: path.write,
}

/** What the names of files end with or look like: `exposure` for `*.exposure`, or a pattern as it is. */
export const pattern: SlotGrammar = {
  read: (span) =>
    byLength(span, 1, (text, [token]) => {
      if (token!.kind === 'mark' || !/^[*?\w.-]+$/.test(text) || /^(all|every|each|of|in)$/i.test(text))
        return undefined
      const value = /[*?.]/.test(text) ? text : `*.${text.toLowerCase()}`
      return { value, sureness: 0.9, says: `files like ${value}` }
    }),
  write(value) {
    const [, ending] = /^\*\.([a-z\d]+)$/.exec(String(value)) ?? []
    return ending ?? (/^(?=.*[*?.])[*?\w.-]*[*?\w-]$/.test(String(value)) && value !== '*' ? String(value) : undefined)
  },
}

const IN = 'in|from|of|inside'

/** Files, as paths and patterns: `everything in downloads`, `exposure files in captures`, a folder, a path, *it*. */
export const files: SlotGrammar = {
  read(span, context) {
    const isAll = /^(everything|all)$/.test(wordAt(span) ?? '')
    const start = skipArticle(isAll ? { ...span, from: span.from + 1 } : span)
    const inFolder = (from: Span, what: string, says: string): SlotReading[] => {
      const outOf = after(from, ['out', 'of'])
      const place = outOf ?? after(from, [IN])
      if (!place) return []
      return folder.read(skipArticle(place), context).map((reading) => ({
        ...reading,
        value: [`${String(reading.value)}/${what}`],
        says: `${says} in ${reading.says}`,
      }))
    }
    const fileWord = after(start, ['files|file'])
    const kinds = pattern.read(start, context).flatMap((reading) => {
      const behind = after({ ...start, from: reading.to }, ['files|file'])
      return behind ? inFolder(behind, String(reading.value), `files like ${String(reading.value)}`) : []
    })
    return [
      ...(fileWord ? inFolder(fileWord, '*', 'every file') : []),
      ...(isAll ? inFolder(start, '*', 'everything') : []),
      ...kinds,
      ...readPathText(span, context).map((reading) => ({ ...reading, value: [reading.value] })),
      ...readInFolder(span, context, (text) => text.includes('.')).map((reading) => ({
        ...reading,
        value: [reading.value],
      })),
      ...readMentioned(span, context).map((reading) => ({ ...reading, value: [reading.value] })),
      ...readNamed(context.indexes.folder, 'the folder', span, context).map((reading) => ({
        ...reading,
        value: [`${String(reading.value)}/*`],
        says: `everything in ${reading.says}`,
        // All that is in a folder is meant by its whole name only.
        sureness: reading.tier === 'name' ? 0.95 : Math.min(reading.sureness, 0.6),
      })),
    ]
  },
  write(value, context) {
    const [only, ...more] = value as string[]
    if (only === undefined || more.length > 0) return undefined
    const [, inside = '', what = ''] = /^(.*)\/([^/]*)$/.exec(only) ?? []
    const place = inside === '' ? undefined : folder.write(inside, context)
    if (place !== undefined && what === '*') return `everything in ${place}`
    const like = /[*?]/.test(what) ? pattern.write(what, context) : undefined
    if (place !== undefined && like !== undefined) return `the ${like} files in ${place}`
    return path.write(only, context)
  },
}

/** Something that can be opened: an address, a folder or a file. */
export const place: SlotGrammar = {
  read(span, context) {
    const token = span.from < span.end ? span.tokens[span.from] : undefined
    const address: SlotReading[] =
      token && (isAddress(token.text) || /^\$\{[^}]*(page|address)\}$/i.test(token.text))
        ? [{ to: span.from + 1, value: token.text, sureness: 1, says: `the address ${token.text}` }]
        : []
    return [
      ...address,
      ...readNamed(context.indexes.address, 'the address', span, context),
      ...folder.read(span, context),
      ...readInFolder(span, context, (text) => text.includes('.')),
      ...readMentioned(span, context),
    ]
  },
  write(value, context) {
    const text = String(value)
    const known = context.indexes.address.byId.get(text)
    if (known) return quoted(known.name)
    if (isAddress(text)) return /^[^\s,;“”"()]*[^\s.,;:!?“”"()]$/.test(text) ? text : quoted(text)
    return isPath(text) ? folder.write(text, context) : undefined
  },
}
