import { readFileSync, writeFileSync } from 'node:fs'
import { basename } from 'node:path'
import type { Command } from 'commander'
import type { AnswerOf } from '../../contract'
import { countOf } from '../../core/names'
import { CommandError, EXIT } from '../exitCodes'
import { storeFolder } from '../findServer'
import { fromHere } from '../fromHere'
import type { Output } from '../output'
import type { Session } from '../session'

type Counts = AnswerOf<'previewBackup'>['counts']

/** All that stands in one file, and back; also where no server runs. */
export function addBackupCommands(program: Command, open: () => Session, end: (code: number) => void): void {
  program
    .command('backup')
    .argument('[file]', 'where to; left out, it is kept in the folder of the store')
    .option('-l, --list', 'the backups there are', false)
    .description('all that stands, but the ledger, in one file')
    .addHelpText('after', '\nExamples:\n  keen backup\n  keen backup ~/harrow-fell.keen-backup\n  keen backup --list')
    .action(async (file: string | undefined, { list }: { list: boolean }) => {
      const session = open()
      const { output } = session
      if (list) return listBackups(session)
      const address = await session.serverAddress()
      if (address === undefined) {
        const { backUpStore } = await import('../storeBackup')
        const kept = await backUpStore(storeFolder(session.where), file === undefined ? undefined : fromHere(file))
        return output.answer({ file: kept }, () => output.line(kept))
      }
      const { call } = await session.server()
      const made = await call('makeBackup')
      if (file !== undefined) {
        const response = await fetch(`${address}/api/backups/${encodeURIComponent(made.file)}`)
        if (!response.ok) throw new CommandError(`The backup ${made.file} could not be fetched: ${response.status}.`)
        writeFileSync(fromHere(file), Buffer.from(await response.arrayBuffer()))
      }
      output.answer(made, () => output.line(file ?? made.file))
    })

  program
    .command('restore')
    .argument('<file>', 'a backup file, or the name of one in the folder of the store')
    .option('-n, --dry-run', 'only say what it would bring', false)
    .description('puts a backup in the place of what stands; that is kept as a backup, too')
    .addHelpText(
      'after',
      '\nExamples:\n  keen restore ~/harrow-fell.keen-backup --dry-run\n  keen restore ~/harrow-fell.keen-backup',
    )
    .action(async (file: string, { dryRun }: { dryRun: boolean }) => {
      const session = open()
      const { output } = session
      const bytes = bytesOf(file)
      if ((await session.serverAddress()) === undefined) {
        const { restoreInStore } = await import('../storeBackup')
        const done = await restoreInStore(storeFolder(session.where), bytes ?? file, dryRun)
        if (done.left.length > 0) end(EXIT.failed)
        return output.answer({ ...done, done: !dryRun }, () => tell(output, done, dryRun))
      }
      const { call } = await session.server()
      const body = bytes ? { base64: bytes.toString('base64') } : { file: basename(file) }
      const { counts, left, atMs } = await call('previewBackup', { body })
      const kept = dryRun ? undefined : (await call('restoreBackup', { body })).kept.file
      if (left.length > 0) end(EXIT.failed)
      output.answer({ atMs, counts, left, kept, done: !dryRun }, () => tell(output, { counts, left, kept }, dryRun))
    })
}

async function listBackups(session: Session): Promise<void> {
  const { output } = session
  const address = await session.serverAddress()
  const { backupsOf } = await import('../../server/database/backups')
  const backups =
    address === undefined ? backupsOf(storeFolder(session.where)) : await (await session.server()).call('listBackups')
  output.answer(backups, () =>
    output.table(
      ['file', 'why', 'bytes'],
      backups.map(({ file, kind, bytes }) => [file, kind, String(bytes)]),
      'There is no backup yet.',
    ),
  )
}

/** The bytes of a file that is there; undefined where there is none. */
function bytesOf(file: string): Buffer | undefined {
  try {
    return readFileSync(fromHere(file))
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return undefined
    throw error
  }
}

function tell(output: Output, done: { counts: Counts; left: readonly string[]; kept?: string }, dryRun: boolean): void {
  output.table(
    ['what', 'now', 'then'],
    done.counts.map(({ what, now, then }) => [what, String(now), String(then)]),
    '',
  )
  if (done.left.length > 0) output.aside(`${countOf(done.left.length, 'thing')} in it cannot be read:`)
  for (const line of done.left) output.aside(line)
  output.aside(dryRun ? 'Nothing was altered.' : `Restored; what stood before is kept as ${done.kept}.`)
}
