import type { Step, StepKind } from './schema'

/** One kind of step, as an editor offers it. */
export interface StepKindEntry {
  readonly kind: StepKind
  readonly label: string
  readonly help: string
  /** A new step of this kind, still to be filled in. */
  readonly fresh: (id: string) => Step
}

export const STEP_KINDS: readonly StepKindEntry[] = [
  {
    kind: 'program.open',
    label: 'Open a program',
    help: 'Starts it with arguments; one that takes a single instance comes to the front.',
    fresh: (id) => ({ id, kind: 'program.open', programId: '', args: [], onFailure: 'stop' }),
  },
  {
    kind: 'program.raise',
    label: 'Bring a program to the front',
    help: 'Its topmost window; minimized windows are shown again.',
    fresh: (id) => ({ id, kind: 'program.raise', programId: '', onFailure: 'stop' }),
  },
  {
    kind: 'program.switch',
    label: 'Switch between two programs',
    help: 'From one to the other and back, by what is in front; started if not running.',
    fresh: (id) => ({
      id,
      kind: 'program.switch',
      programId: '',
      args: [],
      otherId: '',
      otherArgs: [],
      onFailure: 'stop',
    }),
  },
  {
    kind: 'program.close',
    label: 'Close a program',
    help: 'All its windows, with a choice for unsaved work.',
    fresh: (id) => ({ id, kind: 'program.close', programId: '', unsaved: 'ask', onFailure: 'stop' }),
  },
  {
    kind: 'place.open',
    label: 'Open folders, files, addresses',
    help: 'With the programs that open such places, or with those named.',
    fresh: (id) => ({ id, kind: 'place.open', places: [''], onFailure: 'stop' }),
  },
  {
    kind: 'device.control',
    label: 'Change a device or setting',
    help: 'Mute, power, plan, brightness: set, the other way, the next, up or down.',
    fresh: (id) => ({
      id,
      kind: 'device.control',
      target: { kind: 'devices', deviceIds: [] },
      controlId: '',
      to: { kind: 'toggle', whenUnknown: true },
      onFailure: 'stop',
    }),
  },
  {
    kind: 'frame.switch',
    label: 'Switch a frame of levers',
    help: 'On, off, or the other way; its keys follow at once.',
    fresh: (id) => ({ id, kind: 'frame.switch', frameIds: [], to: 'toggle', onFailure: 'stop' }),
  },
  {
    kind: 'message.show',
    label: 'Show a message',
    help: 'On the screen of the bench.',
    fresh: (id) => ({ id, kind: 'message.show', text: '', onFailure: 'stop' }),
  },
  {
    kind: 'run.put-back',
    label: 'Put back what was changed',
    help: 'Takes back what the steps before have changed; what somebody else has altered since is left.',
    fresh: (id) => ({ id, kind: 'run.put-back', onFailure: 'stop' }),
  },
  {
    kind: 'wait',
    label: 'Wait',
    help: 'A stretch of time; a restart of the server does not shorten it.',
    fresh: (id) => ({ id, kind: 'wait', ms: 1000, onFailure: 'stop' }),
  },
]
