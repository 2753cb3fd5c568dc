import { readFileSync, writeFileSync } from 'node:fs'
import type { Command } from 'commander'
import { documentOf, hasHeader, readFrameFile, writeFrameFile } from '../../core/frameFile'
import type { FileIssue } from '../../core/frameFile'
import type { LiveEvent } from '../../contract'
import { countOf } from '../../core/names'
import { CommandError, EXIT } from '../exitCodes'
import { fromHere } from '../fromHere'
import { liveEvents } from '../liveEvents'
import type { Output } from '../output'
import type { Session } from '../session'
import { frameNamed } from '../world'
import { opened } from './levers'

/** Frames as files. */
export function addFrameCommands(program: Command, open: () => Session, end: (code: number) => void): void {
  const frame = program.command('frame').description('frames as files')

  frame
    .command('write')
    .argument('<frame>', 'its name or id')
    .argument('[file]', 'where to; printed, if left out. A frame file that is there keeps its comments')
    .description('a frame as a frame file')
    .addHelpText('after', '\nExamples:\n  keen frame write Desk\n  keen frame write Desk desk.frame.yaml')
    .action(async (wanted: string, file: string | undefined) => {
      const { output, world } = opened(open())
      const { frames, levers, values, bench } = await world
      const { id } = frameNamed(frames, wanted)
      const stands = frames.find((one) => one.id === id)!
      const names = {
        levers: new Map(levers.map((lever) => [lever.id, lever])),
        frames: new Map(frames.map((one) => [one.id, one])),
      }
      const own = <T extends { frameId: string | null }>(all: readonly T[]) =>
        all.filter(({ frameId }) => frameId === id)
      const document = documentOf(stands, own(levers), own(values), names)
      const before = file === undefined ? undefined : textOf(file)
      if (before !== undefined && !hasHeader(before))
        throw new CommandError(`${file} is no frame file, so it is not written over. Choose another name.`)
      const text = writeFrameFile(document, before, bench.programs)
      if (file === undefined) output.answer({ text }, () => output.line(text.trimEnd()))
      else {
        writeFileSync(fromHere(file), text)
        output.answer({ file, levers: document.levers.length }, () => output.line(`Written to ${file}.`))
      }
    })

  frame
    .command('check')
    .argument('<files...>')
    .description('whether frame files can be read; needs no server')
    .action((files: string[]) => {
      const { output } = open()
      const found = files.map((file) => {
        const text = textOf(file)
        if (text === undefined) throw new CommandError(`There is no file ${file}.`)
        const read = readFrameFile(text)
        return read.ok
          ? { file, frame: read.value.name, levers: read.value.levers.length, issues: [] }
          : { file, issues: read.issues as readonly FileIssue[] }
      })
      if (found.some(({ issues }) => issues.length > 0)) end(EXIT.failed)
      output.answer(found, () => {
        for (const { file, issues, ...good } of found) {
          if (issues.length === 0) output.line(`${file}: ${good.frame}, ${countOf(good.levers ?? 0, 'lever')}`)
          tellIssues(output, file, issues)
        }
      })
    })

  frame
    .command('read')
    .argument('<file>')
    .option('--delete-others', 'levers and values that the file does not have are deleted', false)
    .option('-n, --dry-run', 'only say what it would do', false)
    .description('read a frame file in, as one edit')
    .action(async (file: string, { deleteOthers, dryRun }: { deleteOthers: boolean; dryRun: boolean }) => {
      const session = open()
      const { output } = session
      const { call } = await session.server()
      const text = textOf(file)
      if (text === undefined) throw new CommandError(`There is no file ${file}.`)
      const { issues, plan, clashes } = await call('previewFrameFile', { body: { text } })
      if (!plan || plan.lost.length > 0) {
        end(EXIT.failed)
        output.answer({ issues, lost: plan?.lost ?? [] }, () => {
          tellIssues(output, file, issues)
          for (const { lever, message } of plan?.lost ?? []) output.line(`${file}: ${lever}: ${message}`)
        })
        return
      }
      const notInFile = deleteOthers ? 'delete' : 'keep'
      if (!dryRun) await call('readFrameFile', { body: { text, notInFile } })
      const done = plan.levers.filter(({ fate }) => fate !== 'same' && (fate !== 'only-here' || deleteOthers))
      output.answer({ plan, clashes, done: !dryRun }, () => {
        output.table(
          ['what', 'no.', 'lever'],
          done.map(({ fate, plate, name }) => [fate === 'only-here' ? 'gone' : fate, String(plate ?? ''), name]),
          'All levers are as they are.',
        )
        for (const { lever, severity, says } of clashes) output.line(`${severity}: ${lever}: ${says}`)
        output.aside(dryRun ? 'Nothing was altered.' : `Read in as one edit; “keen undo” takes it back.`)
      })
    })

  frame
    .command('watch')
    .option('--once', 'only how they stand now; the exit code is 1 where one is not in step', false)
    .description('how the files of the watched folder stand, and what becomes of each that is saved')
    .addHelpText('after', '\nExamples:\n  keen frame watch\n  keen frame watch --once && git commit -a')
    .action(async ({ once }: { once: boolean }) => {
      const session = open()
      const { address, call } = await session.server()
      const { folder } = await call('readFrameFolder')
      if (!folder) throw new CommandError('No folder is watched. Start the server with KEEN_FRAMES set to one.')
      if (once && folder.files.some(({ phase }) => phase !== 'in-step')) end(EXIT.failed)
      tellFolder(session.output, folder)
      let before = folder
      if (once) return
      for await (const text of liveEvents(address)) {
        const event = JSON.parse(text) as LiveEvent
        if (event.type !== 'frame-folder' || !event.folder) continue
        tellChanges(session.output, before, event.folder)
        before = event.folder
      }
    })
}

type Folder = Extract<LiveEvent, { type: 'frame-folder' }>['folder']
type FileOfFolder = NonNullable<Folder>['files'][number]

function tellFolder(output: Output, folder: NonNullable<Folder>): void {
  output.answer(folder, () => {
    output.table(
      ['file', 'frame', 'how', ''],
      folder.files.map((file) => [file.file, file.frame ?? '', file.phase, saysOf(file)]),
      `No frame is kept in ${folder.folder} yet.`,
    )
    for (const { file, issues } of folder.files) tellIssues(output, file, issues)
  })
}

/** A line for each file that stands otherwise than before, with what is wrong in it. */
function tellChanges(output: Output, before: NonNullable<Folder>, after: NonNullable<Folder>): void {
  const known = new Map(before.files.map((file) => [file.file, JSON.stringify(file)]))
  for (const file of after.files) {
    if (known.get(file.file) === JSON.stringify(file)) continue
    const says = [file.phase, ...(saysOf(file) === '' ? [] : [saysOf(file)])].join(', ')
    output.line(output.isJson ? JSON.stringify(file) : `${file.file}: ${says}`)
    if (!output.isJson) tellIssues(output, file.file, file.issues)
  }
  const names = new Set(after.files.map(({ file }) => file))
  for (const { file } of before.files)
    if (!names.has(file)) output.line(output.isJson ? JSON.stringify({ file, phase: 'gone' }) : `${file}: gone`)
}

const saysOf = ({ phase, message, last }: FileOfFolder) => message ?? (phase === 'in-step' ? (last?.says ?? '') : '')

function tellIssues(
  output: Output,
  file: string,
  issues: readonly Pick<FileIssue, 'line' | 'column' | 'message'>[],
): void {
  for (const { line, column, message } of issues) output.line(`${file}:${line}:${column}: ${message}`)
}

function textOf(file: string): string | undefined {
  try {
    return readFileSync(fromHere(file), 'utf8')
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return undefined
    throw new CommandError(`${file} cannot be read (${(error as NodeJS.ErrnoException).code}).`)
  }
}
