import type { Command } from 'commander'
import { rangeInWords, valueInWords, windowTitle } from '../../core/bench'
import type { BenchState, Control, ControlValue } from '../../core/bench'
import { didYouMean } from '../../core/names'
import { assertNever, own } from '../../core/result'
import { CommandError } from '../exitCodes'
import { liveEvents } from '../liveEvents'
import type { Session } from '../session'
import { wholeNumber } from '../wholeNumber'
import { opened } from './levers'

/** The simulated workstation, and what happens on it. */
export function addBenchCommands(program: Command, open: () => Session): void {
  const bench = program.command('bench').description('the workstation')

  bench
    .command('show')
    .argument('[device]', 'only this device, by its id')
    .description('windows, and the controls of devices')
    .action(async (device: string | undefined) => {
      const { output, world } = opened(open())
      const { bench: state } = await world
      const shown = device === undefined ? state : { devices: { [device]: deviceOf(state, device) } }
      output.answer(shown, () => {
        if (device === undefined) {
          output.table(
            ['window', 'program', 'state'],
            [...state.stack].reverse().map((id, i) => {
              const window = own(state.windows, id)!
              const name = own(state.programs, window.programId)?.name ?? window.programId
              return [windowTitle(state, window), name, i === 0 ? `${window.mode}, in front` : window.mode]
            }),
            'No window is open.',
          )
          output.line()
        }
        const devices = Object.entries(state.devices).filter(([id]) => device === undefined || id === device)
        output.table(
          ['device', 'control', 'is'],
          devices.flatMap(([id, { controls, plugged }]) =>
            Object.entries(controls).map(([controlId, control]) => [
              id,
              controlId,
              plugged === false ? 'not plugged in' : valueInWords(control),
            ]),
          ),
          'There is no device.',
        )
      })
    })

  bench
    .command('set')
    .argument('<device>', 'its id')
    .argument('<control>', 'its id')
    .argument('<value>', 'on, off, a number, or one of its choices')
    .description('set a control of a device, as by hand')
    .addHelpText(
      'after',
      '\nExamples:\n  keen bench set desk-speakers mute on\n  keen bench set left-display brightness 20',
    )
    .action(async (device: string, controlId: string, text: string) => {
      const session = open()
      const { call } = await session.server()
      const { state } = await call('readBench')
      const { controls } = deviceOf(state as unknown as BenchState, device)
      const control = own(controls, controlId)
      if (!control) {
        const ids = Object.keys(controls)
        throw new CommandError(
          `${device} has no control “${controlId}”.${didYouMean(controlId, ids)} It has ${ids.join(', ')}.`,
        )
      }
      const run = await call('actOnBench', {
        body: {
          step: {
            id: 'set',
            kind: 'device.control',
            target: { kind: 'devices', deviceIds: [device] },
            controlId,
            to: { kind: 'set', value: valueOfText(control, text) },
          } as never,
        },
      })
      session.output.answer(run, () => session.output.line(`${device} ${controlId}: ${text}`))
    })

  program
    .command('events')
    .option('-n, --count <n>', 'end after so many', wholeNumber(1_000_000))
    .description('what happens, as it happens: one JSON object a line')
    .addHelpText('after', '\nExamples:\n  keen events\n  keen events | grep \'"type":"run"\'')
    .action(async ({ count }: { count?: number }) => {
      const session = open()
      const { address } = await session.server()
      let left = count ?? Infinity
      for await (const event of liveEvents(address)) {
        session.output.line(event)
        left -= 1
        if (left <= 0) return
      }
    })
}

function deviceOf({ devices }: BenchState, id: string) {
  const device = own(devices, id)
  if (device) return device
  const ids = Object.keys(devices)
  throw new CommandError(`There is no device “${id}”.${didYouMean(id, ids)} “keen bench show” shows all.`)
}

function valueOfText(control: Control, text: string): ControlValue {
  const word = text.trim().toLowerCase()
  switch (control.kind) {
    case 'switch':
      if (['on', 'true', 'yes', control.on.toLowerCase()].includes(word)) return true
      if (['off', 'false', 'no', control.off.toLowerCase()].includes(word)) return false
      throw new CommandError(`It is on or off, not “${text}”.`)
    case 'level': {
      const value = Number(word.replace(control.unit.toLowerCase(), ''))
      if (word === '' || !Number.isFinite(value))
        throw new CommandError(`It is ${rangeInWords(control)}, not “${text}”.`)
      return value
    }
    case 'choice': {
      const choice = control.choices.find(({ id, name }) => [id, name.toLowerCase()].includes(word))
      if (choice) return choice.id
      const ids = control.choices.map(({ id }) => id)
      throw new CommandError(`“${text}” is none of its choices.${didYouMean(word, ids)} It has ${ids.join(', ')}.`)
    }
    default:
      return assertNever(control)
  }
}
