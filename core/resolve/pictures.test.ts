import { describe, expect, test } from 'vitest'
import { programSchema } from '../bench'
import { keySettingsSchema } from '../levers'
import { exampleFrame } from '../levers/exampleFrame'
import { exampleLever } from '../levers/exampleLever'
import type { Lever } from '../levers'
import { createResolver } from '.'
import type { KeyEvent, ResolverConfig } from '.'

/** Keys by what people call them; a letter stands for its key. */
const codes: Record<string, string> = {
  Ctrl: 'ControlLeft',
  RightCtrl: 'ControlRight',
  Alt: 'AltLeft',
  AltGr: 'AltRight',
  Shift: 'ShiftLeft',
  RightShift: 'ShiftRight',
  Meta: 'MetaLeft',
  Caps: 'CapsLock',
  Left: 'ArrowLeft',
  '[': 'BracketLeft',
}
const codeOf = (name: string) => codes[name] ?? (/^[A-Z]$/.test(name) ? `Key${name}` : name)
const nameOf = (code: string) => Object.keys(codes).find((name) => codes[name] === code) ?? code.replace(/^Key/, '')

const lever = (plate: number, trigger: Record<string, unknown>, part: Partial<Lever> = {}) =>
  exampleLever(plate, { wins: 'lever', ...trigger }, part)
const chord = (plate: number, text: string, part: Record<string, unknown> = {}) =>
  lever(plate, { kind: 'chord', chord: text, ...part })
const frame = (...rules: Record<string, unknown>[]) => exampleFrame(rules)
const tapHold = (key: string, tap: string | null, hold: string[] | 'layer', part: Record<string, unknown> = {}) => ({
  kind: 'tap-hold',
  key: codeOf(key),
  tap,
  hold: hold === 'layer' ? { kind: 'layer' } : { kind: 'modifiers', modifiers: hold },
  ...part,
})
const remap = (from: string, to: string, part: Record<string, unknown> = {}) => ({
  kind: 'remap',
  from: codeOf(from),
  to,
  ...part,
})

interface Setting extends Partial<ResolverConfig> {
  readonly rules?: readonly Record<string, unknown>[]
  readonly front?: (atMs: number) => string
  readonly eventPart?: (code: string, atMs: number) => Partial<Extract<KeyEvent, { kind: 'down' | 'up' }>>
}

/**
 * What becomes of a picture of keys in time, `Caps↓0 O↓250 O↑300`: what is pulled, as its number, and what the program
 * in front sees, as `+key` and `-key`; `⟳` is a repeat, `⊘` the keyboard going elsewhere. Time goes on afterwards.
 */
function play(
  { rules = [], front = () => 'chart', eventPart = () => ({}), ...config }: Setting,
  picture: string,
): string {
  const resolver = createResolver({ levers: [], frames: [frame(...rules)], programs: {}, ...config })
  let state = resolver.initial
  const seen: string[] = []
  const take = (event: KeyEvent) => {
    const next = resolver.next(state, event, { frontProgramId: front(event.atMs) })
    state = JSON.parse(JSON.stringify(next.state)) as typeof state
    for (const { kind, event: made, leverId, outputs = [], released = [] } of next.decisions) {
      if (kind === 'pull') seen.push(leverId!.slice(1))
      if (kind === 'pass' && made.kind === 'down') seen.push(`+${nameOf(made.code)}`)
      if (kind === 'pass' && made.kind === 'up') seen.push(`-${nameOf(made.code)}`)
      for (const output of outputs)
        seen.push(
          output.kind === 'text' ? `“${output.text}”` : `${output.kind === 'down' ? '+' : '-'}${nameOf(output.code)}`,
        )
      for (const code of released) seen.push(`-${nameOf(code)}`)
    }
  }
  let lastAtMs = 0
  for (const part of picture.split(' ')) {
    const [, name, mark, ms] = /^(.*?)([↓↑⟳⊘])(\d+)$/.exec(part)!
    const atMs = Number(ms)
    lastAtMs = atMs
    while (state.waitUntilMs !== null && state.waitUntilMs < atMs) take({ kind: 'tick', atMs: state.waitUntilMs })
    if (mark === '⊘') take({ kind: 'blur', atMs })
    else {
      const code = codeOf(name!)
      take({
        kind: mark === '↑' ? 'up' : 'down',
        code,
        atMs,
        ...(mark === '⟳' ? { repeat: true } : {}),
        ...eventPart(code, atMs),
      })
    }
  }
  take({ kind: 'tick', atMs: lastAtMs + 10_000 })
  expect([state.pending, state.waitUntilMs]).toEqual([[], null])
  return seen.join(' ')
}

describe('virtual modifiers and remaps count everywhere', () => {
  const hyper = ['Ctrl', 'Alt', 'Meta']
  const sequence = [lever(1, { kind: 'sequence', sequence: 'Ctrl+Alt+Meta+O E' })]
  test('a sequence begins with modifiers that a rule holds, and goes on without them', () => {
    const rules = [tapHold('Caps', 'Escape', hyper)]
    expect(play({ rules, levers: sequence }, 'Caps↓0 O↓250 O↑300 Caps↑350 E↓600 E↑650')).toBe(
      '+Ctrl +Alt +Meta -Meta -Alt -Ctrl 1',
    )
  })
  test('the same with the key made a modifier outright', () => {
    const levers = [lever(1, { kind: 'sequence', sequence: 'Ctrl+O E' })]
    expect(play({ rules: [remap('Caps', 'ControlLeft')], levers }, 'Caps↓0 O↓50 O↑100 Caps↑150 E↓400 E↑450')).toBe(
      '+Ctrl -Ctrl 1',
    )
  })
  test('the follower under the held key', () => {
    const levers = [lever(1, { kind: 'sequence', sequence: 'F9 Ctrl+E' })]
    const rules = [tapHold('Caps', 'Escape', ['Ctrl'])]
    expect(play({ rules, levers }, 'F9↓0 F9↑50 Caps↓100 E↓400 E↑450 Caps↑500')).toBe('+Ctrl 1 -Ctrl')
    expect(play({ rules, levers }, 'F9↓0 F9↑50 Caps↓100 E↓150 E↑200 Caps↑250')).toBe('+Ctrl 1 -Ctrl')
    expect(play({ rules, levers }, 'F9↓0 F9↑50 Caps↓100 Caps↑150 E↓200 E↑250')).toBe('+F9 -F9 +Escape -Escape +E -E')
  })
  test('a follower is the key that a rule makes of it, and not the one that was pressed', () => {
    const levers = (follower: string) => [lever(1, { kind: 'sequence', sequence: `F9 ${follower}` })]
    const rules = [remap('Q', 'KeyE')]
    expect(play({ rules, levers: levers('E') }, 'F9↓0 F9↑40 Q↓90 Q↑130')).toBe('1')
    expect(play({ rules, levers: levers('Q') }, 'F9↓0 F9↑40 Q↓90 Q↑130')).toBe('+F9 -F9 +E -E')
  })
  test('keys that go together are those that rules make of them', () => {
    const levers = [lever(1, { kind: 'together', keys: ['KeyE', 'KeyG'] })]
    expect(play({ rules: [remap('Q', 'KeyE')], levers }, 'Q↓0 G↓20 Q↑90 G↑100')).toBe('1')
    expect(play({ rules: [remap('Q', 'KeyE')], levers }, 'G↓0 Q↓20 Q↑90 G↑100')).toBe('1')
  })
})

describe('modifiers before a key that is tapped and held', () => {
  const rules = [tapHold('Caps', 'Escape', ['Ctrl'])]
  test('tapped it is its other key with them, never itself', () => {
    expect(play({ rules }, 'Shift↓0 Caps↓50 Caps↑100 Shift↑150')).toBe('+Shift +Escape -Escape -Shift')
  })
  test('held it is for these keys together', () => {
    expect(play({ rules, levers: [chord(1, 'Ctrl+Shift+M')] }, 'Shift↓0 Caps↓50 M↓300 M↑350 Caps↑400 Shift↑450')).toBe(
      '+Shift +Ctrl 1 -Ctrl -Shift',
    )
    const layer = [lever(1, { kind: 'layer', hold: 'CapsLock', chord: 'Shift+M' })]
    expect(play({ levers: layer }, 'Shift↓0 Caps↓50 M↓300 M↑350 Caps↑400 Shift↑450')).toBe('+Shift 1 -Shift')
  })
  test('two of them at once', () => {
    const both = [tapHold('F', null, ['Ctrl']), tapHold('D', null, ['Alt'])]
    expect(play({ rules: both, levers: [chord(1, 'Ctrl+Alt+J')] }, 'F↓0 D↓30 J↓300 J↑350 D↑400 F↑450')).toBe(
      '+Ctrl +Alt 1 -Alt -Ctrl',
    )
  })
})

describe('layers', () => {
  const layer = [lever(1, { kind: 'layer', hold: 'BracketLeft', chord: 'J' })]
  test('with a letter that is not in the layer nothing vanishes', () => {
    expect(play({ levers: layer }, '[↓0 X↓60 X↑110 [↑150')).toBe('+[ +X -X -[')
    expect(play({ levers: layer }, '[↓0 J↓60 J↑110 [↑150')).toBe('1')
    expect(play({ levers: layer }, '[↓0 X↓30 X↑60 J↓90 J↑120 [↑150')).toBe('+X -X 1')
  })
  test('what a layer gives comes before what its letter is by itself', () => {
    const pressed = '[↓0 J↓300 J↑600 [↑700'
    expect(play({ levers: layer, rules: [tapHold('J', null, ['Alt'])] }, pressed)).toBe('1')
    expect(play({ levers: [...layer, lever(2, { kind: 'layer', hold: 'KeyJ', chord: 'K' })] }, pressed)).toBe('1')
    expect(play({ levers: [...layer, lever(2, { kind: 'hold', key: 'KeyJ' })] }, pressed)).toBe('1')
  })
  test('a layer has a time of its own where its trigger has one', () => {
    const slow = [lever(1, { kind: 'layer', hold: 'BracketLeft', chord: 'J', holdMs: 500 })]
    expect(play({ levers: slow }, '[↓0 J↓300 [↑400 J↑450')).toBe('+[ +J -[ -J')
    expect(play({ levers: slow }, '[↓0 J↓600 [↑700 J↑750')).toBe('1')
  })
  test('a key of the product is its own in a layer too; only keys that hold a layer count as one', () => {
    const launcher = [lever(1, { kind: 'layer', hold: 'BracketLeft', chord: 'F2' })]
    expect(play({ levers: launcher }, '[↓0 F2↓300 F2↑350 [↑400')).toBe('')
    // J is held for Ctrl, and gives H nothing, though a rule is for a layer of J.
    const rules = [tapHold('J', null, ['Ctrl']), remap('H', 'ArrowLeft', { layer: 'KeyJ' })]
    expect(play({ rules: rules.slice(0, 1) }, 'J↓0 H↓300 H↑350 J↑400')).toBe('+Ctrl +H -H -Ctrl')
    expect(play({ rules: rules.slice(1) }, 'J↓0 H↓300 H↑350 J↑400')).toBe('+Left -Left')
  })
  test('rules inside a layer: other keys, which repeat, a text, and none', () => {
    const rules = [
      remap('H', 'ArrowLeft', { layer: 'CapsLock' }),
      remap('L', 'Ctrl+Right', { layer: 'CapsLock' }),
      { kind: 'type', chord: 'A', text: 'å', layer: 'CapsLock' },
      { kind: 'disable', key: 'KeyU', layer: 'CapsLock' },
    ]
    expect(play({ rules }, 'Caps↓0 H↓300 H⟳800 H⟳830 H↑850 Caps↑900')).toBe('+Left +Left +Left -Left')
    expect(play({ rules }, 'Caps↓0 H↓60 H↑110 Caps↑150')).toBe('+Left -Left')
    expect(play({ rules }, 'Shift↓0 Caps↓50 H↓300 H↑350 Caps↑400 Shift↑450')).toBe('+Shift +Left -Left -Shift')
    expect(play({ rules }, 'Caps↓0 A↓300 A↑350 U↓400 U↑450 X↓500 X↑550 Caps↑600')).toBe('“å” +X -X')
    expect(play({ rules }, 'Caps↓0 L↓300 L↑350 Caps↑400')).toBe('+Ctrl +ArrowRight -Ctrl -ArrowRight')
    expect(play({ rules }, 'Caps↓0 Caps↑100 H↓200 H↑250')).toBe('+Caps -Caps +H -H')
  })
})

describe('hold means its time', () => {
  test('a modifier that is used as one is not held for a lever', () => {
    const levers = [lever(1, { kind: 'hold', key: 'ControlLeft', holdMs: 400 })]
    expect(play({ levers }, 'Ctrl↓0 C↓60 C↑120')).toBe('+Ctrl +C -C')
    expect(play({ levers }, 'Ctrl↓0 C↓60 C↑120 Ctrl↑700')).toBe('+Ctrl +C -C -Ctrl')
    expect(play({ levers }, 'Ctrl↓0 Ctrl↑500')).toBe('1')
    expect(play({ levers }, 'Ctrl↓0 Ctrl↑200')).toBe('+Ctrl -Ctrl')
  })
  test('a shorter hold does not count because another key went down and up in it, unless that was chosen', () => {
    const levers = (nested?: boolean) => [lever(1, { kind: 'hold', key: 'KeyF', holdMs: 400, nested })]
    expect(play({ levers: levers() }, 'F↓0 G↓60 G↑120 F↑200')).toBe('+F +G -G -F')
    expect(play({ levers: levers() }, 'F↓0 G↓60 G↑120 F↑500')).toBe('1 +G -G')
    expect(play({ levers: levers(true) }, 'F↓0 G↓60 G↑120 F↑200')).toBe('1 +G -G')
  })
  test('modifiers of a rule count then by themselves, unless it was chosen not', () => {
    const rules = (nested?: boolean) => [tapHold('F', null, ['Ctrl'], { nested, holdMs: 400 })]
    expect(play({ rules: rules() }, 'F↓0 G↓60 G↑120 F↑200')).toBe('+Ctrl +G -G -Ctrl')
    expect(play({ rules: rules(false) }, 'F↓0 G↓60 G↑120 F↑200')).toBe('+F +G -G -F')
  })
})

describe('what is switched off or lost in the middle', () => {
  test('the keyboard going elsewhere passes on what was held back and pulls nothing', () => {
    const levers = [
      lever(1, { kind: 'hold', key: 'KeyF', holdMs: 400 }),
      lever(2, { kind: 'sequence', sequence: 'Meta+O E' }),
      chord(3, 'Meta+O'),
      lever(4, { kind: 'release', chord: 'F8' }),
    ]
    expect(play({ levers }, 'F↓0 ⊘100')).toBe('+F -F')
    expect(play({ levers }, 'Meta↓0 O↓50 ⊘100')).toBe('+Meta +O -Meta -O')
    expect(play({ levers }, 'F8↓0 ⊘100')).toBe('')
    expect(play({ rules: [tapHold('Caps', 'Escape', ['Ctrl'])] }, 'Caps↓0 ⊘100')).toBe('+Escape -Escape')
  })
  test.each([
    ['its lever is disabled', { levers: [lever(1, { kind: 'release', chord: 'F8' }, { enabled: false })] }],
    ['its lever is gone', { levers: [] }],
    ['its frame goes off', { frames: [{ ...frame(), on: false }] }],
  ])('a key that waits for its release does not pull when %s', (_, after) => {
    const config = { levers: [lever(1, { kind: 'release', chord: 'F8' })], frames: [frame()], programs: {} }
    const before = createResolver(config)
    const { state } = before.next(before.initial, { kind: 'down', code: 'F8', atMs: 0 }, {})
    const up: KeyEvent = { kind: 'up', code: 'F8', atMs: 90 }
    expect(before.next(state, up, {}).decisions[0]!.kind).toBe('pull')
    expect(
      createResolver({ ...config, ...after })
        .next(state, up, {})
        .decisions.map(({ kind }) => kind),
    ).toEqual(['swallow'])
  })
})

describe('AltGr', () => {
  const keys = keySettingsSchema.parse({ legends: 'de' })
  const levers = [
    chord(1, 'AltGr+Q'),
    chord(2, 'Ctrl+Alt+E'),
    lever(3, { kind: 'layer', hold: 'AltRight', chord: 'J' }),
  ]
  const none = { Ctrl: false, Alt: false, Shift: false, Meta: false, AltGraph: false }
  const linux = () => ({ modifiers: { ...none, AltGraph: true } })
  const windows = () => ({ modifiers: { ...none, Ctrl: true, Alt: true, AltGraph: true } })
  test.each([
    ['as one system reports it', linux, 'AltGr↓0 E↓50 E↑90 AltGr↑140', '+AltGr +E -E -AltGr'],
    ['as another does', windows, 'Ctrl↓0 AltGr↓0 E↓50 E↑90', '+Ctrl +AltGr +E -E'],
    ['without a report', () => ({}), 'Ctrl↓0 AltGr↓0 E↓50 E↑90 Ctrl↑95 AltGr↑95', '+Ctrl +AltGr +E -E -Ctrl -AltGr'],
  ])('characters come out, and Ctrl+Alt is another thing: %s', (_, eventPart, picture, expected) => {
    expect(play({ levers: levers.slice(0, 2), keys, eventPart }, picture)).toBe(expected)
  })
  test.each([
    ['as one system reports it', linux, 'AltGr↓0 Q↓50 Q↑90', '+AltGr 1'],
    ['as another does', windows, 'Ctrl↓0 AltGr↓0 Q↓50 Q↑90', '+Ctrl +AltGr 1'],
    ['without a report', () => ({}), 'AltGr↓0 Q↓50 Q↑90 AltGr↑95', '+AltGr 1 -AltGr'],
  ])('a chord with it pulls: %s', (_, eventPart, picture, expected) => {
    expect(play({ levers: levers.slice(0, 2), keys, eventPart }, picture)).toBe(expected)
  })
  test('it holds a layer', () => {
    expect(play({ levers, keys, eventPart: linux }, 'AltGr↓0 J↓300 J↑350')).toBe('3')
    expect(play({ levers, keys, eventPart: linux }, 'AltGr↓0 Q↓300 Q↑350')).toBe('+Q -Q')
    expect(play({ levers, keys, eventPart: windows }, 'Ctrl↓0 AltGr↓0 J↓300 J↑350')).toBe('+Ctrl 3')
  })
  test('with the left Ctrl it is both, and Ctrl and the left Alt are still themselves', () => {
    expect(play({ levers: [chord(1, 'Ctrl+AltGr+Q')], keys }, 'Ctrl↓0 AltGr↓80 Q↓150 Q↑200')).toBe('+Ctrl +AltGr 1')
    expect(play({ levers, keys }, 'Ctrl↓0 Alt↓80 E↓150 E↑200')).toBe('+Ctrl +Alt 2')
  })
  test('where the keyboard has none, the right Alt key is Alt', () => {
    expect(play({ levers: levers.slice(0, 2) }, 'Ctrl↓0 AltGr↓80 E↓150 E↑200')).toBe('+Ctrl +AltGr 2')
  })
})

describe('by legend', () => {
  const by = (legends: 'us' | 'uk' | 'de' | 'fr', text: string) => ({
    levers: [chord(1, text, { match: 'key' })],
    keys: keySettingsSchema.parse({ legends }),
  })
  test('a sign is where it is engraved, with what it needs', () => {
    expect(play(by('de', 'Ctrl+/'), 'Ctrl↓0 Shift↓20 Digit7↓50 Digit7↑90')).toBe('+Ctrl +Shift 1')
    expect(play(by('de', 'Ctrl+/'), 'Ctrl↓0 Slash↓50 Slash↑90')).toBe('+Ctrl +Slash -Slash')
    expect(play(by('us', 'Ctrl+/'), 'Ctrl↓0 Slash↓50 Slash↑90')).toBe('+Ctrl 1')
    expect(play(by('fr', 'Ctrl+1'), 'Ctrl↓0 Shift↓20 Digit1↓50 Digit1↑90')).toBe('+Ctrl +Shift 1')
    expect(play(by('fr', 'Ctrl+A'), 'Ctrl↓0 Q↓50 Q↑90')).toBe('+Ctrl 1')
    expect(play(by('de', 'Ctrl+['), 'Ctrl↓0 AltGr↓20 Digit8↓50 Digit8↑90')).toBe('+Ctrl +AltGr 1')
    expect(play(by('de', 'Ctrl+Shift+Z'), 'Ctrl↓0 Shift↓20 Y↓50 Y↑90')).toBe('+Ctrl +Shift 1')
    expect(play(by('de', 'Ctrl+Shift+/'), 'Ctrl↓0 Shift↓20 Minus↓50 Minus↑90')).toBe('+Ctrl +Shift 1')
  })
  test('a letter that only some keyboards have is where it is', () => {
    const levers = [chord(1, 'Ctrl+Ö')]
    expect(play({ levers, keys: keySettingsSchema.parse({ legends: 'de' }) }, 'Ctrl↓0 Semicolon↓50')).toBe('+Ctrl 1')
    expect(play({ levers }, 'Ctrl↓0 Semicolon↓50')).toBe('+Ctrl +Semicolon')
  })
})

describe('a key that is a chord', () => {
  const rules = [remap('Q', 'Ctrl+Left')]
  test('sends that, and nothing else changes meanwhile', () => {
    expect(play({ rules }, 'Q↓0 X↓50 X↑90 Q↑120')).toBe('+Ctrl +Left -Ctrl +X -X -Left')
    expect(play({ rules }, 'Q↓0 Q⟳500 Q⟳530 Q↑560')).toBe('+Ctrl +Left -Ctrl +Ctrl +Left -Ctrl +Ctrl +Left -Ctrl -Left')
  })
  test('what is physically down stays down for the program', () => {
    expect(play({ rules }, 'Ctrl↓0 Q↓50 Q↑90 X↓120 X↑150 Ctrl↑200')).toBe('+Ctrl +Left -Left +X -X -Ctrl')
    expect(play({ rules }, 'Shift↓0 Q↓50 Q↑90 Shift↑200')).toBe('+Shift +Ctrl +Left -Ctrl -Left -Shift')
  })
})

describe('modifiers that are tapped', () => {
  test('a modifier tapped, and tapped twice', () => {
    const once = lever(1, { kind: 'tap', key: 'MetaLeft', times: 1 })
    const twice = lever(2, { kind: 'tap', key: 'MetaLeft', times: 2, gapMs: 300 })
    expect(play({ levers: [once] }, 'Meta↓0 Meta↑80')).toBe('+Meta 1 -Meta')
    expect(play({ levers: [once] }, 'Meta↓0 X↓40 X↑60 Meta↑90')).toBe('+Meta +X -X -Meta')
    expect(play({ levers: [once] }, 'Meta↓0 Meta↑900')).toBe('+Meta -Meta')
    expect(play({ levers: [twice] }, 'Meta↓0 Meta↑80 Meta↓200 Meta↑280')).toBe('+Meta -Meta +Meta 2 -Meta')
    expect(play({ levers: [twice] }, 'Meta↓0 Meta↑80 X↓120 X↑140 Meta↓200 Meta↑280')).toBe(
      '+Meta -Meta +X -X +Meta -Meta',
    )
    expect(play({ levers: [once, twice] }, 'Meta↓0 Meta↑80 Meta↓200 Meta↑280')).toBe('+Meta -Meta +Meta 2 -Meta')
    expect(play({ levers: [once, twice] }, 'Meta↓0 Meta↑80 X↓900 X↑950')).toBe('+Meta 1 -Meta +X -X')
  })
  test('no tap is one that the keyboard going elsewhere ended, or that came up unseen', () => {
    const once = lever(1, { kind: 'tap', key: 'MetaLeft', times: 1 })
    expect(play({ levers: [once] }, 'Meta↓0 ⊘80')).toBe('+Meta -Meta')
    const lost = (code: string, atMs: number) => (code === 'MetaLeft' && atMs === 80 ? { lost: true } : {})
    expect(play({ levers: [once], eventPart: lost }, 'Meta↓0 Meta↑80')).toBe('+Meta -Meta')
    expect(play({ levers: [once], eventPart: lost }, 'Meta↓0 Meta↑79')).toBe('+Meta 1 -Meta')
    const rules = [{ kind: 'one-shot', key: 'ShiftLeft' }]
    expect(play({ rules }, 'Shift↓0 ⊘80 A↓200 A↑250')).toBe('+Shift -Shift +A -A')
    // Held as long as a hold takes it is none either, and neither is one of another modifier.
    expect(play({ rules }, 'Shift↓0 Shift↑200 A↓300 A↑350')).toBe('+Shift -Shift +A -A')
    expect(play({ rules }, 'Shift↓0 Shift↑199 A↓300 A↑350')).toBe('+Shift -Shift +Shift +A -Shift -A')
    expect(play({ rules, levers: [once] }, 'Meta↓0 Shift↓20 Meta↑60 Shift↑90')).toBe('+Meta +Shift -Meta -Shift')
  })
  test('one that holds for the next key', () => {
    const rules = [{ kind: 'one-shot', key: 'ShiftLeft' }]
    expect(play({ rules }, 'Shift↓0 Shift↑80 A↓200 A↑250 B↓300 B↑350')).toBe('+Shift -Shift +Shift +A -Shift -A +B -B')
    expect(play({ rules, levers: [chord(1, 'Shift+F9')] }, 'Shift↓0 Shift↑80 F9↓200 F9↑250')).toBe('+Shift -Shift 1')
    expect(play({ rules }, 'Shift↓0 Shift↑80 A↓5000 A↑5050')).toBe('+Shift -Shift +A -A')
    expect(play({ rules }, 'Shift↓0 Shift↑80 Shift↓200 Shift↑280 A↓400 A↑450')).toBe(
      '+Shift -Shift +Shift -Shift +A -A',
    )
    expect(play({ rules }, 'Shift↓0 B↓40 B↑60 Shift↑80 A↓200 A↑250')).toBe('+Shift +B -B -Shift +A -A')
  })
})

describe('one side, one keyboard, again and again', () => {
  test('a modifier of one side comes before either; either side is meant where none is said', () => {
    const levers = [chord(1, 'Ctrl+M'), chord(2, 'ControlRight+M')]
    expect(play({ levers }, 'Ctrl↓0 M↓50 M↑90')).toBe('+Ctrl 1')
    expect(play({ levers }, 'RightCtrl↓0 M↓50 M↑90')).toBe('+RightCtrl 2')
    expect(play({ levers: levers.slice(0, 1) }, 'RightCtrl↓0 M↓50 M↑90')).toBe('+RightCtrl 1')
    expect(play({ levers: levers.slice(1) }, 'Ctrl↓0 M↓50 M↑90')).toBe('+Ctrl +M -M')
  })
  test('a lever or a rule may be for one keyboard only', () => {
    const levers = [chord(1, 'F9', { keyboard: 'pad' })]
    const rules = [remap('Q', 'KeyE', { keyboard: 'pad' })]
    const from = (keyboard: string) => ({ levers, rules, eventPart: () => ({ keyboard }) })
    expect(play(from('pad'), 'F9↓0 F9↑40 Q↓90 Q↑130')).toBe('1 +E -E')
    expect(play(from('board'), 'F9↓0 F9↑40 Q↓90 Q↑130')).toBe('+F9 -F9 +Q -Q')
    expect(play({ levers, rules }, 'F9↓0 F9↑40 Q↓90 Q↑130')).toBe('+F9 -F9 +Q -Q')
  })
  test('a row of keys may be for one keyboard only', () => {
    const rules = [{ kind: 'row', first: 'F5', count: 2, keyboard: 'pad' }]
    const levers = [chord(1, 'Alt+Z')]
    expect(play({ levers, rules, eventPart: () => ({ keyboard: 'pad' }) }, 'F5↓0 F5↑40')).toBe('1')
    expect(play({ levers, rules }, 'F5↓0 F5↑40')).toBe('+F5 -F5')
  })
  test('a lever or a text goes on while its key is held, where that is chosen, and no faster than its rate', () => {
    const levers = [chord(1, 'F9', { repeatMs: 100 }), chord(2, 'F8')]
    expect(play({ levers }, 'F9↓0 F9⟳50 F9⟳120 F9⟳150 F9⟳230 F9↑260')).toBe('1 1 1')
    expect(play({ levers }, 'F8↓0 F8⟳500 F8⟳530 F8↑560')).toBe('2')
    const typed = (repeatMs?: number) => [{ kind: 'type', chord: 'Alt+A', text: 'æ', repeatMs }]
    expect(play({ rules: typed(100) }, 'Alt↓0 A↓10 A⟳50 A⟳120 A↑150 Alt↑160')).toBe('+Alt “æ” “æ” -Alt')
    expect(play({ rules: typed() }, 'Alt↓0 A↓10 A⟳50 A⟳120 A↑150 Alt↑160')).toBe('+Alt “æ” -Alt')
  })
})

describe('sequences', () => {
  test('a modifier that is still down does not count for what follows, unless a sequence wants it', () => {
    const levers = [lever(1, { kind: 'sequence', sequence: 'Meta+O E' })]
    expect(play({ levers }, 'Meta↓0 O↓50 O↑90 E↓150 E↑190 Meta↑250')).toBe('+Meta 1 -Meta')
    const wanting = lever(2, { kind: 'sequence', sequence: 'Meta+O Meta+E' })
    expect(play({ levers: [...levers, wanting] }, 'Meta↓0 O↓50 O↑90 E↓150 E↑190 Meta↑250')).toBe('+Meta 2 -Meta')
    expect(play({ levers: [...levers, wanting] }, 'Meta↓0 O↓50 O↑90 Meta↑120 E↓150 E↑190')).toBe('+Meta -Meta 1')
  })
  test('none carries over a change of the program in front', () => {
    const levers = [lever(1, { kind: 'sequence', sequence: 'F9 E' })]
    const front = (atMs: number) => (atMs < 60 ? 'chart' : 'camera')
    expect(play({ levers, front }, 'F9↓0 F9↑40 E↓90 E↑130')).toBe('+F9 -F9 +E -E')
  })
})

test('programs keep their own keys from modifiers that a rule holds', () => {
  const program = programSchema.parse({
    id: 'chart',
    name: 'Chart',
    executable: '/chart',
    categories: [],
    icon: '',
    instances: 'multi',
    whenRunning: 'loads',
    opens: [],
    claims: [{ chord: 'Ctrl+F', does: 'Find' }],
    arguments: { options: [], positionals: [], order: [], onUnknown: 'ignored', onMissingFile: 'ignored' },
  })
  const rules = [tapHold('Caps', 'Escape', ['Ctrl'])]
  const levers = [chord(1, 'Ctrl+F', { wins: 'program' })]
  expect(play({ rules, levers, programs: { chart: program } }, 'Caps↓0 F↓300 F↑350 Caps↑400')).toBe('+Ctrl +F -F -Ctrl')
})
