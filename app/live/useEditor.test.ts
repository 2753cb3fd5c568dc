import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { effectScope, nextTick, shallowRef } from 'vue'
import type { EffectScope } from 'vue'
import { ApiRefusal } from './callApi'
import { useEditor } from './useEditor'

interface Dome {
  readonly version: number
  readonly name: string
  readonly slits: readonly string[]
}
const dome = (version: number, name: string, slits = ['east']): Dome => ({ version, name, slits })

let stored: Map<string, string>
let scope: EffectScope
beforeEach(() => {
  stored = new Map()
  vi.stubGlobal('sessionStorage', {
    getItem: (key: string) => stored.get(key) ?? null,
    setItem: (key: string, value: string) => stored.set(key, value),
    removeItem: (key: string) => stored.delete(key),
  })
  vi.stubGlobal('window', new EventTarget())
  vi.stubGlobal('document', { querySelector: () => null })
  vi.spyOn(console, 'warn').mockImplementation(() => undefined)
  setActivePinia(createPinia())
  scope = effectScope()
})
afterEach(() => {
  scope.stop()
  vi.unstubAllGlobals()
  vi.restoreAllMocks()
})

function edit(first: Dome | undefined) {
  const subject = shallowRef(first)
  const save = vi.fn((draft: { name: string; slits: readonly string[] }, version: number) =>
    Promise.resolve<Dome>({ ...draft, version: version + 1 }),
  )
  const saved: Dome[] = []
  const editor = scope.run(() =>
    useEditor<Dome, { name: string; slits: readonly string[] }>({
      key: 'dome',
      subject: () => subject.value,
      begun: (from) => ({ name: from?.name ?? '', slits: from?.slits ?? [] }),
      issuesOf: ({ name, slits }) => [
        ...(name === '' || name.length > 10 ? [{ path: 'name', message: 'Give it 1 to 10 letters.' }] : []),
        ...slits.flatMap((slit, i) => (slit === 'up' ? [{ path: `slits.${i}`, message: 'No slit is up.' }] : [])),
      ],
      save,
      saved: (result) => {
        saved.push(result)
        subject.value = result
      },
    }),
  )!
  return { editor, subject, save, saved }
}

describe('what is edited elsewhere', () => {
  test('is taken over where nothing was typed, or where what was typed is the same', async () => {
    const { editor, subject } = edit(dome(1, 'Dome'))
    subject.value = dome(2, 'Great dome')
    await nextTick()
    expect([editor.draft.name, editor.isTouched, editor.isOvertaken]).toEqual(['Great dome', false, false])
    editor.alter({ name: 'Old dome' })
    subject.value = dome(3, 'Old dome')
    await nextTick()
    expect([editor.isTouched, editor.isOvertaken]).toEqual([false, false])
  })

  test('goes by where nothing that is edited here has changed', async () => {
    const { editor, subject, save } = edit(dome(1, 'Dome'))
    editor.alter({ name: 'My dome' })
    subject.value = dome(4, 'Dome')
    await nextTick()
    expect([editor.draft.name, editor.isTouched, editor.isOvertaken]).toEqual(['My dome', true, false])
    await editor.save()
    expect(save).toHaveBeenCalledWith({ name: 'My dome', slits: ['east'] }, 4)
  })

  test('asks where both have changed, and nothing typed is lost until one is chosen', async () => {
    const { editor, subject, save } = edit(dome(1, 'Dome'))
    editor.alter({ name: 'My dome' })
    subject.value = dome(2, 'Their dome')
    await nextTick()
    expect([editor.draft.name, editor.isOvertaken]).toEqual(['My dome', true])
    await editor.save()
    expect(save).not.toHaveBeenCalled()
    editor.keepMine()
    expect([editor.draft.name, editor.isOvertaken, editor.isTouched]).toEqual(['My dome', false, true])
    subject.value = dome(3, 'Theirs again')
    await nextTick()
    expect(editor.isOvertaken).toBe(true)
    editor.takeTheirs()
    expect([editor.draft.name, editor.isOvertaken, editor.isTouched]).toEqual(['Theirs again', false, false])
  })

  test('is seen also when it happened while the draft lay in the browser', async () => {
    edit(dome(1, 'Dome')).editor.alter({ name: 'My dome' })
    await nextTick()
    const { editor } = edit(dome(2, 'Their dome'))
    expect([editor.isFromBefore, editor.draft.name, editor.isOvertaken]).toEqual([true, 'My dome', true])
  })
})

describe('saving', () => {
  test('says at the field what is wrong: at once where it is filled in, once it was tried where it is empty', async () => {
    const { editor, save } = edit(undefined)
    expect([editor.isNew, editor.issueOf('name')]).toEqual([true, undefined])
    editor.alter({ name: 'A dome for all of us', slits: ['east', 'up'] })
    expect([editor.issueOf('name'), editor.issueOf('slits.1')]).toEqual(['Give it 1 to 10 letters.', 'No slit is up.'])
    expect(editor.issueIn('slits')).toBeUndefined()
    editor.alter({ name: '' })
    expect(editor.issueOf('name')).toBeUndefined()
    await editor.save()
    expect([editor.issueOf('name'), editor.issueIn('slits')]).toEqual(['Give it 1 to 10 letters.', 'No slit is up.'])
    expect(save).not.toHaveBeenCalled()
  })

  test('leaves nothing behind in the browser, and goes on from what was saved', async () => {
    const { editor, saved } = edit(dome(1, 'Dome'))
    editor.alter({ name: 'New dome' })
    await nextTick()
    expect(stored.size).toBe(1)
    await editor.save()
    expect([saved, stored.size, editor.isTouched]).toEqual([[dome(2, 'New dome')], 0, false])
  })

  test('tells what the server refuses at its field, keeps what was typed, and lets it be tried again', async () => {
    const { editor, save } = edit(dome(1, 'Dome'))
    editor.alter({ name: 'Taken' })
    const issue = { code: 'name-taken', path: 'name', message: 'That name is taken.' }
    save.mockRejectedValueOnce(new ApiRefusal(409, [issue]))
    await editor.save()
    expect([editor.refusal, editor.issueOf('name'), editor.draft.name]).toEqual([
      'That name is taken.',
      'That name is taken.',
      'Taken',
    ])
    await editor.save()
    expect([editor.refusal, save.mock.calls.length, editor.isTouched]).toEqual(['', 2, false])
  })

  test('is not done twice at once', async () => {
    const { editor, save } = edit(dome(1, 'Dome'))
    editor.alter({ name: 'Once' })
    await Promise.all([editor.save(), editor.save()])
    expect(save).toHaveBeenCalledTimes(1)
  })

  test('Ctrl+S saves from anywhere in the page', async () => {
    const { editor, save } = edit(dome(1, 'Dome'))
    editor.alter({ name: 'By key' })
    const key = Object.assign(new Event('keydown', { cancelable: true }), { ctrlKey: true, key: 's' })
    window.dispatchEvent(key)
    await nextTick()
    expect([save.mock.calls.length, key.defaultPrevented]).toEqual([1, true])
  })
})

test('what is wrong is the same list as long as it says the same, so that no field follows the keys of another', () => {
  const { editor } = edit(dome(1, ''))
  const before = editor.issues
  editor.draft.slits = ['west']
  expect(editor.issues).toBe(before)
  editor.draft.slits = ['up']
  expect(editor.issues.map(({ path }) => path)).toEqual(['name', 'slits.0'])
})
