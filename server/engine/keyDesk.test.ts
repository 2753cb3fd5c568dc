import { expect, test, vi } from 'vitest'
import type { KeyLogEntry, LiveEvent } from '../../contract'
import { frontProgram } from '../../core/bench'
import { keyRuleSchema, leverDraftSchema } from '../../core/levers'
import type { KeyEvent } from '../../core/resolve'
import { valueOf } from '../../core/result'
import { engineOfEach } from '../../tests/support/engineOfEach'
import { typing } from '../../tests/support/typing'
import { edit } from './edits'
import { createLever, editFrame } from './leverEdits'

const its = engineOfEach()

const outputsOf = (entries: readonly { decision: { outputs?: readonly object[] } }[]) =>
  entries.flatMap(({ decision }) => decision.outputs ?? [])
const rules = async (...words: Record<string, unknown>[]) => {
  const list = words.map((word, i) => keyRuleSchema.parse({ id: `r${i}`, kind: 'word', ...word }))
  return valueOf(await edit(its.engine.store, editFrame('desk', { version: undefined, rules: list })))
}
const make = async (part: Record<string, unknown>) => {
  const draft = leverDraftSchema.parse({
    frameId: 'desk',
    name: 'Done',
    steps: [{ id: 'a', kind: 'message.show', text: 'Done' }],
    ...part,
  })
  return valueOf(await edit(its.engine.store, createLever(draft)))
}

test('a typed word becomes its text with the values of its frame and the date of the machine', async () => {
  vi.spyOn(Date, 'now').mockReturnValue(new Date(2026, 10, 27, 21, 5).getTime())
  await rules({ word: 'nb', text: 'night of ${date}, ${series}', letters: 'follow' })
  const entries = await its.engine.keyDesk.press('tab', typing('x Nb, '))
  expect(outputsOf(entries)).toEqual([
    { kind: 'down', code: 'Backspace' },
    { kind: 'up', code: 'Backspace' },
    { kind: 'down', code: 'Backspace' },
    { kind: 'up', code: 'Backspace' },
    { kind: 'text', text: 'Night of 2026-11-27, 2611-0417' },
    { kind: 'text', text: ',' },
  ])
  expect(entries.every(({ refusal }) => refusal === null)).toBe(true)
  vi.restoreAllMocks()
})

test('a value that is gone stays as it is written, and is told with the key', async () => {
  await rules({ word: 'nb', text: 'of ${nosuch}', endings: [] })
  const entries = await its.engine.keyDesk.press('tab', typing('nb'))
  expect(outputsOf(entries).at(-1)).toEqual({ kind: 'text', text: 'of ${nosuch}' })
  expect(entries.flatMap(({ refusal }) => refusal ?? [])).toEqual(['There is no value named “nosuch”.'])
})

test('a lever that is pulled by a word runs once, and each keyboard has a word of its own', async () => {
  const lever = await make({ triggers: [{ id: 't', kind: 'word', word: ';ok', endings: ['space'] }] })
  const [first, second] = [typing(';o'), typing('k ', 2000)]
  await its.engine.keyDesk.press('tab-a', first)
  const other = await its.engine.keyDesk.press('tab-b', second)
  expect(other.some(({ decision }) => decision.kind === 'pull')).toBe(false)
  const entries = await its.engine.keyDesk.press('tab-a', second)
  const [pull] = entries.filter(({ decision }) => decision.kind === 'pull')
  expect([pull!.decision.leverId, pull!.runId === null]).toEqual([lever.id, false])
  await vi.waitFor(() => expect(its.engine.store.bench.messages.map(({ text }) => text)).toEqual(['Done']))
})

test('a word is given up when another program comes to the front between its letters', async () => {
  const lever = await make({ triggers: [{ id: 't', kind: 'word', word: 'ok', endings: [] }] })
  await its.engine.keyDesk.press('tab', typing('o'))
  const front = frontProgram(its.engine.store.bench)!.id
  const below = Object.values(its.engine.store.bench.windows).find(({ programId }) => programId !== front)!
  await its.engine.store.change(({ bench }) => ({
    ok: true,
    value: {
      answer: null,
      bench: { ...bench, stack: [...bench.stack.filter((id) => id !== below.id), below.id] },
      log: [{ runId: null, source: 'hand' as const, changes: [{ kind: 'window.raise' as const, windowId: below.id }] }],
    },
  }))
  const entries = await its.engine.keyDesk.press('tab', typing('k', 2000))
  expect(entries.some(({ decision }) => decision.leverId === lever.id)).toBe(false)
  expect(
    (await its.engine.keyDesk.press('tab', typing(' ok', 3000))).some(({ decision }) => decision.kind === 'pull'),
  ).toBe(true)
})

test('what a chord did is told before the keys that it came of, and these in their order', async () => {
  const lever = await make({ triggers: [{ id: 't', kind: 'chord', chord: 'Ctrl+Alt+F9' }] })
  const told: string[] = []
  const leave = its.engine.store.feed.subscribe(
    {
      send: (text) => {
        const { type, entry } = JSON.parse(/^data: (.*)$/m.exec(text)![1]!) as LiveEvent & { entry?: KeyLogEntry }
        told.push(entry ? `key ${entry.decision.event.kind === 'down' ? entry.decision.event.code : ''}` : type)
      },
      end: () => undefined,
    },
    undefined,
  )
  const down = (code: string, i: number): KeyEvent => ({ kind: 'down', code, atMs: 1000 + i })
  const entries = await its.engine.keyDesk.press('tab', ['ControlLeft', 'AltLeft', 'F9'].map(down))
  expect(entries.at(-1)!.decision.leverId).toBe(lever.id)
  expect(told.slice(0, 5)).toEqual(['bench', 'run', 'key ControlLeft', 'key AltLeft', 'key F9'])
  leave()
})

test('a key that is late on its way counts by its own time where the sender keeps time, and not otherwise', async () => {
  const lever = await make({ triggers: [{ id: 't', kind: 'sequence', sequence: 'F9 K', gapMs: 60 }] })
  const stroke = (code: string, atMs: number): KeyEvent[] => [
    { kind: 'down', code, atMs },
    { kind: 'up', code, atMs: atMs + 10 },
  ]
  const pulled = async (source: string, sender: object) => {
    await its.engine.keyDesk.press(source, stroke('F9', 1000), sender)
    await new Promise((resolve) => setTimeout(resolve, 200))
    const entries = await its.engine.keyDesk.press(source, stroke('KeyK', 1050), sender)
    return entries.filter(({ decision }) => decision.kind === 'pull').map(({ decision }) => decision.leverId)
  }
  expect(await pulled('tab', { keepsTime: true })).toEqual([lever.id])
  expect(await pulled('script', {})).toEqual([])
})

test('a sender that keeps time is waited for, and its tick decides', async () => {
  const lever = await make({ triggers: [{ id: 't', kind: 'hold', key: 'F9', holdMs: 50 }] })
  const { keyDesk } = its.engine
  const pulls = () => keyDesk.log.filter(({ decision }) => decision.leverId === lever.id).length
  await keyDesk.press('tab', [{ kind: 'down', code: 'F9', atMs: 1000 }], { keepsTime: true })
  await new Promise((resolve) => setTimeout(resolve, 200))
  expect(pulls()).toBe(0)
  await keyDesk.press('tab', [{ kind: 'tick', atMs: 1050 }], { keepsTime: true })
  expect(pulls()).toBe(1)
})
