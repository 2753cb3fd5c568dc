import type { Command } from 'commander'
import { triggerKeys } from '../../core/levers'
import { describeStep, describeSteps } from '../../core/steps'
import { CommandError } from '../exitCodes'
import type { Session } from '../session'
import { frameNamed, leverNamed, namesOf } from '../world'

/** Looking at levers, with or without a server. */
export function addLeverCommands(program: Command, open: () => Session): void {
  program
    .command('list')
    .argument('[words...]', 'only levers whose name, aliases or number have all of these')
    .option('-f, --frame <name>', 'only those of a frame')
    .description('the levers, a line each')
    .addHelpText('after', '\nExamples:\n  keen list\n  keen list chart --frame Desk\n  keen list --json')
    .action(async (words: string[], { frame }: { frame?: string }) => {
      const { output, world } = opened(open())
      const { levers, frames } = await world
      const frameId = frame === undefined ? undefined : frameNamed(frames, frame).id
      const wanted = words.map((word) => word.toLowerCase())
      const found = levers.filter(({ name, plate, aliases, frameId: of }) => {
        const text = [name, String(plate), ...aliases].join(' ').toLowerCase()
        return (frameId === undefined || of === frameId) && wanted.every((word) => text.includes(word))
      })
      const frameNames = new Map(frames.map(({ id, name }) => [id, name]))
      output.answer(found, () =>
        output.table(
          ['no.', 'name', 'keys', 'frame', ''],
          found.map(({ plate, name, triggers, frameId: of, enabled }) => [
            String(plate),
            name,
            triggers.map((trigger) => triggerKeys(trigger)).join(', '),
            frameNames.get(of) ?? '',
            enabled ? '' : 'off',
          ]),
          'There is no such lever.',
        ),
      )
    })

  program
    .command('show')
    .argument('<lever>', 'its number, name, alias or id')
    .description('a lever with its keys and steps')
    .addHelpText('after', '\nExamples:\n  keen show 8\n  keen show "Prepare the night"')
    .action(async (wanted: string) => {
      const { output, world } = opened(open())
      const all = await world
      const lever = leverNamed(all.levers, wanted)
      const names = namesOf(all)
      output.answer(lever, () => {
        const frame = all.frames.find(({ id }) => id === lever.frameId)
        output.line(output.colours.bold(`${lever.plate} ${lever.name}`))
        const facts: [string, string][] = [
          ['frame', `${frame?.name ?? ''}${frame?.on === false ? ' (off)' : ''}`],
          ['keys', lever.triggers.map((trigger) => triggerKeys(trigger)).join(', ') || 'none'],
          ['aliases', lever.aliases.join(', ')],
          ['inputs', (lever.inputs ?? []).map(({ name, kind }) => `${name} (${kind})`).join(', ')],
          ['state', lever.enabled ? '' : 'switched off'],
        ]
        for (const [name, text] of facts) if (text !== '') output.line(`  ${name.padEnd(8)} ${text}`)
        for (const [i, step] of lever.steps.entries())
          output.line(`  ${String(i + 1).padStart(3)}  ${describeStep(step, names)}`)
        if (lever.steps.length === 0) output.line(`  ${describeSteps([], names)}`)
      })
    })

  program
    .command('complete', { hidden: true })
    .argument('<what>', 'levers, frames or keys')
    .action(async (what: string) => {
      const { output, world } = opened(open())
      const { levers, frames } = await world
      if (what !== 'levers' && what !== 'frames') throw new CommandError(`There is nothing to complete of “${what}”.`)
      const names =
        what === 'levers' ? levers.flatMap(({ plate, name }) => [String(plate), name]) : frames.map(({ name }) => name)
      for (const name of names) output.line(name)
    })
}

export const opened = (session: Session) => ({ output: session.output, world: session.world() })
