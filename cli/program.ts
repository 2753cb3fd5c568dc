import { Command, CommanderError, InvalidArgumentError } from 'commander'
import { version } from '../package.json'
import { ApiRefusal } from '../contract/callRoute'
import { addBackupCommands } from './commands/backups'
import { addBenchCommands } from './commands/bench'
import { addDoctor } from './commands/doctor'
import { addExchangeCommands } from './commands/exchange'
import { addFrameCommands } from './commands/frames'
import { addKeyCommands } from './commands/keys'
import { addLeverCommands } from './commands/levers'
import { addRunCommands } from './commands/runs'
import { completionScript, SHELLS } from './completion'
import type { Shell } from './completion'
import { CommandError, EXIT } from './exitCodes'
import { Output } from './output'
import type { Streams } from './output'
import { Session } from './session'

interface Options {
  readonly server?: string
  readonly store?: string
  readonly json?: boolean
  readonly colour: boolean
}

/** Does what a command line says, and gives the exit code. */
export async function runKeen(
  args: readonly string[],
  streams: Streams,
  ask?: (question: string) => Promise<string>,
): Promise<number> {
  let code: number = EXIT.done
  const program = new Command('keen')
    .description('Keen Lever from the command line: levers, keys, frames and the bench')
    .version(version, '-V, --version', 'which version this is')
    .option('--json', 'answer as JSON')
    .option('--server <address>', 'the server; otherwise the one that holds the store')
    .option('--store <folder>', 'the store; otherwise KEEN_DATA, or .data')
    .option('--no-colour', 'no colours; none either where NO_COLOR is set or the output is no terminal')
    .addHelpText('after', '\nExamples:\n  keen list\n  keen pull 8\n  keen keys who Ctrl+Alt+C --json')
    .exitOverride()
    .configureOutput({ writeOut: streams.out, writeErr: streams.err })
  const open = () => {
    const { server, store, json = false, colour } = program.opts<Options>()
    const where = { ...(server === undefined ? {} : { server }), ...(store === undefined ? {} : { store }) }
    return new Session(where, new Output(streams, json, !colour), json ? undefined : ask)
  }
  const end = (with_: number) => {
    code = with_
  }
  addLeverCommands(program, open)
  addRunCommands(program, open, end)
  addKeyCommands(program, open, end)
  addFrameCommands(program, open, end)
  addExchangeCommands(program, open, end)
  addBackupCommands(program, open, end)
  addBenchCommands(program, open)
  addDoctor(program, open, end)
  program
    .command('completion')
    .argument('<shell>', SHELLS.join(', '), (shell) => {
      if (SHELLS.some((one) => one === shell)) return shell
      throw new InvalidArgumentError(`There is one for ${SHELLS.join(', ')}.`)
    })
    .description('a script that completes commands, levers and frames in a shell')
    .action((shell: Shell) => streams.out(completionScript(program, shell)))
  for (const one of everyCommand(program))
    one.exitOverride().configureOutput({ writeOut: streams.out, writeErr: streams.err })
  try {
    await program.parseAsync([...args], { from: 'user' })
    return code
  } catch (error) {
    return faultCode(error, streams, args.includes('--json'))
  }
}

function* everyCommand(command: Command): Generator<Command> {
  for (const one of command.commands) {
    yield one
    yield* everyCommand(one)
  }
}

function faultCode(error: unknown, streams: Streams, isJson: boolean): number {
  // Help and its like are no faults, and usage was told already.
  if (error instanceof CommanderError) return error.exitCode === 0 ? EXIT.done : EXIT.usage
  const fault = faultOf(error)
  if (!fault) throw error
  if (isJson) streams.err(`${JSON.stringify({ issues: fault.issues }, undefined, 2)}\n`)
  else streams.err(`keen: ${fault.issues.map(({ message }) => message).join(' ')}\n`)
  return fault.exitCode
}

/** A pull that was refused as things stand, and would be done another time. */
const NOT_DONE: ReadonlySet<string> = new Set([
  'interlocked',
  'interlock-circle',
  'disabled',
  'still-running',
  'queue-full',
])

interface Fault {
  readonly issues: readonly { readonly code: string; readonly message: string }[]
  readonly exitCode: number
}

/** What went wrong, as it is told; undefined for a mistake of the command’s own. */
function faultOf(error: unknown): Fault | undefined {
  const told = (code: string, message: string, exitCode: number): Fault => ({ issues: [{ code, message }], exitCode })
  if (error instanceof CommandError) return told('command', error.message, error.exitCode)
  if (error instanceof ApiRefusal) {
    const isKept = error.issues.some(({ code }) => NOT_DONE.has(code))
    if (error.status !== 0) return { issues: error.issues, exitCode: isKept ? EXIT.notDone : EXIT.failed }
    return told('unreachable', 'The server does not answer. “keen doctor” tells more.', EXIT.noServer)
  }
  // A stream that breaks off is told so by `fetch`.
  if (error instanceof TypeError && ['fetch failed', 'terminated'].includes(error.message))
    return told('unreachable', 'The server has ended, or does not answer.', EXIT.noServer)
  const { code, path, syscall } = error as NodeJS.ErrnoException
  if (code === undefined || path === undefined) return undefined
  const act = syscall === 'open' || syscall === 'read' ? 'opened' : 'used'
  return told('file', `${path} cannot be ${act}: ${FILE_FAULTS[code] ?? code}.`, EXIT.failed)
}

const FILE_FAULTS: Readonly<Partial<Record<string, string>>> = {
  ENOENT: 'there is no such file or folder',
  EACCES: 'its permissions keep you out',
  EISDIR: 'it is a folder',
  ENOTDIR: 'a part of its path is no folder',
  EROFS: 'nothing can be written there',
  ENOSPC: 'the disk is full',
}
