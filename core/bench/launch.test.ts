import { expect, test } from 'vitest'
import { valueOf } from '../result'
import { exampleBench } from './exampleBench'
import { applyChanges, launch, windowsOf } from '.'

const start = (programId: string, ...args: string[]) => {
  const bench = exampleBench()
  const launched = valueOf(launch(bench, { programId, args, windowId: 'w-new' }))
  return { ...launched, bench: valueOf(applyChanges(bench, launched.changes)) }
}

test('a program of several instances opens another window, in the way its arguments say', () => {
  const { kind, bench } = start('book', '--small', '/l/a.log')
  expect(kind).toBe('opened')
  expect(bench.windows['w-new']).toEqual({
    id: 'w-new',
    programId: 'book',
    mode: 'minimized',
    content: { documents: [{ path: '/l/a.log', role: 'log', unsaved: false }] },
  })
  expect(windowsOf(bench, 'book')).toHaveLength(3)
})

test('a program of a single instance comes to front; one that loads takes new arguments on top of what it shows', () => {
  const loaded = start('chart', '--profile=dome', '/l/b.log', '/l/a.log')
  expect(loaded.kind).toBe('loaded')
  expect(loaded.bench.stack.at(-1)).toBe('w-chart')
  expect(loaded.bench.windows['w-chart']!.content).toMatchObject({
    profile: 'dome',
    documents: [{ path: '/l/a.log' }, { path: '/l/b.log' }],
  })
  expect(start('chart').kind).toBe('came-to-front')
})

test('a running program that takes no new arguments ignores them and says so', () => {
  const bench = start('dome', '--profile=night').bench
  const again = valueOf(launch(bench, { programId: 'dome', args: ['--profile=service'], windowId: 'w-2' }))
  expect(again).toMatchObject({
    kind: 'came-to-front',
    windowId: 'w-new',
    reading: { taken: [], ignored: [{ text: '--profile=service', code: 'already-running' }] },
  })
})

test('an error window stands on the bench, but its program does not run', () => {
  const unknown = start('dome', '--fast')
  expect(unknown.kind).toBe('error-window')
  expect(unknown.bench.windows['w-new']!.content.error).toContain('no option --fast')
  expect(windowsOf(unknown.bench, 'dome')).toEqual([])
  expect(start('book', '/l/none.log').kind).toBe('error-window')
})

test('a program that is not on the bench is refused with the nearest name', () => {
  expect(launch(exampleBench(), { programId: 'chrt', args: [], windowId: 'w' })).toMatchObject({
    ok: false,
    issues: [{ code: 'program-missing', message: 'There is no program “chrt” on the bench. Did you mean “chart”?' }],
  })
})
