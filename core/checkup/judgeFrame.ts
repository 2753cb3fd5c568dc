import { markedFields } from '../fields'
import { frameSchema } from '../levers'
import type { Frame } from '../levers'
import { own } from '../result'
import { neverBecause } from './never'
import type { Finding } from './finding'
import type { World } from './world'

/** What is wrong with a frame itself: the condition by which it is on, and its rules. */
export function judgeFrame(frame: Frame, { bench }: Pick<World, 'bench'>): Finding[] {
  const findings: Finding[] = []
  const tell = (code: string, where: string, message: string) =>
    findings.push({
      id: [frame.id, code, where, message].join('|'),
      about: { kind: 'frame', id: frame.id },
      severity: 'fault',
      code,
      where,
      message,
    })
  const gone = new Set<string>()
  for (const { path, mark, text } of markedFields(frameSchema, frame)) {
    const all = mark.refers === 'program' ? bench.programs : mark.refers === 'device' ? bench.devices : undefined
    if (!all || text === '' || own(all as Record<string, unknown>, text) !== undefined) continue
    const isRule = path.startsWith('rules')
    const message = isRule
      ? `A rule of it names ${mark.refers} “${text}”, which is not there any more.`
      : `It is on only by what ${mark.refers} “${text}” does, which is not there any more.`
    if (!gone.has(message)) tell(`${mark.refers}-gone`, isRule ? 'rules' : 'condition', message)
    gone.add(message)
  }
  const never = frame.condition && neverBecause(frame.condition, bench)
  if (never !== undefined) tell('condition-never', 'condition', `It is never on: ${never}.`)
  return findings
}
