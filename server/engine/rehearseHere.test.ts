import { expect, test } from 'vitest'
import { leverDraftSchema } from '../../core/levers'
import { valueOf } from '../../core/result'
import { engineOfEach } from '../../tests/support/engineOfEach'
import { typing } from '../../tests/support/typing'
import { edit } from './edits'
import { createLever } from './leverEdits'
import { rehearseHere } from './rehearseHere'

const its = engineOfEach()

test('keys are decided while a long loop is rehearsed, and nothing of it is done', async () => {
  const raise = { id: 'raise', kind: 'program.raise', programId: 'cairn-web' }
  const steps = [{ id: 'again', kind: 'repeat', times: '8000', steps: [raise] }]
  const draft = leverDraftSchema.parse({ frameId: 'desk', name: 'Again and again', triggers: [], steps })
  const lever = valueOf(await edit(its.engine.store, createLever(draft)))
  const before = its.engine.store.bench
  let isOver = false
  const rehearsing = rehearseHere(its.engine, lever, undefined).finally(() => (isOver = true))
  await its.engine.keyDesk.press('tab', typing('x', 1000))
  expect(isOver).toBe(false)
  const { run, bench } = await rehearsing
  expect(run.outcome).toBe('done')
  expect(run.log.filter(({ path }) => path === '0.steps.0')).toHaveLength(8000)
  expect(bench.stack.at(-1)).not.toBe(before.stack.at(-1))
  expect(its.engine.store.bench.stack).toEqual(before.stack)
})
