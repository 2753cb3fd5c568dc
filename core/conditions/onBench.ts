import {
  absolutePath,
  countIn,
  desktopName,
  documentName,
  draftOf,
  fileAt,
  frontWindow,
  kindAt,
  pathsMeant,
  shownDesktop,
  stackedWindows,
  documentInFront,
  windowTitle,
} from '../bench'
import type { BenchFile, BenchState, BenchWindow } from '../bench'
import { expandVariables } from '../command'
import { countOf } from '../names'
import { assertNever, own } from '../result'
import type { Condition, FileTest } from './schema'
import type { Moment, Verdict } from './verdict'

type OnBench = Extract<
  Condition,
  {
    kind: 'window-open' | 'file-is' | 'folder-empty' | 'text-has' | 'desktop-shown' | 'clipboard-has' | 'plays'
  }
>

/** Conditions about windows, files, texts, desktops, the clipboard and what plays. */
export function onBench(condition: OnBench, bench: BenchState, moment: Moment): Verdict {
  switch (condition.kind) {
    case 'window-open':
      return withText(condition.text, bench, moment, (text) => windowOpen(condition.programId, text, bench))
    case 'file-is':
      return withText(condition.path, bench, moment, (path) =>
        fileIs(absolute(path, bench), condition.test, bench, moment),
      )
    case 'folder-empty':
      return withText(condition.path, bench, moment, (text) => {
        const path = absolute(text, bench)
        const count = countIn(bench.files, path)
        if (kindAt(bench.files, path) === undefined) return { holds: true, because: `there is no folder ${path}` }
        return {
          holds: count === 0,
          because: `${path} ${count === 0 ? 'is empty' : `has ${countOf(count, 'entry', 'entries')}`}`,
        }
      })
    case 'text-has':
      return withText(condition.text, bench, moment, (text) => textHas(text, bench))
    case 'desktop-shown': {
      const shown = shownDesktop(bench)
      return { holds: shown === condition.desktop, because: `desktop ${desktopName(bench, shown)} is shown` }
    }
    case 'clipboard-has':
      return withText(condition.text, bench, moment, (text) => {
        const [clip] = bench.clipboard ?? []
        if (!clip) return { holds: false, because: 'nothing was copied' }
        const holds = includes(clip.text, text)
        const because = text === '' ? 'something was copied' : `what was copied has ${holds ? '' : 'no '}“${text}”`
        return { holds, because }
      })
    case 'plays':
      return plays(condition, bench)
    default:
      return assertNever(condition)
  }
}

/** With its named values in; one that is not known makes it not hold. */
function withText(text: string, bench: BenchState, { values }: Moment, then: (text: string) => Verdict): Verdict {
  if (!text.includes('$')) return then(text)
  const expanded = expandVariables(text, { ...bench.folders, ...values?.values }, values?.broken)
  return expanded.ok ? then(expanded.value) : { holds: false, because: expanded.issues[0]!.message.replace(/\.$/, '') }
}

function absolute(path: string, bench: BenchState): string {
  return absolutePath(path, bench.folders.home ?? '/')
}

function includes(text: string, part: string): boolean {
  return text.toLocaleLowerCase('en').includes(part.toLocaleLowerCase('en'))
}

function windowOpen(programId: string | undefined, text: string, bench: BenchState): Verdict {
  const fits = (window: BenchWindow) =>
    (programId === undefined || window.programId === programId) &&
    (text === '' ||
      includes(windowTitle(bench, window), text) ||
      window.content.documents.some(({ path }) => includes(path, text)))
  const window = stackedWindows(bench).findLast(fits)
  const of = programId === undefined ? '' : ` of ${own(bench.programs, programId)?.name ?? programId}`
  return {
    holds: window !== undefined,
    because: window
      ? `${windowTitle(bench, window)} is open`
      : `no window${of}${text === '' ? '' : ` with “${text}”`} is open`,
  }
}

type PlainFile = Extract<BenchFile, { kind: 'file' }>

function fileIs(path: string, test: FileTest, bench: BenchState, moment: Moment): Verdict {
  const found = pathsMeant(bench, path)
  if (test.kind === 'there' || found.length === 0) {
    const many = found.length > 1 ? `${countOf(found.length, 'entry', 'entries')} fit ${path}` : `${path} is there`
    return { holds: found.length > 0, because: found.length > 0 ? many : `there is no ${path}` }
  }
  const files = found.flatMap((at) => {
    const file = fileAt(bench.files, at)
    return file?.kind === 'file' ? [{ path: at, file }] : []
  })
  const verdicts = files.map(({ path: at, file }) => testOne(at, file, test, bench, moment))
  return (
    verdicts.find(({ holds }) => holds) ?? verdicts[0] ?? { holds: false, because: `${path} is a folder, and no file` }
  )
}

function testOne(
  path: string,
  { sizeBytes, changedAtMs }: PlainFile,
  test: Exclude<FileTest, { kind: 'there' }>,
  bench: BenchState,
  moment: Moment,
): Verdict {
  switch (test.kind) {
    case 'larger':
      return { holds: sizeBytes > test.bytes, because: `${path} has ${countOf(sizeBytes, 'byte')}` }
    case 'newer': {
      if (changedAtMs === undefined || moment.nowMs === undefined)
        return { holds: false, because: `it is not known when ${path} was changed` }
      const agoMs = moment.nowMs - changedAtMs
      const ago = countOf(Math.max(0, Math.round(agoMs / 60_000)), 'minute')
      return { holds: agoMs <= test.withinMs, because: `${path} was changed ${ago} ago` }
    }
    case 'newer-than':
      return withText(test.path, bench, moment, (text) => {
        const other = fileAt(bench.files, absolute(text, bench))
        const otherMs = other?.kind === 'file' ? other.changedAtMs : undefined
        if (other?.kind !== 'file') return { holds: true, because: `there is no file ${text}` }
        const holds = (changedAtMs ?? -Infinity) > (otherMs ?? -Infinity)
        return { holds, because: `${path} is ${holds ? '' : 'not '}newer than ${text}` }
      })
    default:
      return assertNever(test)
  }
}

function textHas(text: string, bench: BenchState): Verdict {
  const front = frontWindow(bench)
  const document = front && documentInFront(front.content)
  if (!document) return { holds: false, because: 'no document is in front' }
  const holds = includes(draftOf(bench, document).text, text)
  return { holds, because: `${documentName({ ...document, unsaved: false })} has ${holds ? '' : 'no '}“${text}”` }
}

function plays({ deviceId, playlistId }: Extract<Condition, { kind: 'plays' }>, bench: BenchState): Verdict {
  const device = own(bench.devices, deviceId)
  if (!device || device.plugged === false)
    return { holds: false, because: `${device?.name ?? deviceId} is not plugged in` }
  const isOn = own(device.controls, 'playing')?.value === true
  const current = own(device.controls, 'playlist')?.value
  const name = device.playlists?.find(({ id }) => id === current)?.name
  return {
    holds: isOn && (playlistId === undefined || playlistId === current),
    because: isOn ? `${device.name} plays ${name ?? 'something'}` : `${device.name} does not play`,
  }
}
