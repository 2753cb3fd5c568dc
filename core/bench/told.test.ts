import { describe, expect, test } from 'vitest'
import {
  applyChange,
  applyChanges,
  areaSchema,
  choicesOf,
  controlSchema,
  describeChange,
  fileTree,
  foldersThatDiffer,
  footprintOf,
  frontProgram,
  partName,
  pressInto,
  writingIn,
} from '.'
import type { BenchState, Change } from '.'
import { exampleBench, exampleDesk, exampleProgram } from './exampleBench'
import { describeIssue } from './issues'
import { desktopsSchema } from './schema'
import { valueOf } from '../result'

const issuesOf = (result: { success: boolean; error?: { issues: { path: PropertyKey[]; message: string }[] } }) =>
  (result.error?.issues ?? []).map(({ path, message }) => [path.join('.'), message])

describe('what cannot be done on the bench, in words', () => {
  test('says which, where and what there is', () => {
    expect(describeIssue({ code: 'desktop-missing', desktop: 4, count: 3 })).toBe('There is no desktop 4; there are 3.')
    expect(describeIssue({ code: 'desktop-missing', desktop: 2, count: 1 })).toBe(
      'There is no desktop 2; there is one.',
    )
    expect(describeIssue({ code: 'name-taken', path: '/in/a' })).toBe('Something stands at /in/a already.')
    expect(describeIssue({ code: 'into-itself', path: '/in' })).toBe('/in cannot be put into itself.')
    expect(describeIssue({ code: 'document-missing', path: '/l/a.log' })).toBe('The window shows no document /l/a.log.')
    expect(describeIssue({ code: 'text-altered', path: '/l/a.log' })).toBe(
      'The text of /l/a.log is not what it was, so it cannot be altered there.',
    )
    expect(describeIssue({ code: 'folder-full', path: '/in', wants: 'remove' })).toMatch(/ Empty it first\.$/)
    expect(describeIssue({ code: 'file-missing', path: '/x' })).toBe('There is nothing at /x.')
    expect(describeIssue({ code: 'clip-exists' })).toBe('That text is on the clipboard already.')
    expect(describeIssue({ code: 'clip-missing' })).toBe('That is no longer on the clipboard.')
    expect(describeIssue({ code: 'clips-pinned', most: 9 })).toBe('9 are pinned already. Let one of them go first.')
    const verb = (known: string[]) => describeIssue({ code: 'verb-missing', program: 'BOOK', verb: 'fly', known })
    expect(verb([])).toBe('BOOK does not know “fly”. It can be told nothing.')
    expect(verb(['save', 'cut'])).toBe('BOOK does not know “fly”. It knows save, cut.')
  })
})

describe('controls, areas and desktops as they may be', () => {
  const level = (part: object) =>
    controlSchema.safeParse({ kind: 'level', name: 'Gain', min: 0, max: 10, step: 1, unit: '', value: 5, ...part })

  test('a level lies between its bounds, which are in order; not known is none of it', () => {
    for (const value of [0, 5, 10, null]) expect(level({ value }).success).toBe(true)
    expect(issuesOf(level({ value: 11 }))).toEqual([['value', 'It is from 0 to 10.']])
    expect(issuesOf(level({ value: -1 }))).toEqual([['value', 'It is from 0 to 10.']])
    expect(issuesOf(level({ min: 5, max: 5 }))).toEqual([['max', 'The highest value is above the lowest.']])
    expect(level({ min: 5, max: 6 }).success).toBe(true)
  })

  test('a choice is one of its choices', () => {
    const choice = (value: unknown) =>
      controlSchema.safeParse({
        kind: 'choice',
        name: 'Plan',
        choices: [
          { id: 'calm', name: 'Calm' },
          { id: 'full', name: 'Full' },
        ],
        value,
      })
    expect([choice('calm').success, choice(null).success]).toEqual([true, true])
    expect(issuesOf(choice('none'))).toEqual([['value', 'It is one of the choices.']])
  })

  test('an area stands within its display', () => {
    expect(areaSchema.safeParse({ x: 50, y: 50, width: 50, height: 50 }).success).toBe(true)
    expect(issuesOf(areaSchema.safeParse({ x: 51, y: 0, width: 50, height: 50 }))).toEqual([
      ['width', 'It would stand out of the display at the right.'],
    ])
    expect(issuesOf(areaSchema.safeParse({ x: 0, y: 51, width: 50, height: 50 }))).toEqual([
      ['height', 'It would stand out of the display at the bottom.'],
    ])
  })

  test('the desktop that is shown, and the one before it, are among them', () => {
    const desktops = (part: object) => desktopsSchema.safeParse({ names: ['A', 'B'], shown: 1, ...part })
    expect([desktops({}).success, desktops({ shown: 2, before: 2 }).success]).toEqual([true, true])
    expect(issuesOf(desktops({ shown: 3 }))).toEqual([['shown', 'It is one of the desktops.']])
    expect(issuesOf(desktops({ before: 3 }))).toEqual([['before', 'It is one of the desktops.']])
  })
})

describe('what a change left, and what is said of it', () => {
  const desk = exampleDesk()

  test('a program: set up, described anew, taken off', () => {
    const fresh = exampleProgram('fresh', { name: 'Fresh' })
    const put: Change = { kind: 'program.put', program: fresh }
    const after = valueOf(applyChange(desk, put))
    expect(footprintOf(put, desk)).toBeUndefined()
    expect(footprintOf(put, after)).toMatchObject({ words: 'Fresh' })
    const anew: Change = { kind: 'program.put', program: { ...fresh, icon: 'telescope' } }
    expect(footprintOf(anew, valueOf(applyChange(after, anew)))!.same).not.toBe(footprintOf(put, after)!.same)
    expect(describeChange(put, desk)).toBe('Fresh is set up on the bench.')
    expect(describeChange(put, after)).toBe('Fresh is described anew.')
    expect(describeChange(put)).toBe('Fresh is set up on the bench.')
  })

  test('the desktops that there are, by name', () => {
    const put: Change = { kind: 'desktop.put', desktops: { names: ['A', 'B'], shown: 1 } }
    expect(footprintOf(put, desk)).toMatchObject({ words: 'Capture, Charts, Visitors' })
    expect(footprintOf(put, exampleBench())).toEqual({ same: 'null', words: 'one' })
    expect(describeChange(put)).toBe('The desktops are A, B.')
    expect(describeChange({ kind: 'desktop.put', desktops: null })).toBe('The desktops are one without a name.')
  })

  test('a file that was removed: gone, and here again; a folder is said to be one', () => {
    const remove: Change = { kind: 'file.remove', path: '/in/veil-1.exposure' }
    const after = valueOf(applyChange(desk, remove))
    expect(footprintOf(remove, after)).toMatchObject({ words: 'removed' })
    expect(footprintOf(remove, desk)).toBeUndefined()
    const folder = describeChange({ kind: 'file.remove', path: '/later' }, desk)
    const file = describeChange(remove, desk)
    expect(folder).toContain('/later')
    expect(folder.replace('/later', '')).not.toBe(file.replace('/in/veil-1.exposure', ''))
  })
})

test('the folders whose own entries differ are named from the root, and no other', () => {
  const tree = (...paths: string[]) =>
    fileTree(
      Object.fromEntries([
        ['/', { kind: 'folder' as const }],
        ...paths.map(
          (path) =>
            [
              path,
              path.endsWith('.a') ? { kind: 'file' as const, sizeBytes: 1 } : { kind: 'folder' as const },
            ] as const,
        ),
      ]),
    )
  const one = tree('/l', '/l/in', '/l/in/x.a', '/same', '/same/y.a')
  const differ = (other: ReturnType<typeof tree>) => [...foldersThatDiffer(one, other)]
  expect(differ(tree('/l', '/l/in', '/l/in/z.a', '/same', '/same/y.a'))).toEqual(
    expect.arrayContaining(['/', '/l', '/l/in']),
  )
  expect(differ(tree('/l', '/l/in', '/l/in/x.a', '/same', '/same/y.a', '/new', '/new/deep'))).toEqual(
    expect.arrayContaining(['/', '/new', '/new/deep']),
  )
  expect(differ(tree('/same', '/same/y.a'))).toEqual(expect.arrayContaining(['/', '/l', '/l/in']))
  expect([...foldersThatDiffer(one, one)]).toEqual([])
})

describe('keys in a text', () => {
  const desk = exampleDesk()
  const textAfter = (text: string, cursor: number, key: Parameters<typeof pressInto>[2]) => {
    const path = '/l/b.log'
    const files: Change[] = [{ kind: 'file.put', path, file: { kind: 'file', sizeBytes: text.length, text } }]
    const bench = valueOf(applyChanges(desk, files))
    const window = bench.windows['w-book']!
    const draft = { text, cursor }
    const documents = [{ path, role: 'log', unsaved: true, draft }]
    const shown: BenchState = {
      ...bench,
      windows: { ...bench.windows, 'w-book': { ...window, content: { documents } } },
    }
    const change = pressInto(shown, writingIn(shown, shown.windows['w-book']!)!, key)
    const after = change ? valueOf(applyChange(shown, change)) : shown
    const now = after.windows['w-book']!.content.documents[0]!.draft!
    return [now.text, now.cursor]
  }

  test('a character of two units goes as a whole, one of one unit by itself', () => {
    expect(textAfter('a✓', 2, 'Backspace')).toEqual(['a', 1])
    expect(textAfter('a🔭', 3, 'Backspace')).toEqual(['a', 1])
    expect(textAfter('🔭', 2, 'Backspace')).toEqual(['', 0])
    expect(textAfter('🔭a', 0, 'Delete')).toEqual(['a', 0])
    expect(textAfter('\uffffa', 0, 'Delete')).toEqual(['a', 0])
    expect(textAfter('a🔭b', 1, 'ArrowRight')).toEqual(['a🔭b', 3])
    expect(textAfter('a🔭b', 3, 'ArrowLeft')).toEqual(['a🔭b', 1])
    expect(textAfter('ab', 1, 'ArrowLeft')).toEqual(['ab', 0])
    // Half of a pair is a unit by itself.
    expect(textAfter('\udd2da', 1, 'Backspace')).toEqual(['a', 0])
    expect(textAfter('xx\udd2d', 3, 'Backspace')).toEqual(['xx', 2])
  })
})

describe('what a part of a window is called', () => {
  const named = exampleProgram('named', {
    reports: { profiles: [{ id: 'p1', name: 'Watch' }] },
    arguments: {
      ...exampleProgram('').arguments,
      options: [
        {
          names: ['--profile'],
          value: 'required',
          joiners: ['='],
          effect: { kind: 'part', part: 'profile' },
          help: '',
          source: { kind: 'reported', list: 'profiles' },
        },
        {
          names: ['--folder'],
          value: 'required',
          joiners: ['='],
          effect: { kind: 'part', part: 'dataset' },
          help: '',
          source: { kind: 'folders', below: '${home}' },
        },
      ],
    },
  })
  const desk = exampleDesk()

  test('by the name that its source gives it, else the value itself', () => {
    expect(partName(named, 'profile', 'p1', desk)).toBe('Watch')
    expect(partName(named, 'profile', 'p9', desk)).toBe('p9')
    expect(partName(named, 'edition', 'p1', desk)).toBe('p1')
    expect(partName(undefined, 'profile', 'p1', desk)).toBe('p1')
    expect(partName(named, 'dataset', 'later', desk)).toBe('later')
  })

  test('folders of a source are the folders right below it, by name', () => {
    const values = choicesOf(named.arguments.options[1]!, named, desk)!
    expect(values.map(({ value }) => value)).toEqual(['bin', 'in', 'l', 'later', 'opt'])
    expect(values[1]).toEqual({ value: 'in', name: 'in', detail: '/in' })
  })
})

test('the program in front is that of the window in front; none where none is', () => {
  expect(frontProgram(exampleDesk())?.id).toBe('book')
  const bare = { ...exampleDesk(), stack: [], windows: {} }
  expect(frontProgram(bare)).toBeUndefined()
})

describe('putting a file', () => {
  const put = (path: string, kind: 'file' | 'folder') => {
    const file = kind === 'file' ? { kind, sizeBytes: 1 } : { kind }
    const after = applyChange(exampleDesk(), { kind: 'file.put', path, file })
    return after.ok ? 'put' : [after.issues[0]!.code, after.issues[0]!.at]
  }

  test('needs a folder above it, and takes the place of no folder in which something is', () => {
    expect([put('/nowhere/a', 'file'), put('/nowhere/a', 'folder')]).toEqual([
      ['folder-missing', 'path'],
      ['folder-missing', 'path'],
    ])
    expect(put('/l/a.log/b', 'file')).toEqual(['folder-missing', 'path'])
    expect([put('/', 'file'), put('/l', 'file')]).toEqual([
      ['folder-full', 'path'],
      ['folder-full', 'path'],
    ])
    // An empty folder gives way, a file does, and a folder that stands there is as it was.
    expect([put('/later', 'file'), put('/l/a.log', 'file'), put('/', 'folder'), put('/l', 'folder')]).toEqual([
      'put',
      'put',
      'put',
      'put',
    ])
  })
})
