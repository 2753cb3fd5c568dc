import { splitPosix } from '../command'
import { durationInWords, parseDuration } from '../steps'
import type { Step } from '../steps'
import { plateRef } from './document'

/** A step that a line can say: its word, and the text behind it read and written. */
interface ShortForm {
  readonly kind: Step['kind']
  /** What stands behind the word, as the JSON Schema tells it. */
  readonly help: string
  /** The fields that a text means; undefined where it means none. */
  readonly read: (text: string) => Record<string, unknown> | undefined
  /** The text that says just this step; undefined where it says more than a line can. */
  readonly write: (fields: Readonly<Record<string, unknown>>) => string | undefined
}

const ID = /^[a-z0-9][\w.:-]*$/

/** The text of the one field a step has, where all its others are as they are by themselves. */
function textForm(
  kind: Step['kind'],
  field: string,
  help: string,
  rest: Record<string, unknown> = {},
  isFit: (text: string) => boolean = (text) => text !== '',
): ShortForm {
  return {
    kind,
    help,
    read: (text) => (isFit(text) ? { [field]: text, ...rest } : undefined),
    write: ({ [field]: text, ...others }) =>
      typeof text === 'string' && isFit(text) && isJust(others, rest) ? text : undefined,
  }
}

function isJust(fields: Readonly<Record<string, unknown>>, wanted: Readonly<Record<string, unknown>>): boolean {
  const keys = new Set([...Object.keys(fields), ...Object.keys(wanted)])
  return [...keys].every((key) => JSON.stringify(fields[key]) === JSON.stringify(wanted[key]))
}

/** A control that is switched on or off, of a device by its id or its name. */
function switchForm(controlId: string, value: boolean, help: string): ShortForm {
  const to = { kind: 'set', value }
  return {
    kind: 'device.control',
    help,
    read(text) {
      const target = ID.test(text) ? { kind: 'devices', deviceIds: [text] } : { kind: 'named', text }
      return text === '' ? undefined : { target, controlId, to }
    },
    write({ target, ...rest }) {
      if (!isJust(rest, { controlId, to })) return undefined
      const { kind, deviceIds = [], text = '' } = target as { kind: string; deviceIds?: string[]; text?: string }
      if (kind === 'named') return text === '' || ID.test(text) ? undefined : text
      const [only, ...more] = kind === 'devices' ? deviceIds : []
      return only !== undefined && more.length === 0 && ID.test(only) ? only : undefined
    },
  }
}

/** An argument as a POSIX shell reads it, with `${name}` left to be seen. */
function quoted(argument: string): string {
  if (/^(?:[\w@%+=:,./-]|\$\{[\w.-]+\})+$/.test(argument)) return argument
  if (!/["\\`\n]/.test(argument) && !/\$(?!\{)/.test(argument)) return `"${argument}"`
  return `'${argument.replaceAll("'", `'\\''`)}'`
}

/** The words that begin a step in one line. Their order is the one in which a step looks for the one that says it. */
export const SHORT_FORMS: Readonly<Record<string, ShortForm>> = {
  open: {
    kind: 'program.open',
    help: 'A program by its id with its arguments, quoted as for a POSIX shell: atlas-room --profile=red ${charts}/south.atlas',
    read(text) {
      const split = splitPosix(text)
      const [programId, ...args] = split.ok ? split.value : []
      return programId !== undefined && ID.test(programId) ? { programId, args } : undefined
    },
    write({ programId, args, ...rest }) {
      if (!isJust(rest, {}) || typeof programId !== 'string' || !ID.test(programId)) return undefined
      const all = args as string[]
      const text = [programId, ...all.map(quoted)].join(' ')
      const again = splitPosix(text)
      return again.ok && isJust({ again: again.value }, { again: [programId, ...all] }) ? text : undefined
    },
  },
  close: textForm(
    'program.close',
    'programId',
    'A program by its id; it asks about unsaved work.',
    { unsaved: 'ask' },
    isId,
  ),
  raise: textForm('program.raise', 'programId', 'A program by its id.', {}, isId),
  visit: {
    kind: 'place.open',
    help: 'A folder, a file or an address.',
    read: (text) => (text === '' ? undefined : { places: [text] }),
    write({ places, ...rest }) {
      const [only, ...more] = places as string[]
      return only !== undefined && only !== '' && more.length === 0 && isJust(rest, {}) ? only : undefined
    },
  },
  mute: switchForm('mute', true, 'A device by its id or its name.'),
  unmute: switchForm('mute', false, 'A device by its id or its name.'),
  'switch-on': switchForm('power', true, 'A device by its id or its name.'),
  'switch-off': switchForm('power', false, 'A device by its id or its name.'),
  wait: {
    kind: 'wait',
    help: 'How long: 400 ms, 30 s, 10 min, 2 h.',
    read(text) {
      const ms = parseDuration(text)
      return ms === undefined ? undefined : { ms }
    },
    write({ ms, ...rest }) {
      const text = durationInWords(ms as number)
      return isJust(rest, {}) && parseDuration(text) === ms ? text : undefined
    },
  },
  say: textForm('message.show', 'text', 'What is announced on the board.', { as: 'board' }),
  warn: textForm('message.show', 'text', 'An alert that waits until it is read.', { as: 'alert' }),
  tell: textForm('message.show', 'text', 'A notice that stays.', {}),
  type: textForm('text.type', 'text', 'A text, typed where the cursor is.', { programId: '' }),
  press: {
    kind: 'keys.send',
    help: 'Chords with spaces between, sent to the program in front: Ctrl+S F5',
    read: (text) => (text.trim() === '' ? undefined : { chords: text.trim().split(/\s+/), programId: '' }),
    write({ chords, ...rest }) {
      const all = chords as string[]
      return isJust(rest, { programId: '' }) && all.every((chord) => /^\S+$/.test(chord)) ? all.join(' ') : undefined
    },
  },
  pull: {
    kind: 'lever.pull',
    help: 'Another lever by its number or its name.',
    read: (text) =>
      text === '' ? undefined : { leverId: /^\d+$/.test(text) ? plateRef(Number(text)) : text, inputs: [] },
    write({ leverId, ...rest }) {
      const said = String(leverId).replace(/^plate:(?=[1-9]\d*$)/, '')
      const again = /^\d+$/.test(said) ? plateRef(Number(said)) : said
      return isJust(rest, { inputs: [] }) && said !== '' && again === leverId ? said : undefined
    },
  },
  note: textForm('note', 'text', 'Stands between the steps and does nothing.'),
}

function isId(text: string): boolean {
  return ID.test(text)
}
