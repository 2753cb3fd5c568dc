import type { Command } from 'commander'
import { checkUp } from '../../core/checkup'
import { createClashIndex, keyOwners, suggestChords } from '../../core/clash'
import type { ClashInput } from '../../core/clash'
import { frontProgram } from '../../core/bench'
import { formatChord, parseChord } from '../../core/keys'
import { framesNow } from '../../core/levers'
import type { Lever } from '../../core/levers'
import { countOf } from '../../core/names'
import { describeDecision } from '../../core/resolve'
import { own } from '../../core/result'
import { CommandError, EXIT } from '../exitCodes'
import type { Session } from '../session'
import { frameNamed, leverNamed, namesOf } from '../world'
import type { World } from '../world'
import { wholeNumber } from '../wholeNumber'
import { opened } from './levers'

/** Which keys are free, whose a key is, and why it did what it did. */
export function addKeyCommands(program: Command, open: () => Session, end: (code: number) => void): void {
  const keys = program.command('keys').description('keys: which are free, whose they are, what became of them')

  keys
    .command('free')
    .option('-n, --count <n>', 'so many', wholeNumber(200), 8)
    .option('-l, --lever <lever>', 'for this lever: its scope, its name and its neighbours count')
    .option('-f, --frame <name>', 'for a new lever of this frame')
    .description('free keys that are good to reach and to remember, best first, each with its reason')
    .addHelpText('after', '\nExamples:\n  keen keys free\n  keen keys free --lever 8 --count 3')
    .action(async ({ count, lever, frame }: { count: number; lever?: string; frame?: string }) => {
      const { output, world } = opened(open())
      const all = await world
      const wanted = lever === undefined ? newLever(all, frame) : leverNamed(all.levers, lever)
      const found = suggestChords({ ...clashInput(all), lever: wanted, count })
      output.answer(found, () =>
        output.table(
          ['key', 'why'],
          found.map(({ chord, because }) => [chord, because]),
          'No key is free.',
        ),
      )
    })

  keys
    .command('who')
    .argument('<key>', 'a chord, such as Ctrl+Alt+C')
    .option('-p, --program <id>', 'while this program is in front; the one that is in front now, if left out')
    .description('who has a key, the one that gets it first')
    .addHelpText('after', '\nExamples:\n  keen keys who Ctrl+Alt+C\n  keen keys who Ctrl+S --program night-book')
    .action(async (text: string, { program: front }: { program?: string }) => {
      const { output, world } = opened(open())
      const all = await world
      const chord = parseChord(text)
      if (!chord.ok) throw new CommandError(chord.issues[0]!.message, EXIT.usage)
      const input = clashInput(all)
      if (front !== undefined && !Object.hasOwn(all.bench.programs, front))
        throw new CommandError(
          `There is no program “${front}”. There are ${Object.keys(all.bench.programs).join(', ')}.`,
        )
      const inFront = front ?? frontProgram(all.bench)?.id
      const { code, modifiers } = chord.value
      const [ownership] = keyOwners([code], modifiers, inFront, input, createClashIndex(input))
      output.answer(ownership!, ({ owners, state }) => {
        const where =
          inFront === undefined ? '' : ` while ${own(all.bench.programs, inFront)?.name ?? inFront} is in front`
        output.line(`${output.colours.bold(formatChord(chord.value))}${where}: ${state}`)
        for (const { name, words, isOff } of owners) output.line(`  ${name}: ${words}${isOff ? ' (off)' : ''}`)
      })
    })

  keys
    .command('why')
    .option('-n, --count <n>', 'so many of the last', wholeNumber(200), 5)
    .description('what became of the last keys, and why')
    .action(async ({ count }: { count: number }) => {
      const session = open()
      const { call } = await session.server()
      const all = await session.world()
      const { keys: log } = await call('state')
      const last = log.filter(({ decision }) => decision.reason !== 'released').slice(-count)
      const byId = new Map(all.levers.map((lever) => [lever.id, lever]))
      const names = { ...namesOf(all), lever: (id: string) => byId.get(id) }
      session.output.answer(last, () =>
        session.output.table(
          ['key', 'what became of it'],
          last.map(({ decision, refusal }) => [
            decision.chord ?? ('code' in decision.event ? decision.event.code : ''),
            refusal ?? describeDecision(decision, names),
          ]),
          'No key was pressed since the server began.',
        ),
      )
    })

  program
    .command('check')
    .description('what would not go as meant as things stand: the check-up; ends with 1 where there is a fault')
    .option('--all', 'and what was accepted, with the reason')
    .action(async ({ all: withAccepted = false }: { all?: boolean }) => {
      const session = open()
      const { output, world } = opened(session)
      const all = await world
      const accepted = await session.accepted()
      const { frames, keys } = clashInput(all)
      const findings = checkUp({ ...all, frames, keys })
      const levers = new Map(all.levers.map((lever) => [lever.id, lever]))
      const names = new Map([...all.frames, ...all.values].map(({ id, name }) => [id, name]))
      const told = findings.map(({ id, about, severity, code, where, message, mend }) => {
        const lever = levers.get(about.id)
        const name = lever?.name ?? `${about.kind} ${names.get(about.id) ?? about.id}`
        const reason = accepted.get(id)
        return { plate: lever?.plate, name, severity, code, where, says: message, mend: mend?.label, accepted: reason }
      })
      const counting = told.filter((one) => one.accepted === undefined)
      if (counting.some(({ severity }) => severity === 'fault')) end(EXIT.failed)
      const found = withAccepted ? told : counting
      output.answer(found, () =>
        output.table(
          ['no.', 'lever', 'how', 'where', 'what'],
          found.map((one) => [
            String(one.plate ?? ''),
            one.name,
            one.accepted === undefined ? one.severity : 'accepted',
            one.where ?? '',
            one.accepted === undefined ? one.says : `${one.says} Accepted: ${one.accepted}`,
          ]),
          `${countOf(all.levers.length, 'lever')}: all is well.${told.length > 0 ? ` ${told.length} accepted, see --all.` : ''}`,
        ),
      )
    })
}

function clashInput({ levers, frames, bench, keys }: World): ClashInput {
  const nowMs = Date.now() + (bench.clockAheadMs ?? 0)
  const now = new Date(nowMs)
  const minuteOfDay = now.getHours() * 60 + now.getMinutes()
  return { levers, frames: framesNow(frames, bench, undefined, { nowMs, minuteOfDay }), programs: bench.programs, keys }
}

/** A lever that is yet to be made. */
function newLever({ frames }: World, frame: string | undefined): Lever {
  const { id } = frame === undefined ? frames[0]! : frameNamed(frames, frame)
  return {
    id: '',
    version: 1,
    plate: 1_000_000,
    name: '',
    frameId: id,
    enabled: true,
    aliases: [],
    triggers: [],
    scope: { kind: 'everywhere' },
    steps: [],
    whileRunning: 'ignore',
  } as Lever
}
