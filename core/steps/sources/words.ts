import { deviceKindWords } from '../../bench'
import { countOf } from '../../names'
import { assertNever } from '../../result'
import { durationInWords } from '../duration'
import { frameName, programName } from '../names'
import type { Names } from '../names'
import { choicePart, partOf, say } from '../../sentence'
import type { Sentence } from '../../sentence'
import { entryKindWords, fileOrderWords } from './schema'
import type { Source, SourceKind } from './schema'

type FileSource = Extract<Source, { kind: 'files' }>

/** One of the source, with its parts at `at`: `file of ${downloads}, newest first`. */
export function oneOf(source: Source, at: string, names: Names): Sentence {
  switch (source.kind) {
    case 'files':
      return filesInWords(source, at)
    case 'lines':
      return say`line of ${partOf(`${at}.text`, source.text || '…', 'text')}`
    case 'list':
      return [`of ${listShown(source.items)}`]
    case 'value':
      return say`one of ${partOf(`${at}.name`, source.name, 'name')}`
    case 'table':
      return [`row of a table of ${countOf(source.rows.length, 'row')}`]
    case 'csv':
      return say`row of ${partOf(`${at}.path`, source.path || '…', 'path')}`
    case 'windows':
      return source.programId === undefined
        ? ['open window']
        : say`window of ${partOf(`${at}.programId`, programName(source.programId, names), 'program')}`
    case 'programs':
      return ['program that runs']
    case 'tabs':
      return source.programId === undefined
        ? ['open tab']
        : say`tab of ${partOf(`${at}.programId`, programName(source.programId, names), 'program')}`
    case 'devices':
      return [source.deviceKind === undefined ? 'device' : deviceKindWords[source.deviceKind].one]
    case 'levers':
      return source.frameId === undefined
        ? ['lever']
        : say`lever of ${partOf(`${at}.frameId`, frameName(source.frameId, names), 'frame')}`
    case 'addresses':
      return ['named address']
    default:
      return assertNever(source)
  }
}

function filesInWords(source: FileSource, at: string): Sentence {
  const limits = [
    ...(source.newerThanMs === undefined ? [] : [`changed within ${durationInWords(source.newerThanMs)}`]),
    ...(source.olderThanMs === undefined ? [] : [`older than ${durationInWords(source.olderThanMs)}`]),
    ...(source.largerThan === undefined ? [] : [`larger than ${countOf(source.largerThan, 'byte')}`]),
    ...(source.smallerThan === undefined ? [] : [`smaller than ${countOf(source.smallerThan, 'byte')}`]),
  ]
  const pattern = source.pattern === '' ? [] : say` ${partOf(`${at}.pattern`, source.pattern, 'text')}`
  const deep = source.isDeep ? ' and the folders in it' : ''
  const limited = limits.length > 0 ? `, ${limits.join(' and ')}` : ''
  const which = say`${choicePart(`${at}.what`, source.what, entryKindWords)}${pattern}`
  const where = say`${partOf(`${at}.folder`, source.folder || '…', 'path')}${deep}${limited}`
  return say`${which} of ${where}, ${choicePart(`${at}.order`, source.order, fileOrderWords)}`
}

function listShown(items: readonly string[]): string {
  const shown = items
    .slice(0, 3)
    .map((item) => `“${item}”`)
    .join(', ')
  return items.length > 3 ? `${shown} and ${items.length - 3} more` : shown || 'nothing'
}

/** What is looked up in, or counted, in the plural. */
export const manyWords: Record<SourceKind, string> = {
  files: 'the files there',
  lines: 'the lines',
  list: 'the entries',
  value: 'the entries',
  table: 'the rows',
  csv: 'the rows',
  windows: 'the open windows',
  programs: 'the programs that run',
  tabs: 'the open tabs',
  devices: 'the devices',
  levers: 'the levers',
  addresses: 'the named addresses',
}

/** The parts that an entry has, as far as they are known before. */
export function entryParts(source: Source): readonly string[] | 'any' {
  switch (source.kind) {
    case 'files':
      return ['text', 'path', 'name', 'stem', 'extension', 'folder', 'size', 'changed']
    case 'lines':
    case 'list':
      return []
    case 'value':
    case 'csv':
      return 'any'
    case 'table':
      return ['text', ...source.columns]
    case 'windows':
      return ['text', 'id', 'title', 'program', 'address', 'desktop']
    case 'programs':
      return ['text', 'id', 'name', 'windows']
    case 'tabs':
      return ['text', 'window', 'program', 'address', 'title']
    case 'devices':
      return ['text', 'id', 'name', 'kind']
    case 'levers':
      return ['text', 'id', 'name', 'plate', 'aliases']
    case 'addresses':
      return ['text', 'name', 'address']
    default:
      return assertNever(source)
  }
}
