import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { programSchema } from '../bench'
import { modifierOfCode, pressFor, signOf } from '../keys'
import type { LegendId, Modifier } from '../keys'
import { keySettingsSchema, typedText } from '../levers'
import { exampleFrame } from '../levers/exampleFrame'
import { exampleLever } from '../levers/exampleLever'
import type { Lever } from '../levers'
import { createResolver } from '.'
import type { KeyEvent, ResolverConfig } from '.'
import { NO_VALUES } from '../command'
import { interrupts, partsOfWord } from './wordsMeet'

const word = (plate: number, trigger: Record<string, unknown>, part: Partial<Lever> = {}) =>
  exampleLever(plate, { kind: 'word', ...trigger }, part)
const frame = (...rules: Record<string, unknown>[]) => exampleFrame(rules.map((rule) => ({ kind: 'word', ...rule })))
const modifierKeys: Partial<Record<Modifier, string>> = { Shift: 'ShiftLeft', AltGr: 'AltRight', Ctrl: 'ControlLeft' }

interface Setting extends Partial<ResolverConfig> {
  readonly rules?: readonly Record<string, unknown>[]
  readonly legends?: LegendId
  /** What events say beyond their keys. */
  readonly part?: Partial<Extract<KeyEvent, { kind: 'down' | 'up' }>>
}

/**
 * What stands in the document in front once everything was typed, and what was pulled. Characters are typed by the keys
 * of the keyboard; `⌫` is Backspace, `→` an arrow, `⊗` another program coming to the front (and its text is another),
 * `⊘` the keyboard going elsewhere, `©` Ctrl+C.
 */
function type({ rules = [], legends = 'us', part = {}, ...config }: Setting, text: string): string {
  const keys = keySettingsSchema.parse({ legends })
  const resolver = createResolver({ levers: [], frames: [frame(...rules)], programs: {}, keys, ...config })
  let state = resolver.initial
  let atMs = 0
  let front = 'chart'
  const down = new Set<string>()
  const documents = new Map<string, string>([[front, '']])
  const pulled: string[] = []
  const write = (more: string) => documents.set(front, documents.get(front)! + more)
  const see = (code: string) => {
    if (code === 'Backspace') documents.set(front, [...documents.get(front)!].slice(0, -1).join(''))
    else if (modifierOfCode(code) === undefined && !down.has('ControlLeft'))
      write(
        signOf(
          legends,
          code,
          [...down].flatMap((key) => (key === 'AltRight' ? 'AltGr' : (modifierOfCode(key) ?? []))),
        ) ?? '',
      )
    down.add(code)
  }
  const take = (event: KeyEvent) => {
    const next = resolver.next(state, event, { frontProgramId: front })
    state = JSON.parse(JSON.stringify(next.state)) as typeof state
    for (const { kind, event: made, leverId, outputs = [] } of next.decisions) {
      if (kind === 'pass' && 'code' in made) {
        if (made.kind === 'down') see(made.code)
        else down.delete(made.code)
      }
      for (const output of outputs) {
        if (output.kind === 'text') {
          const filled = typedText(output.text, NO_VALUES, { folders: { logs: '/l' } }, 0, output.letters).text
          write(output.frameId === undefined ? output.text : filled)
        } else if (output.kind === 'down') see(output.code)
        else down.delete(output.code)
      }
      if (kind === 'pull') pulled.push(leverId!.slice(1))
    }
  }
  const press = (code: string, modifiers: readonly Modifier[]) => {
    const held = modifiers.map((modifier) => modifierKeys[modifier]!)
    for (const key of held) take({ kind: 'down', code: key, atMs: (atMs += 5) })
    take({ kind: 'down', code, atMs: (atMs += 30), ...part })
    take({ kind: 'up', code, atMs: (atMs += 30) })
    for (const key of held) take({ kind: 'up', code: key, atMs: (atMs += 5) })
  }
  for (const sign of text) {
    if (sign === '⌫') press('Backspace', [])
    else if (sign === '→') press('ArrowRight', [])
    else if (sign === '©') press('KeyC', ['Ctrl'])
    else if (sign === '⊘') take({ kind: 'blur', atMs: (atMs += 30) })
    else if (sign === '⊗') {
      front = front === 'chart' ? 'book' : 'chart'
      if (!documents.has(front)) documents.set(front, '')
    } else {
      const { code, modifiers } = pressFor(legends, sign)!
      press(code, modifiers)
    }
  }
  take({ kind: 'tick', atMs: atMs + 10_000 })
  return [documents.get('chart')!, ...pulled].join(' ▶ ')
}

const sig = { word: 'sig', text: 'Harrow Fell' }

describe('a typed word becomes a text', () => {
  test('once its ending is typed, which comes after the text', () => {
    expect(type({ rules: [sig] }, 'sig')).toBe('sig')
    expect(type({ rules: [sig] }, 'see sig, sig!\nsig ')).toBe('see Harrow Fell, Harrow Fell!\nHarrow Fell ')
    expect(type({ rules: [{ ...sig, dropsEnding: true }] }, 'sig sig\n')).toBe('Harrow FellHarrow Fell')
    expect(type({ rules: [{ ...sig, endings: ['tab'] }] }, 'sig sig\tsig\n')).toBe('sig Harrow Fell\tsig\n')
    expect(type({ rules: [{ ...sig, endings: [] }] }, 'a sig sigh')).toBe('a Harrow Fell Harrow Fellh')
  })

  test('a word by itself, and no part of another; a sign may stand before it, or begin it', () => {
    expect(type({ rules: [sig] }, 'assig sign sig2 (sig) x_sig ')).toBe('assig sign sig2 (Harrow Fell) x_sig ')
    expect(type({ rules: [{ ...sig, word: ';sig' }] }, 'a;sig ;sig ')).toBe('aHarrow Fell Harrow Fell ')
  })

  test('the longest word counts, and a narrower lever before a text', () => {
    const rules = [sig, { word: 'my.sig', text: 'long' }]
    expect(type({ rules }, 'my.sig ')).toBe('long ')
    expect(type({ rules: [sig], levers: [word(1, { word: 'sig' })] }, 'a sig b')).toBe('a b ▶ 1')
  })

  test('capitals: they do not matter, they do, or the text follows them', () => {
    expect(type({ rules: [sig] }, 'SIG Sig ')).toBe('Harrow Fell Harrow Fell ')
    expect(type({ rules: [{ ...sig, letters: 'exact' }] }, 'SIG sig ')).toBe('SIG Harrow Fell ')
    const rules = [{ word: 'tn', text: 'to night of ${logs}', letters: 'follow' }]
    expect(type({ rules }, 'tn Tn TN ')).toBe('to night of /l To night of /l TO NIGHT OF /L ')
  })

  test('corrected by Backspace it counts as if it had been typed so; what moves the cursor begins anew', () => {
    expect(type({ rules: [sig] }, 'sogg⌫⌫⌫ig ')).toBe('Harrow Fell ')
    expect(type({ rules: [sig] }, 'sig⌫ ')).toBe('si ')
    expect(type({ rules: [sig] }, 'si→g ')).toBe('sig ')
    expect(type({ rules: [sig] }, 'si©g ')).toBe('sig ')
    expect(type({ rules: [sig] }, 'si⊘g ')).toBe('sig ')
    expect(type({ rules: [sig] }, 'si⊗⊗g ')).toBe('Harrow Fell ')
    expect(type({ rules: [sig] }, 'si⊗x⊗g ')).toBe('sig ')
    // What became a text is done with: the text is no beginning of the next word.
    expect(type({ rules: [{ ...sig, text: 'sig', endings: [] }] }, 'sig ')).toBe('sig ')
  })

  test('only in some programs, not in some, never in a view of the product', () => {
    const only = { ...sig, scope: { kind: 'only', programIds: ['chart'] } }
    const except = { ...sig, scope: { kind: 'except', programIds: ['chart'] } }
    expect(type({ rules: [only] }, 'sig ')).toBe('Harrow Fell ')
    expect(type({ rules: [except] }, 'sig ')).toBe('sig ')
    expect(type({ rules: [sig], part: { inView: true } }, 'sig ')).toBe('sig ')
    expect(type({ rules: [{ ...sig, keyboard: 'pad' }] }, 'sig ')).toBe('sig ')
    expect(type({ rules: [{ ...sig, keyboard: 'pad' }], part: { keyboard: 'pad' } }, 'sig ')).toBe('Harrow Fell ')
  })

  test('on keyboards of other languages, with other rules beside it', () => {
    expect(type({ rules: [{ word: 'öz', text: 'Öffnung {z}' }], legends: 'de' }, 'öz; Öz/')).toBe(
      'Öffnung {z}; Öffnung {z}/',
    )
    expect(type({ rules: [{ word: '@me', text: 'watch@fell.example' }], legends: 'de' }, '@me ')).toBe(
      'watch@fell.example ',
    )
    // Q is made E, and the word is what comes out.
    const remap = { kind: 'remap', from: 'KeyQ', to: 'KeyI' }
    expect(type({ rules: [remap, sig] }, 'sqg ')).toBe('Harrow Fell ')
  })

  test('what other rules make of a key counts as if it had been typed: a text, a chord, a command', () => {
    // Q types a text, W is Shift+S, X is Ctrl+C, Z is a key of no character.
    const others = [
      { kind: 'type', chord: 'Q', text: 'i' },
      { kind: 'type', chord: 'P', text: 'si' },
      { kind: 'remap', from: 'KeyW', to: 'Shift+S' },
      { kind: 'remap', from: 'KeyX', to: 'Ctrl+C' },
      { kind: 'remap', from: 'KeyZ', to: 'ArrowRight' },
      { kind: 'remap', from: 'KeyY', to: 'Backspace' },
    ]
    const typed = (text: string, part: object = {}) => type({ rules: [...others, { ...sig, ...part }] }, text)
    expect(typed('sqg ')).toBe('Harrow Fell ')
    // A text of several characters goes on with a word that was begun, and completes none.
    expect(typed('pg ')).toBe('Harrow Fell ')
    expect(typed('sp ', { word: 'ssi', endings: [] })).toBe('ssi ')
    expect(typed('wig ', { word: 'Sig', letters: 'exact' })).toBe('Harrow Fell ')
    expect(typed('wig ', { word: 'sig', letters: 'exact' })).toBe('Sig ')
    expect(typed('sixg ')).toBe('sig ')
    expect(typed('sigyg ')).toBe('Harrow Fell ')
    expect(typed('sizg ')).toBe('sig ')
  })

  test('a key that repeats while it is held completes no word', () => {
    expect(type({ rules: [sig], part: { repeat: true } }, 'sig ')).toBe('sig ')
    expect(type({ rules: [{ ...sig, endings: [] }], part: { repeat: true } }, 'sig')).toBe('sig')
  })

  test('a word that was begun in one program is not gone on with in another', () => {
    const levers = [word(7, { word: 'brb' })]
    expect(type({ levers }, 'br⊗b ⊗')).toBe('br')
    expect(type({ levers }, 'br⊗⊗b ')).toBe(' ▶ 7')
    expect(type({ levers }, '⊗brb ')).toBe(' ▶ 7')
  })

  test('a long text before it makes no difference', () => {
    const long = 'wind '.repeat(40)
    expect(type({ rules: [sig] }, `${long}sig `)).toBe(`${long}Harrow Fell `)
    const longest = 'ab'.repeat(20)
    expect(type({ rules: [{ word: longest, text: 'X' }] }, `${long}${longest} `)).toBe(`${long}X `)
  })

  test('what the system says a key types counts, dead keys too', () => {
    const resolver = createResolver({ levers: [word(1, { word: 'né', endings: [] })], frames: [frame()], programs: {} })
    let state = resolver.initial
    const kinds: string[] = []
    const press = (code: string, text: string, atMs: number) => {
      for (const kind of ['down', 'up'] as const) {
        const next = resolver.next(
          state,
          { kind, code, atMs, ...(kind === 'down' ? { text } : {}) },
          { frontProgramId: 'chart' },
        )
        state = next.state
        if (kind === 'down') kinds.push(next.decisions[0]!.kind)
      }
    }
    press('KeyN', 'n', 0)
    press('Equal', '', 50)
    press('KeyE', 'é', 100)
    expect(kinds).toEqual(['pass', 'pass', 'pull'])
  })
})

describe('a typed word pulls a lever', () => {
  test('and is taken back with its ending', () => {
    expect(type({ levers: [word(7, { word: 'brb' })] }, 'so brb ok')).toBe('so ok ▶ 7')
    expect(type({ levers: [word(7, { word: 'brb', endings: [] })] }, 'so brbok')).toBe('so ok ▶ 7')
  })

  test('and says why it did not', () => {
    const levers = [word(7, { word: 'brb' }, { enabled: false })]
    expect(type({ levers }, 'brb ')).toBe('brb ')
    const resolver = createResolver({ levers, frames: [frame()], programs: {} })
    let state = resolver.initial
    let told: unknown
    for (const [i, code] of ['KeyB', 'KeyR', 'KeyB', 'Space'].entries()) {
      const next = resolver.next(state, { kind: 'down', code, atMs: i }, { frontProgramId: 'chart' })
      state = next.state
      told = next.decisions.at(-1)?.candidates
    }
    expect(told).toEqual([{ leverId: 'l7', triggerId: 't', chord: '“brb” typed', verdict: 'disabled' }])
  })

  test('a key that the program claims types nothing', () => {
    const chart = programSchema.parse({
      id: 'chart',
      name: 'Chart',
      executable: '/opt/chart',
      categories: [],
      icon: 'map',
      instances: 'single',
      whenRunning: 'loads',
      opens: [],
      claims: [{ chord: 'R', does: 'rotates' }],
      arguments: { options: [], positionals: [], order: [], onUnknown: 'ignored', onMissingFile: 'ignored' },
    })
    expect(type({ levers: [word(7, { word: 'brb' })], programs: { chart } }, 'brb ')).toBe('brb ')
  })

  test('words come and go with edits, and nothing of them is followed where there are none', () => {
    const one = createResolver({ levers: [], frames: [frame()], programs: {} })
    const first = one.next(one.initial, { kind: 'down', code: 'KeyB', atMs: 0 }, {})
    expect(first.state.typed).toBeNull()
    const two = one.updated({ levers: { changed: [word(7, { word: 'br', endings: [] })], removed: [] } })
    let { state } = two.next(first.state, { kind: 'up', code: 'KeyB', atMs: 1 }, {})
    state = two.next(state, { kind: 'down', code: 'KeyB', atMs: 2 }, {}).state
    expect(two.next(state, { kind: 'down', code: 'KeyR', atMs: 3 }, {}).decisions[0]!.kind).toBe('pull')
    const three = two.updated({ levers: { changed: [], removed: ['l7'] } })
    expect(three.next(state, { kind: 'down', code: 'KeyR', atMs: 3 }, {}).decisions[0]!.kind).toBe('pass')
  })
})

test('whatever is typed: the document is what rewriting the typed text by hand would give', () => {
  const rules = [
    { word: 'ab', text: 'X' },
    { word: 'b.a', text: 'Y', endings: ['space', 'punctuation'] },
    { word: 'bb', text: 'Z', endings: [] },
    { word: 'aba', text: 'W', letters: 'exact', dropsEnding: true },
  ]
  /** By looking at all that was typed since the last word, with the words as patterns. */
  const rewritten = (text: string) => {
    let document = ''
    let since = ''
    const start = '(?<![\\p{L}\\p{N}_])'
    const signs = '[ \\n\\t]|[^\\p{L}\\p{N}_\\s]'
    for (const sign of text) {
      if (sign === '⌫') {
        document = document.slice(0, -1)
        since = since.slice(0, -1)
        continue
      }
      document += sign
      since += sign
      const ways: [RegExp, number, string][] = [
        [new RegExp(`${start}aba(${signs})$`, 'u'), 4, 'W'],
        [new RegExp(`${start}b\\.a([ ]|[^\\p{L}\\p{N}_\\s])$`, 'iu'), 4, `Y${sign}`],
        [new RegExp(`${start}ab(${signs})$`, 'iu'), 3, `X${sign}`],
        [new RegExp(`${start}bb$`, 'iu'), 2, 'Z'],
      ]
      const found = ways.find(([pattern]) => pattern.test(since))
      if (!found) continue
      document = document.slice(0, -found[1]) + found[2]
      since = ''
    }
    return document
  }
  const signs = fc.string({
    unit: fc.constantFrom(...['a', 'b', 'A', 'B', '.', ' ', '\n', '⌫', 'a', 'b']),
    maxLength: 24,
  })
  fc.assert(
    fc.property(signs, (text) => {
      expect(type({ rules }, text)).toBe(rewritten(text))
    }),
    { numRuns: 600 },
  )
})

test('a word that is there before another is', () => {
  const now = { endings: [], letters: 'any' as const }
  const ended = { endings: ['space' as const, 'punctuation' as const], letters: 'any' as const }
  expect(interrupts({ word: 'tea', ...now }, { word: 'team', ...ended })).toBe(true)
  expect(interrupts({ word: 'tea', ...ended }, { word: 'team', ...ended })).toBe(false)
  expect(interrupts({ word: 'tea', ...now }, { word: 'tea', ...ended })).toBe(true)
  expect(interrupts({ word: 'tea', ...ended }, { word: 'tea.pot', ...ended })).toBe(true)
  expect(interrupts({ word: 'pot', ...now }, { word: 'tea.pot', ...now })).toBe(false)
  expect(interrupts({ word: 'ea', ...now }, { word: 'team', ...now })).toBe(false)
  expect([...partsOfWord('a.b')].sort()).toEqual(['.', '.b', 'a', 'a.', 'a.b', 'b'])
})
