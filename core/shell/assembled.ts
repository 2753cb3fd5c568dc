import { own } from '../result'
import { helperText, withNeeds } from './helpers'
import { AT_MARGIN } from './writing'
import type { CommandByHand, Writing } from './writing'

export interface PosixScript {
  readonly text: string
  /** What it calls and whoever uses it fills in. */
  readonly byHand: readonly CommandByHand[]
}

/** A whole script: what is there to be filled in first, then the helpers it uses, its functions, and what it does. */
export function assembled(title: string, writing: Writing, end: readonly string[]): string {
  const { bench, folders, programs, values, commands, functions } = writing
  const quoted = (text: string) => writing.quoted(text)
  const where = [
    ...[...folders].map(([name, variable]) => `${variable}=${quoted(own(bench.folders, name) ?? '/')}`),
    ...[...programs].map(([id, variable]) => `${variable}=${quoted(own(bench.programs, id)!.executable)}`),
  ]
  const named = [...values.values()].map(({ variable, text }) => `${variable}=${quoted(text)}`)
  const section = (says: string, lines: readonly string[]) => (lines.length === 0 ? [] : ['', `# ${says}`, ...lines])
  const helpers = withNeeds(writing.helpers)
  const lines = [
    '#!/bin/sh',
    `# ${title}`,
    '# Written by Keen Lever for any shell of POSIX.1-2017.',
    'set -eu',
    'unset CDPATH',
    'k_failures=0 k_status=0 result=',
    ...section('Where things are. Put in what they are called here.', where),
    ...section('Values.', named),
    ...section(
      'What a script cannot do by itself. Put commands of your desktop in the place of by_hand and cannot_tell.',
      commands.map(byHandText(quoted)),
    ),
    ...helpers.flatMap((name) => ['', helperText(name)]),
    ...functions.flatMap((text) => ['', ...text]),
    '',
    ...end,
  ]
  return `${lines.map((line) => (line.startsWith(AT_MARGIN) ? line.slice(1) : line)).join('\n')}\n`
}

function byHandText(quoted: (text: string) => string) {
  return ({ name, says, gives }: CommandByHand) =>
    `${name}() { ${gives === 'condition' ? 'cannot_tell' : 'by_hand'} ${quoted(says)}; }`
}
