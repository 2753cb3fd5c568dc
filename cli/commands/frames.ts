import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import { Option } from 'commander'
import type { Command } from 'commander'
import { documentOf, hasHeader, readFrameFile, writeFrameFile } from '../../core/frameFile'
import type { FileIssue } from '../../core/frameFile'
import type { Call } from '../call'
import { CommandError, EXIT } from '../exitCodes'
import { fromHere } from '../fromHere'
import type { Output } from '../output'
import type { Session } from '../session'
import { frameNamed, leverNamed } from '../world'
import { opened } from './levers'

/** Frames as files, and Desktop Entries in and out. */
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
      const { frames, levers, values } = await world
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
      const text = writeFrameFile(document, before)
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
          if (issues.length === 0) output.line(`${file}: ${good.frame}, ${good.levers} levers`)
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
    .description('how the files of the watched folder stand')
    .action(async () => {
      const session = open()
      const { folder } = await (await session.server()).call('readFrameFolder')
      if (!folder) throw new CommandError('No folder is watched. Start the server with KEEN_FRAMES set to one.')
      if (folder.files.some(({ phase }) => phase !== 'in-step')) end(EXIT.failed)
      session.output.answer(folder, () => {
        session.output.table(
          ['file', 'frame', 'how', ''],
          folder.files.map(({ file, frame: name, phase, message, last }) => [
            file,
            name ?? '',
            phase,
            message ?? last?.says ?? '',
          ]),
          `No frame is kept in ${folder.folder} yet.`,
        )
        for (const { file, issues } of folder.files) tellIssues(session.output, file, issues)
      })
    })

  program
    .command('export')
    .argument('<levers...>', 'numbers, names, aliases or ids; for a script one lever, frame:NAME or run:ID')
    .option('-t, --to <folder>', 'where the files go; printed, if left out')
    .addOption(new Option('-a, --as <form>', 'what they become').choices(['entries', 'script']).default('entries'))
    .description('levers as Desktop Entries, or as a script of the POSIX shell')
    .addHelpText(
      'after',
      '\nExamples:\n  keen export 3 9 --to entries\n  keen export 3 --as script > chart.sh\n  keen export frame:Night --as script --to scripts',
    )
    .action(async (wanted: string[], { to, as }: { to?: string; as: 'entries' | 'script' }) => {
      const session = open()
      const { output } = session
      const { call } = await session.server()
      if (as === 'script') {
        const [one, ...others] = wanted
        if (others.length > 0)
          throw new CommandError('A script is of one lever, frame or run. Name one of them.', EXIT.usage)
        return writeScript(one!, to, call, output, end)
      }
      const levers = await call('listLevers')
      const leverIds = wanted.map((one) => leverNamed(levers, one).id)
      const answer = await call('exportEntries', { body: { leverIds } })
      if (answer.skipped.length > 0) end(EXIT.failed)
      if (to !== undefined) {
        mkdirSync(fromHere(to), { recursive: true })
        for (const { name, text } of answer.files) writeFileSync(join(fromHere(to), basename(name)), text)
      }
      output.answer(answer, ({ files, skipped, unsaid }) => {
        for (const { name, text } of files) output.line(to === undefined ? `# ${name}\n${text}` : join(to, name))
        for (const { because } of [...skipped, ...unsaid]) output.aside(because)
      })
    })

  program
    .command('import')
    .argument('<files...>', 'Desktop Entries')
    .option('-f, --frame <name>', 'the frame that levers go into')
    .option('-n, --dry-run', 'only say what it would do', false)
    .description('Desktop Entries as programs and levers, as one edit')
    .action(async (files: string[], { frame: into, dryRun }: { frame?: string; dryRun: boolean }) => {
      const session = open()
      const { call } = await session.server()
      const { frames } = await call('state')
      const { id: frameId } = into === undefined ? frames[0]! : frameNamed(frames, into)
      const entries = files.map((file) => ({
        name: basename(file),
        base64: readFileSync(fromHere(file)).toString('base64'),
      }))
      const body = { files: entries, frameId, locale: 'en', desktop: '', forced: [] }
      const items = dryRun ? await call('previewImport', { body }) : (await call('importEntries', { body })).items
      if (items.some(({ fate }) => fate === 'fault')) end(EXIT.failed)
      session.output.answer(items, () =>
        session.output.table(
          ['file', 'what', 'name', 'why'],
          items.map(({ file, fate, name, reasons }) => [file, fate, name, reasons.join(' ')]),
          'There is nothing in it.',
        ),
      )
    })
}

async function writeScript(
  wanted: string,
  to: string | undefined,
  call: Call,
  output: Output,
  end: (code: number) => void,
): Promise<void> {
  const [, kind, name] = /^(frame|run):(.*)$/s.exec(wanted) ?? []
  const of = (kind ?? 'lever') as 'lever' | 'frame' | 'run'
  const id =
    of === 'run'
      ? name!
      : of === 'frame'
        ? frameNamed(await call('listFrames'), name!).id
        : leverNamed(await call('listLevers'), wanted).id
  const script = await call('writeScript', { body: { of, id } })
  if (script.left.length > 0) end(EXIT.failed)
  const file = to === undefined ? undefined : join(fromHere(to), basename(script.name))
  if (file !== undefined && script.text !== '') {
    mkdirSync(fromHere(to!), { recursive: true })
    writeFileSync(file, script.text, { mode: 0o755 })
  }
  output.answer({ ...script, ...(file === undefined ? {} : { file }) }, () => {
    if (file === undefined) output.line(script.text.trimEnd())
    else if (script.text !== '') output.line(file)
    for (const { name: command, says } of script.byHand) output.aside(`To be filled in: ${command}: ${says}`)
    for (const { plate, name: lever, because } of script.left) output.aside(`Not in it: ${plate} ${lever}: ${because}`)
  })
}

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
