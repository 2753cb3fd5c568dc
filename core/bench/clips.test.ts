import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  applyChange,
  applyChanges,
  clipsIn,
  copyFrom,
  fileAt,
  forgetClips,
  invertChange,
  MOST_CLIPS,
  MOST_PINNED_CLIPS,
  pasteInto,
  tellVerb,
  windowMeant,
} from '.'
import type { BenchState, Change, Clip } from '.'
import { exampleDesk } from './exampleBench'

const context = { nowMs: 5000, nextId: () => 'new' }
const clip = (id: string, part: Partial<Clip> = {}): Clip => ({ id, text: id, atMs: 0, ...part })
const ids = (state: BenchState) => (state.clipboard ?? []).map(({ id }) => id)

function after(state: BenchState, ...changes: Change[]): BenchState {
  const made = applyChanges(state, changes)
  if (!made.ok) throw new Error(made.issues[0]!.message)
  return made.value
}
const with_ = (...clips: Clip[]): BenchState => ({ ...exampleDesk(), clipboard: clips })
const full = (pinned: readonly number[] = []) =>
  with_(...Array.from({ length: MOST_CLIPS }, (_, i) => clip(`c${i}`, pinned.includes(i) ? { pinned: true } : {})))

describe('the clipboard', () => {
  test('forgets the oldest that is not pinned when there is one too many, and brings it back where it was', () => {
    const before = full([MOST_CLIPS - 1, MOST_CLIPS - 2])
    const put: Change = { kind: 'clipboard.put', clip: clip('new') }
    const now = after(before, put)
    expect([now.clipboard!.length, ids(now)[0], ids(now).includes(`c${MOST_CLIPS - 3}`)]).toEqual([500, 'new', false])
    expect(ids(now).slice(-2)).toEqual([`c${MOST_CLIPS - 2}`, `c${MOST_CLIPS - 1}`])
    expect(after(now, invertChange(before, put))).toEqual(before)
  })

  test('lets what comes from a program with secrets go with the next that is copied, and back again', () => {
    const secret = with_(clip('code', { passing: true }), clip('a'))
    const put: Change = { kind: 'clipboard.put', clip: clip('new') }
    const now = after(secret, put)
    expect(ids(now)).toEqual(['new', 'a'])
    expect(after(now, invertChange(secret, put))).toEqual(secret)
    const vault = after(exampleDesk(), ...launchVault())
    const copied = copyFrom(vault, windowMeant(vault, 'vault')!, 'copy', context)
    expect(copied.ok && copied.value[0]).toMatchObject({ kind: 'clipboard.put', clip: { passing: true } })
  })

  test('pins so many at most, and takes back what was pinned', () => {
    const before = full(Array.from({ length: MOST_PINNED_CLIPS }, (_, i) => i))
    const pin: Change = { kind: 'clipboard.pin', clipId: 'c200', pinned: true }
    expect(applyChange(before, pin)).toMatchObject({ ok: false, issues: [{ code: 'clips-pinned' }] })
    const free = full()
    expect(after(after(free, pin), invertChange(free, pin))).toEqual(free)
    expect(applyChange(free, { ...pin, pinned: false })).toMatchObject({ ok: true, value: free })
  })

  test('whatever is put, taken and pinned on a full one, taking it back leaves it as it was', () => {
    const acts = fc.oneof(
      fc
        .record({
          kind: fc.constant('clipboard.put' as const),
          clip: fc.record({ id: fc.constantFrom('x', 'y'), text: fc.constant('t'), atMs: fc.constant(0) }),
          passing: fc.boolean(),
        })
        .map(({ kind, clip: put, passing }): Change => ({ kind, clip: passing ? { ...put, passing: true } : put })),
      fc
        .constantFrom('x', 'y', 'c3', `c${MOST_CLIPS - 1}`)
        .map((clipId): Change => ({ kind: 'clipboard.take', clipId })),
      fc
        .tuple(fc.constantFrom('x', `c${MOST_CLIPS - 1}`, 'c7'), fc.boolean())
        .map(([clipId, pinned]): Change => ({ kind: 'clipboard.pin', clipId, pinned })),
    )
    fc.assert(
      fc.property(fc.array(acts, { maxLength: 12 }), fc.boolean(), (changes, isFull) => {
        let state = isFull ? full([2]) : with_(clip('c3'), clip('c7'))
        for (const change of changes) {
          const made = applyChange(state, change)
          if (!made.ok) continue
          expect(made.value.clipboard?.length ?? 0).toBeLessThanOrEqual(MOST_CLIPS)
          expect(applyChange(made.value, invertChange(state, change))).toEqual({ ok: true, value: state })
          state = made.value
        }
      }),
      { numRuns: 60 },
    )
  })
})

describe('what is forgotten of it', () => {
  const SAID = 'a code'
  const clips = fc
    .record({ id: fc.constantFrom('x', 'y', 'z'), passing: fc.boolean() })
    .map(({ id, passing }) => clip(id, { text: SAID, ...(passing ? { passing: true } : {}) }))
  const acts = fc.oneof(
    clips.map((put): Change => ({ kind: 'clipboard.put', clip: put })),
    fc.constantFrom('x', 'y', 'z').map((clipId): Change => ({ kind: 'clipboard.take', clipId })),
    fc.constant<Change>({ kind: 'clipboard.pin', clipId: 'x', pinned: true }),
  )

  test('stands in no change any more, nor in what takes it back, and neither brings it back', () => {
    fc.assert(
      fc.property(fc.array(acts, { maxLength: 8 }), (changes) => {
        let state = exampleDesk()
        for (const change of changes) {
          const made = applyChange(state, change)
          if (!made.ok) continue
          for (const told of [change, invertChange(state, change)]) {
            const all = forgetClips(told, 'all')
            expect(JSON.stringify(all)).not.toContain(SAID)
            expect([all.kind, clipsIn(all)]).toEqual([told.kind, undefined])
            expect(clipsIn(forgetClips(told, 'passing'))).not.toBe('passing')
            expect(clipsIn(told) === undefined).toBe(!JSON.stringify(told).includes(SAID))
            for (const on of [state, made.value]) {
              const again = applyChange(on, all)
              const added = again.ok ? ids(again.value).filter((id) => !ids(on).includes(id)) : []
              expect(added).toEqual([])
            }
          }
          state = made.value
        }
      }),
    )
  })

  test('is only what came from a program that holds secrets, where that is meant', () => {
    const [open, secret] = [clip('a', { text: 'open' }), clip('b', { text: 'secret', passing: true })]
    const put = (one: Clip): Change => ({ kind: 'clipboard.put', clip: one })
    expect([clipsIn(put(open)), clipsIn(put(secret))]).toEqual(['some', 'passing'])
    expect(forgetClips(put(open), 'passing')).toEqual(put(open))
    const take: Change = { kind: 'clipboard.take', clipId: 'c', restores: open, restoresAt: 3, again: secret }
    expect(clipsIn(take)).toBe('passing')
    expect(forgetClips(take, 'passing')).toEqual({ kind: 'clipboard.take', clipId: 'c', restores: open, restoresAt: 3 })
    expect(forgetClips(take, 'all')).toEqual({ kind: 'clipboard.take', clipId: 'c' })
    const other: Change = { kind: 'clipboard.pin', clipId: 'a', pinned: true }
    expect([forgetClips(other, 'all'), clipsIn(other)]).toEqual([other, undefined])
    expect(applyChange(exampleDesk(), forgetClips(put(open), 'all'))).toMatchObject({
      ok: false,
      issues: [{ code: 'clip-missing' }],
    })
  })
})

function launchVault(): Change[] {
  const content = { documents: [{ path: '/l/a.log', role: 'log', unsaved: true, draft: { text: '4711', cursor: 0 } }] }
  return [{ kind: 'window.open', window: { id: 'w-vault', programId: 'vault', mode: 'normal', content } }] as Change[]
}

describe('copying and pasting', () => {
  test('copies the files that are marked in a folder, and pastes copies of them under free names', () => {
    const content = {
      documents: [{ path: '/l', role: 'folder', unsaved: false }],
      selected: ['a.log', 'gone.log'],
    }
    const window = { id: 'w-files', programId: 'dome', mode: 'normal' as const, content }
    const desk = after(exampleDesk(), { kind: 'window.open', window } as Change)
    const copied = copyFrom(desk, window, 'copy', context)
    expect(copied.ok && copied.value[0]).toMatchObject({ clip: { kind: 'files', text: '/l/a.log' } })
    const ready = after(desk, ...(copied.ok ? copied.value : []))
    const pasted = pasteInto(ready, window, 1, 9000)
    const now = after(ready, ...(pasted.ok ? pasted.value : []))
    const copy = fileAt(now.files, '/l/a 2.log')
    expect(copy).toEqual({ ...fileAt(now.files, '/l/a.log'), changedAtMs: 9000 })
    const gone = after(ready, { kind: 'file.remove', path: '/l/a.log' } as Change)
    expect(pasteInto(gone, window, 1, 0)).toMatchObject({ ok: false, issues: [{ code: 'files-gone' }] })
  })

  test('pastes the second last, and says so where there are not so many', () => {
    const desk = with_(clip('b', { text: 'last' }), clip('a', { text: 'second' }))
    const window = windowMeant(desk, 'book')!
    expect(pasteInto(desk, window, 2, 0)).toMatchObject({ ok: true, value: [{ inserts: 'second' }] })
    const none = pasteInto(desk, window, 3, 0)
    expect(none.ok ? '' : none.issues[0]!.message).toBe('Only 2 of what was copied are kept; number 3 is none of them.')
  })

  test('a picture is copied as what stands for it', () => {
    const desk = exampleDesk()
    const verbs = [{ id: 'pic', name: 'Copy the picture', effect: { kind: 'copy-picture' as const } }]
    const seen = { ...desk, programs: { ...desk.programs, book: { ...desk.programs.book!, verbs } } }
    const told = tellVerb(seen, windowMeant(seen, 'book')!.id, 'pic', context)
    expect(told.ok && told.value[0]).toMatchObject({ clip: { kind: 'picture', text: 'Picture: b.log' } })
  })
})
