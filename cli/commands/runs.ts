import type { Command } from 'commander'
import type { RehearsalAnswer, RunAnswer, RunSummary } from '../../contract'
import type { Call } from '../call'
import { CommandError, EXIT, exitCodeOf } from '../exitCodes'
import type { Output } from '../output'
import type { Session } from '../session'
import { leverNamed } from '../world'

/** How often a run is looked at while it goes on. */
const LOOKS_MS = 60

/** Pulling levers, and what becomes of it. */
export function addRunCommands(program: Command, open: () => Session, end: (code: number) => void): void {
  program
    .command('pull')
    .argument('<lever>', 'its number, name, alias or id')
    .argument('[inputs...]', 'what it is given: name=value')
    .option('--no-wait', 'do not wait until it has ended')
    .option('-q, --quiet', 'no trace, only the exit code')
    .description('pull a lever; wait, print what it did, end with a code by its outcome')
    .addHelpText(
      'after',
      '\nExamples:\n  keen pull 8\n  keen pull "Remind me" minutes=25 about=tea\n  keen pull 8 --no-wait --quiet' +
        '\n\nExit codes: 0 done, 1 failed, 3 not done (an interlock, or it runs already), 4 stopped,' +
        ' 5 asks and nobody answered, 6 no server.',
    )
    .action(async (wanted: string, given: string[], options: { wait: boolean; quiet?: boolean }) => {
      const session = open()
      const { call } = await session.server()
      const lever = leverNamed(await call('listLevers'), wanted)
      const inputs = readGiven(given)
      const begun = await call('pullLever', {
        id: lever.id,
        body: { source: 'api', ...(Object.keys(inputs).length > 0 ? { inputs } : {}) },
      })
      const run = options.wait ? await followed(session, call, begun.id) : await call('readRun', { id: begun.id })
      end(exitCodeOf(run))
      if (options.quiet) return
      session.output.answer(run, () => tellRun(session.output, run))
    })

  program
    .command('rehearse')
    .argument('<lever>', 'its number, name, alias or id')
    .argument('[inputs...]', 'what it is given: name=value')
    .option(
      '--answer <answer>',
      'what it is answered: row=answer, row#3=answer for the third time; may stand several times',
      (answer: string, before: string[]) => [...before, answer],
      [],
    )
    .description('what a pull would do now; nothing is changed')
    .addHelpText(
      'after',
      '\nExamples:\n  keen rehearse 8\n  keen rehearse "Remind me" minutes=25\n  keen rehearse 38 --answer 0="Fell Walkers, evening"' +
        '\n\nRows are counted from 0; a row in a block is written 2.steps.0. Without an answer it ends where it asks (code 5).',
    )
    .action(async (wanted: string, given: string[], options: { answer: string[] }) => {
      const session = open()
      const { output } = session
      const { call } = await session.server()
      const lever = leverNamed(await call('listLevers'), wanted)
      const rehearsal = await rehearsed(session, call, lever.id, readGiven(given), readGiven(options.answer))
      const { phase, outcome } = rehearsal.run
      end(exitCodeOf({ phase: phase === 'asking' ? phase : 'ended', outcome }))
      output.answer(rehearsal, () => {
        tellRun(output, rehearsal.run)
        for (const change of rehearsal.changes) output.line(`  would: ${change}`)
        if (rehearsal.asks !== undefined) output.line(`  Answer it with --answer ${rehearsal.asks}=…`)
      })
    })

  program
    .command('put-back')
    .argument('[run]', 'its id, or last', 'last')
    .description('take back what a run changed')
    .action(async (wanted: string) => {
      const { output, server } = named(open())
      const { call } = await server
      const id = wanted === 'last' ? await lastRun(call) : wanted
      const { run, report } = await call('putBackRun', { id })
      if (report.left.length > 0) end(EXIT.failed)
      output.answer({ run, report }, () => {
        const left = report.left.length
        output.line(`${run.plate} ${run.leverName}: ${left === 0 ? 'put back' : `put back but for ${left}`}.`)
        for (const { sentence, now } of report.left) output.line(`  left: ${sentence} ${now}`)
      })
    })

  for (const [name, does] of [
    ['undo', 'take the last edit back'],
    ['redo', 'make the last undone edit again'],
  ] as const)
    program
      .command(name)
      .description(does)
      .action(async () => {
        const { output, server } = named(open())
        const { call } = await server
        const history = await call(name)
        output.answer(history, () => output.line(`Next to undo: ${history.undo ?? 'nothing'}`))
      })

  program
    .command('open')
    .argument('<place>', 'a program by its id, a file, a folder or an address')
    .description('open something without a lever, as the launcher does')
    .action(async (place: string) => {
      const { output, server } = named(open())
      const { call } = await server
      const { state } = await call('readBench')
      const body = Object.hasOwn(state.programs, place) ? { programId: place } : { place }
      const run = await call('openPlace', { body })
      end(exitCodeOf(run))
      output.answer(run, () => output.line(run.note === '' ? `Opened ${place}.` : run.note))
    })
}

const named = (session: Session) => ({ output: session.output, server: session.server() })

/** `minutes=25 about="a cup of tea"`: texts, which the lever reads by the kinds of its inputs. */
function readGiven(given: readonly string[]): Record<string, string> {
  return Object.fromEntries(
    given.map((one) => {
      const at = one.indexOf('=')
      if (at < 1) throw new CommandError(`“${one}” is no input: write name=value.`, EXIT.usage)
      return [one.slice(0, at), one.slice(at + 1)]
    }),
  )
}

/** A rehearsal to its end, or to where it asks something that nobody answers here. */
async function rehearsed(
  session: Session,
  call: Call,
  id: string,
  inputs: Record<string, string>,
  answers: Record<string, string>,
): Promise<RehearsalAnswer> {
  const rehearsal = await call('rehearseLever', { id, body: { inputs, answers } })
  const { asks, run } = rehearsal
  if (asks === undefined) return rehearsal
  const answered = (answer: string) => rehearsed(session, call, id, inputs, { ...answers, [asks]: answer })
  const written = answers[asks] ?? answers[asks.replace(/#\d+$/, '')]
  const meant = written === undefined ? undefined : choiceOf(run, written)
  if (meant !== undefined && meant !== written) return answered(meant)
  // An answer that it does not take is asked for once and no more.
  if (Object.hasOwn(answers, asks)) return rehearsal
  const given = await answerFor(session, run)
  const answer = given?.choice ?? given?.answer
  return answer === undefined ? rehearsal : answered(answer)
}

/** A run at its end, or where it asks something that nobody answers here. */
async function followed(session: Session, call: Call, id: string): Promise<RunAnswer> {
  let told = ''
  for (;;) {
    const run = await call('readRun', { id })
    if (run.phase === 'ended') return run
    if (run.phase === 'asking') {
      const answer = await answerFor(session, run)
      if (answer === undefined) return run
      await call('answerRun', { id, body: answer })
    } else if (run.phase === 'waiting' && run.path !== told) {
      told = run.path
      session.output.aside('It waits …')
    }
    await new Promise((resolve) => setTimeout(resolve, LOOKS_MS))
  }
}

async function answerFor(session: Session, { question }: RunAnswer) {
  if (!question || !session.ask) return undefined
  const choices = 'choices' in question ? question.choices : []
  const offered = choices.map(({ id, label }, i) => `  ${i + 1} ${label} (${id})`).join('\n')
  const typed = (await session.ask(`${question.text}\n${offered}${offered === '' ? '' : '\n'}> `)).trim()
  const choice = choiceOf({ question }, typed)
  if (choice !== undefined) return { choice, questionId: question.id }
  return { answer: typed, questionId: question.id }
}

/** The choice that is meant by its id, its name, or its number in the list. */
function choiceOf({ question }: Pick<RunAnswer, 'question'>, typed: string): string | undefined {
  const choices = question && 'choices' in question ? question.choices : []
  return choices.find(({ id, label }, i) => [id, label, String(i + 1)].includes(typed))?.id
}

async function lastRun(call: Call): Promise<string> {
  const [last] = (await call('listRuns', { query: { limit: 1 } })) as RunSummary[]
  if (!last) throw new CommandError('Nothing was pulled yet.')
  return last.id
}

/** The row of a path as people count: `2.steps.0` is `3.1`. */
const rowOf = (path: string) => {
  const numbers = path.split('.').filter((part) => /^\d+$/.test(part))
  return numbers.map((part) => Number(part) + 1).join('.')
}

const WORDS = { done: 'done', failed: 'failed', waiting: 'waits', asking: 'asks' } as const

function tellRun(output: Output, run: RunAnswer): void {
  const { colours } = output
  for (const { path, sentence, outcome, note } of run.trace) {
    const word = outcome === 'failed' ? colours.red(WORDS[outcome]) : WORDS[outcome]
    output.line(`  ${rowOf(path).padEnd(4)} ${sentence} ${colours.dim('·')} ${word}${note === '' ? '' : `: ${note}`}`)
  }
  const end =
    run.phase === 'asking' ? `asks: ${run.question?.text ?? ''}` : run.phase === 'ended' ? run.outcome : run.phase
  output.line(`${colours.bold(`${run.plate} ${run.leverName}`)}: ${end}${run.note === '' ? '' : `. ${run.note}`}`)
}
