import { describeChange, everyFile, folderOf } from '../bench'
import type { BenchState, Change } from '../bench'
import { lastPart } from '../command'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import type { LogEntry } from '../run'
import type { Started } from '../steps'
import { asComment } from './quote'
import { seconds } from './sayStep'
import { assembled } from './assembled'
import type { PosixScript } from './assembled'
import { Unsayable, Writing } from './writing'

/** A run as far as it is written down: which lever, and what it did. */
export interface DoneRun {
  readonly plate: number
  readonly leverName: string
  readonly log: readonly LogEntry[]
}

/** Waits that were shorter than this are left out. */
const SHORT_MS = 500

/**
 * What a run really did, as a script that does it again: programs with the arguments they were given, each file from
 * where it was to where it went, waits as long as they were. Nothing is decided again; what is not as it was ends it
 * with 1. What only a desktop can do is a command to be filled in. Issue: `nul`.
 */
export function runToPosixScript(run: DoneRun, bench: BenchState): Result<PosixScript> {
  const writing = new Writing(bench, { programs: bench.programs, devices: bench.devices })
  const doing = new DoneWriter(writing, bench)
  try {
    const lines = run.log.flatMap((entry) => doing.entry(entry))
    const title = asComment(`What ${run.plate} ${run.leverName} did`)
    const text = assembled(title, writing, lines.length === 0 ? [':'] : lines)
    return succeed({ text, byHand: writing.commands })
  } catch (error) {
    if (!(error instanceof Unsayable)) throw error
    return fail(error.issue)
  }
}

class DoneWriter {
  constructor(
    private readonly writing: Writing,
    private readonly bench: BenchState,
  ) {}

  entry(entry: LogEntry): string[] {
    const waitedMs = entry.outcome === 'waiting' && entry.endedAtMs !== null ? entry.endedAtMs - entry.startedAtMs : 0
    const started = entry.started ?? []
    const lines = [
      ...started.map((one) => this.started(one)),
      ...entry.changes.flatMap(({ change, sentence }) => {
        // A program that is started sees to its windows itself.
        const isOfStart = started.length > 0 && /^(window|desktop)\./.test(change.kind)
        return isOfStart ? [] : [this.change(change, sentence)]
      }),
      ...(waitedMs < SHORT_MS ? [] : [`${this.writing.use('pause')} ${seconds(waitedMs)}`]),
    ]
    return lines.length === 0 ? [] : [`# ${asComment(entry.sentence)}`, ...lines]
  }

  private started({ argv, folder, environment = {} }: Started): string {
    const { writing } = this
    writing.use('start')
    const words = argv.map((word) => writing.quoted(word))
    const start = folder === undefined ? ['start', ...words] : ['start_in', writing.quoted(folder), ...words]
    const values = Object.entries(environment).map(([name, value]) => `${name}=${writing.quoted(value)}`)
    return values.length === 0 ? start.join(' ') : `(export ${values.join(' ')}; ${start.join(' ')})`
  }

  private change(change: Change, sentence: string): string {
    const { writing } = this
    const quoted = (text: string) => writing.quoted(text)
    switch (change.kind) {
      case 'file.move':
        return `${writing.use('move_one')} ${quoted(change.from)} ${quoted(change.to)}`
      case 'file.remove':
        return `${writing.use('remove_one')} ${quoted(change.path)}`
      case 'file.put': {
        const { file, path } = change
        if (file.kind === 'folder') return `mkdir -p -- ${quoted(path)}`
        const original = this.original(change)
        if (original !== undefined) return `cp -p -- ${quoted(original)} ${quoted(path)}`
        if (file.text !== undefined) return `printf '%s' ${quoted(file.text)} >${quoted(path)}`
        return writing.command(sentence, 'nothing')
      }
      case 'message.show':
        return `printf '%s\\n' ${quoted(change.message.text)}`
      default:
        return writing.command(sentence || describeChange(change, this.bench), 'nothing')
    }
  }

  /** The file that one is a copy of: of the same name or the same text, elsewhere. */
  private original({ path, file }: Extract<Change, { kind: 'file.put' }>): string | undefined {
    if (file.kind !== 'file') return undefined
    for (const [other, known] of everyFile(this.bench.files)) {
      if (other === path || known.kind !== 'file' || known.sizeBytes !== file.sizeBytes) continue
      if (known.text !== file.text || known.changedAtMs !== file.changedAtMs) continue
      if (lastPart(other) === lastPart(path) && folderOf(other) !== folderOf(path)) return other
    }
    return undefined
  }
}
