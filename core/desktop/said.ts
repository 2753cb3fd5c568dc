import type { BenchState, Program } from '../bench'
import { expandNames, isAddress, joinExec } from '../command'
import type { ValueTable } from '../command'
import type { Lever } from '../levers'
import { own } from '../result'
import { namesFor, requestOf } from '../steps'
import { describeUnsaid, prevents, unsaidOf } from './unsaid'

/** What a lever starts or opens, values filled in. */
export type Said =
  | {
      readonly kind: 'launch'
      readonly program: Program
      readonly command: string
      /** The value of an `Exec` key that starts it, without field codes. */
      readonly exec: string
      readonly args: readonly string[]
      readonly environment: readonly { readonly name: string; readonly value: string }[]
      readonly workingDirectory: string
    }
  | { readonly kind: 'link'; readonly url: string }

/** What a Desktop Entry can say of a lever, or a sentence why there can be none. */
export function sayLever(lever: Lever, bench: BenchState, table: ValueTable): Said | string {
  const preventing = unsaidOf(lever, bench).find(prevents)
  if (preventing) return describeUnsaid(preventing)
  const step = lever.steps[0]!
  if (step.kind === 'place.open') {
    const place = expandNames(step.places[0]!, namesFor(bench, table))
    if (!place.ok) return place.issues.map((issue) => issue.message).join(' ')
    return { kind: 'link', url: isAddress(place.value) ? place.value : fileAddress(place.value) }
  }
  if (step.kind !== 'program.open') return 'It starts no program.'
  const program = own(bench.programs, step.programId)
  const request = requestOf(step, bench, table, 'export')
  if (!program) return 'Its program is not on the bench.'
  if (!request.ok) return request.issues.map((issue) => issue.message).join(' ')
  const said = {
    kind: 'launch' as const,
    program,
    command: program.entry?.command ?? program.executable,
    args: request.value.args,
    environment: (step.environment ?? []).map(({ name }) => ({ name, value: request.value.environment![name]! })),
    workingDirectory: request.value.workingDirectory ?? '',
  }
  const exec = joinExec(argvOfExec(said, said.command))
  if (!exec.ok) return exec.issues.map((issue) => issue.message).join(' ')
  // The standard has no way to write them (§4), but for line breaks and tabs.
  const odd = [...argvOfExec(said, said.command), said.workingDirectory].find((text) =>
    /(?![\n\t\r])\p{Cc}/u.test(text),
  )
  if (odd !== undefined)
    return `“${odd.replace(/\p{Cc}/gu, '·')}” has a control character, which no Desktop Entry can hold.`
  return { ...said, exec: exec.value }
}

/**
 * A path as a `file:` address (RFC 8089), percent-encoded part by part. Half of a surrogate pair, which UTF-8 cannot
 * say, becomes U+FFFD.
 */
function fileAddress(path: string): string {
  return `file://${path
    .replace(/\p{Cs}/gu, '\uFFFD')
    .split('/')
    .map(encodeURIComponent)
    .join('/')}`
}

/** The argv of an `Exec` line, the environment set in front of the command as `env` does. */
export function argvOfExec(
  said: Pick<Extract<Said, { kind: 'launch' }>, 'args' | 'environment'>,
  command: string,
  env = 'env',
): string[] {
  const pairs = said.environment.map(({ name, value }) => `${name}=${value}`)
  return [...(pairs.length > 0 ? [env, ...pairs] : []), command, ...said.args]
}
