import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import { Option } from 'commander'
import type { Command } from 'commander'
import { wholeTable } from '../../contract/wholeTable'
import { recogniseFile } from '../../core/exchange'
import type { Call } from '../call'
import { CommandError, EXIT } from '../exitCodes'
import { fromHere } from '../fromHere'
import type { Output } from '../output'
import type { Session } from '../session'
import { frameNamed, leverNamed } from '../world'

const FORMS = ['entries', 'script', 'document', 'table'] as const

/** What is carried in and out. */
export function addExchangeCommands(program: Command, open: () => Session, end: (code: number) => void): void {
  program
    .command('export')
    .argument(
      '[what...]',
      'levers by number, name, alias or id; for a script one lever, frame:NAME or run:ID; ' +
        'for a document frames, or all; for a table one of levers, triggers, clashes, ledger',
    )
    .option('-t, --to <folder>', 'where the files go; printed, if left out')
    .addOption(new Option('-a, --as <form>', 'what they become').choices(FORMS).default('entries'))
    .description('levers as Desktop Entries or as a script of the POSIX shell, frames as a document, tables as CSV')
    .addHelpText(
      'after',
      [
        '',
        'Examples:',
        '  keen export 3 9 --to entries',
        '  keen export 3 --as script > chart.sh',
        '  keen export frame:Night --as script --to scripts',
        '  keen export Night Desk --as document > night.json',
        '  keen export ledger --as table > ledger.csv',
      ].join('\n'),
    )
    .action(async (wanted: string[], { to, as }: { to?: string; as: (typeof FORMS)[number] }) => {
      const session = open()
      const { output } = session
      const { call } = await session.server()
      if (as === 'script') {
        const [one, ...others] = wanted
        if (one === undefined || others.length > 0)
          throw new CommandError('A script is of one lever, frame or run. Name one of them.', EXIT.usage)
        return writeScript(one, to, call, output, end)
      }
      if (as !== 'entries') {
        const { name, text } = as === 'document' ? await documentNamed(wanted, call) : await tableNamed(wanted, call)
        const file = to === undefined ? undefined : join(fromHere(to), basename(name))
        if (file !== undefined) {
          mkdirSync(fromHere(to!), { recursive: true })
          writeFileSync(file, text)
        }
        return output.answer({ name, text, file }, () => output.line(file ?? text.trimEnd()))
      }
      if (wanted.length === 0) throw new CommandError('Say which levers, by number, name, alias or id.', EXIT.usage)
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
    .argument('<files...>', 'Desktop Entries, or one document or file of bookmarks; each is known by what is in it')
    .option('-f, --frame <name>', 'the frame that levers go into; without it bookmarks become addresses only')
    .option('-n, --dry-run', 'only say what it would do', false)
    .description('files in, as one edit: programs, levers, frames, addresses')
    .action(async (files: string[], { frame: into, dryRun }: { frame?: string; dryRun: boolean }) => {
      const session = open()
      const { call } = await session.server()
      const { frames } = await call('state')
      const [first] = files
      const bytes = readFileSync(fromHere(first!))
      const kind = recogniseFile(bytes)
      if (kind === 'frame-file' || kind === 'backup')
        throw new CommandError(
          `${first} is a ${kind === 'backup' ? 'backup: “keen restore” takes it' : 'frame file: “keen frame read” takes it'}.`,
          EXIT.usage,
        )
      if (kind === 'document' || kind === 'bookmarks') {
        if (files.length > 1) throw new CommandError('Give one document or file of bookmarks at a time.', EXIT.usage)
        const given = into === undefined ? {} : { frameId: frameNamed(frames, into).id }
        const tools = { call, output: session.output, end }
        return importTexts(kind, first!, new TextDecoder().decode(bytes), { ...given, dryRun }, tools)
      }
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

async function documentNamed(wanted: readonly string[], call: Call) {
  const frames = wanted.length === 0 ? [] : await call('listFrames')
  const frameIds = wanted.map((one) => frameNamed(frames, one).id)
  return call('writeDocument', { body: frameIds.length === 0 ? {} : { frameIds } })
}

async function tableNamed([id, ...others]: readonly string[], call: Call) {
  if (id === undefined || others.length > 0)
    throw new CommandError('Name one table: levers, triggers, clashes or ledger.', EXIT.usage)
  const table = await wholeTable((query) => call('writeTable', { id, query }))
  return { name: table.name, text: table.parts.join('') }
}

/** A document or bookmarks, taken as one edit. */
async function importTexts(
  kind: 'document' | 'bookmarks',
  file: string,
  text: string,
  { frameId, dryRun }: { frameId?: string; dryRun: boolean },
  { call, output, end }: { call: Call; output: Output; end: (code: number) => void },
): Promise<void> {
  const body = { kind, text, ...(frameId === undefined ? {} : { frameId }) }
  const { issues, items, left } = await call('previewText', { body })
  if (issues.length > 0) end(EXIT.failed)
  else if (!dryRun) await call('importText', { body })
  const done = items.filter(({ fate }) => fate !== 'same')
  output.answer({ file, kind, issues, items, left, done: !dryRun && issues.length === 0 }, () => {
    for (const { at, message } of issues) output.line(`${file}: ${at}: ${message}`)
    if (issues.length > 0) return
    output.table(
      ['fate', 'what', 'name'],
      done.map(({ fate, what, name }) => [fate, what, name]),
      'All of it stands already.',
    )
    for (const { name, because } of left) output.aside(`Not taken: ${name}: ${because}`)
    output.aside(dryRun ? 'Nothing was altered.' : 'Taken as one edit; “keen undo” takes it back.')
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
