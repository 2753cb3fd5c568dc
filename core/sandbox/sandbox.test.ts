import fc from 'fast-check'
import { beforeAll, describe, expect, test } from 'vitest'
import type { ScriptOutcome, ScriptRequest } from '../script'
import { MOST_SAID } from '../script'
import type { Value } from '../values'
import { newInterpreter, runScript } from '.'
import type { QuickJSWASMModule } from '.'

/** The thirtieth of April 2031, 21:14 in Greenwich. */
const NOW_MS = Date.UTC(2031, 3, 30, 21, 14)

let interpreter: QuickJSWASMModule
beforeAll(async () => {
  interpreter = await newInterpreter()
})

const requestOf = (source: string, more: Partial<ScriptRequest> = {}): ScriptRequest => ({
  source,
  values: {},
  bench: {},
  nowMs: NOW_MS,
  given: {},
  ...more,
})
function ran(source: string, more: Partial<ScriptRequest> = {}): ScriptOutcome {
  const { outcome, isSpoilt } = runScript(interpreter, requestOf(source, more))
  expect(isSpoilt).toBe(false)
  return outcome
}
function gave(source: string, more: Partial<ScriptRequest> = {}): Value {
  const outcome = ran(source, more)
  if (outcome.kind !== 'gave') throw new Error(`it ${outcome.kind}: ${JSON.stringify(outcome)}`)
  return outcome.value
}
function failure(source: string, more: Partial<ScriptRequest> = {}) {
  const outcome = ran(source, more)
  if (outcome.kind !== 'failed') throw new Error(`it did not fail: ${JSON.stringify(outcome)}`)
  return outcome
}

describe('what a script is given and gives', () => {
  test('a value of any kind comes out as it is; nothing where it returns nothing', () => {
    expect(gave('return 6 * 7')).toBe(42)
    expect(gave('return "dome " + 2')).toBe('dome 2')
    expect(gave('return { name: "Comet", at: [96, null, true] }')).toEqual({ name: 'Comet', at: [96, null, true] })
    expect(gave('')).toBeNull()
    expect(gave('const unused = 1')).toBeNull()
    expect(gave('// only a comment')).toBeNull()
    expect(gave('return 1 // the last line')).toBe(1)
    expect(gave('return undefined')).toBeNull()
    expect(gave('return new Date(0)')).toBe('1970-01-01T00:00:00.000Z')
    expect(gave('return 0 / 0')).toBeNull()
  })

  test('it knows what has a name, and the bench, and can alter neither', () => {
    const values = { target: 'Comet', group: { members: ['Ada', 'Bo'] }, 'dome-no': 2 }
    expect(gave('return `${values.target} ${values.group.members.length} ${values["dome-no"]}`', { values })).toBe(
      'Comet 2 2',
    )
    expect(gave('return values.nothing', { values })).toBeNull()
    expect(failure('values.target = "Moon"', { values }).message).toMatch(/read-only|not writable/)
    expect(failure('values.group.members.push("Cy")', { values }).line).toBe(1)
    expect(failure('values = 1', { values }).kind).toBe('failed')
    const bench = { windows: [{ title: 'Night Book', program: 'Night Book' }] }
    expect(gave('return bench.windows.map(({ title }) => title)', { bench })).toEqual(['Night Book'])
    expect(failure('bench.windows[0].title = "x"', { bench }).kind).toBe('failed')
    expect(failure('bench.list = () => []', { bench }).kind).toBe('failed')
  })

  test('steps that it adds are told in their order, beside the value', () => {
    expect(ran('steps.push({ kind: "wait", ms: 1 }); steps.push({ kind: "note", text: "x" }); return 3')).toEqual({
      kind: 'gave',
      value: 3,
      steps: [
        { kind: 'wait', ms: 1 },
        { kind: 'note', text: 'x' },
      ],
      said: [],
    })
    expect(failure('for (let i = 0; i < 201; i++) steps.push({})').message).toContain('at most 200 steps')
  })

  test('what it says is kept, to a bound', () => {
    const outcome = ran(
      'say("dome", 2, { at: 96 }); console.log(null); for (let i = 0; i < 500; i++) say("x".repeat(1e4))',
    )
    expect(outcome).toMatchObject({ kind: 'gave' })
    const { said } = outcome as Extract<ScriptOutcome, { kind: 'gave' }>
    expect(said.slice(0, 2)).toEqual(['dome 2 {"at":96}', 'null'])
    expect(said).toHaveLength(MOST_SAID)
    expect(said[2]).toHaveLength(400)
  })

  test('the clock is the one that is given, however it is asked', () => {
    expect(gave('return [Date.now(), +new Date(), now.getTime(), +Reflect.construct(Date, [])]')).toEqual(
      Array(4).fill(NOW_MS),
    )
    expect(
      gave('class Mine extends Date {} ; return [+new Mine(), new Mine(5).getTime(), new Mine() instanceof Date]'),
    ).toEqual([NOW_MS, 5, true])
    expect(gave('return new Date(2031, 3, 30).getMonth() + " " + Date.UTC(1970, 0, 1)')).toBe('3 0')
    expect(gave('return Date() === new Date(Date.now()).toString()')).toBe(true)
    expect(gave('return new Date().toISOString()')).toBe('2031-04-30T21:14:00.000Z')
  })

  test('chance begins with the clock: the same twice, another at another time, and even', () => {
    const dice = 'return Array.from({ length: 600 }, () => Math.floor(Math.random() * 6))'
    const one = gave(dice) as number[]
    expect(gave(dice)).toEqual(one)
    expect(gave(dice, { nowMs: NOW_MS + 1 })).not.toEqual(one)
    for (let side = 0; side < 6; side++) expect(one.filter((cast) => cast === side).length).toBeGreaterThan(60)
  })

  test('what it asks of the files is told, and given when it is run again', () => {
    const source = 'return bench.list("/home/watch").map(({ name }) => name).join(" ") + bench.text("/a.txt")'
    expect(ran(source)).toEqual({ kind: 'needs', what: 'folder', path: '/home/watch' })
    const given: ScriptRequest['given'] = { 'folder /home/watch': { value: [{ name: 'a' }, { name: 'b' }] } }
    expect(ran(source, { given })).toEqual({ kind: 'needs', what: 'text', path: '/a.txt' })
    given['text /a.txt'] = { value: '!' }
    expect(gave(source, { given })).toBe('a b!')
    const missing = { 'folder /home/watch': { issue: 'There is no folder /home/watch.' } }
    expect(failure(source, { given: missing })).toMatchObject({ message: 'There is no folder /home/watch.', line: 1 })
    expect(gave(`try { ${source} } catch { return "none" }`, { given: missing })).toBe('none')
    // Whoever catches it gets on no further: what it needs is given first.
    expect(ran('try { bench.list("/x") } catch {} return 1')).toEqual({ kind: 'needs', what: 'folder', path: '/x' })
  })
})

describe('what goes wrong, at its place', () => {
  test('a slip of writing, a name that is not there, and what is thrown by hand', () => {
    expect(failure('const a = 1\nconst b = ;')).toMatchObject({
      line: 2,
      message: expect.stringMatching(/^SyntaxError/),
    })
    expect(failure('\n\n  return dome.turn()')).toMatchObject({
      line: 3,
      message: "ReferenceError: 'dome' is not defined",
    })
    expect(failure('const deep = {}\nfunction turn() {\n  return deep.a.b\n}\nturn()')).toMatchObject({ line: 3 })
    expect(failure('throw new Error("The dome is shut.")')).toMatchObject({ line: 1, message: 'The dome is shut.' })
    expect(failure('throw "shut"').message).toBe('shut')
    expect(failure('throw { dome: 2 }').message).toBe('{"dome":2}')
    expect(failure('throw null').message).toBe('null')
    expect(failure('throw undefined').message).toBe('undefined')
    expect(failure('throw { get message() { throw 1 } }').message).toBe('Something was thrown that cannot be told.')
    expect(failure('say("before"); throw new Error("x")').said).toEqual(['before'])
  })

  test('what is no value is told, and not made into one', () => {
    expect(failure('return 10n').message).toContain('not a bigint')
    expect(failure('return () => 1').message).toContain('not a function')
    expect(failure('return Symbol("x")').message).toContain('not a symbol')
    expect(failure('return Promise.resolve(1)').message).toContain('not a promise')
    expect(failure('return (async () => 1)()').message).toContain('not a promise')
    expect(failure('const a = {}; a.a = a; return a').message).toContain('circular')
    expect(failure('let a = []; for (let i = 0; i < 100; i++) a = [a]; return a').message).toContain('deep')
    expect(failure('return "x".repeat(300000)').message).toContain('300,')
    expect(failure('return { list: Array(1e5).fill(123) }').message).toContain('letters as JSON')
  })
})

/** Each goes on for ever, takes all there is, or looks for something of the machine; the rest of the house stands. */
const ESCAPES: readonly (readonly [what: string, source: string, how: 'nothing' | RegExp])[] = [
  ['require', 'return typeof require', 'nothing'],
  ['process', 'return typeof process', 'nothing'],
  ['the global of a server', 'return typeof global', 'nothing'],
  ['a window', 'return typeof window', 'nothing'],
  ['self', 'return typeof self', 'nothing'],
  ['fetch', 'return typeof fetch', 'nothing'],
  ['a request', 'return typeof XMLHttpRequest', 'nothing'],
  ['a socket', 'return typeof WebSocket', 'nothing'],
  ['timers', 'return typeof setTimeout', 'nothing'],
  ['the finer clock', 'return typeof performance', 'nothing'],
  ['shared memory', 'return typeof SharedArrayBuffer', 'nothing'],
  ['waiting on memory', 'return typeof Atomics', 'nothing'],
  ['compiled code', 'return typeof WebAssembly', 'nothing'],
  ['modules of the interpreter', 'return typeof std', 'nothing'],
  ['the system of the interpreter', 'return typeof os', 'nothing'],
  ['a worker', 'return typeof Worker', 'nothing'],
  ['reading a script', 'return typeof importScripts', 'nothing'],
  ['Deno', 'return typeof Deno', 'nothing'],
  ['a buffer of the server', 'return typeof Buffer', 'nothing'],
  ['weak references, which tell of time', 'return typeof WeakRef', 'nothing'],
  ['the collector of waste', 'return typeof FinalizationRegistry', 'nothing'],
  ['the constructor of a constructor', 'return (function () {}).constructor("return typeof process")()', 'nothing'],
  ['the same of an arrow', 'return (() => {}).constructor("return typeof require")()', 'nothing'],
  [
    'the same of a generator',
    'const G = (function* () {}).constructor; return G("yield typeof process")().next().value',
    'nothing',
  ],
  [
    'the constructor of what it is given',
    'return values.constructor.constructor("return typeof process")()',
    'nothing',
  ],
  ['the constructor of a function it is given', 'return say.constructor("return typeof process")()', 'nothing'],
  ['eval', 'return eval("typeof process")', 'nothing'],
  ['eval from a distance', 'return (0, eval)("typeof process")', 'nothing'],
  ['this of a loose function', 'return typeof (function () { return this })()', 'nothing'],
  ['the global by a loose constructor', 'return typeof Function("return this")().process', 'nothing'],
  ['who called', 'return (function f() { return f.caller })()', /./],
  ['arguments of who called', 'return arguments.callee', /./],
  [
    'the stack of an error',
    'try { null.x } catch (e) { return /(node|file:|\\.ts|\\.mjs|home)/.test(e.stack) ? e.stack : "undefined" }',
    'nothing',
  ],
  [
    'a stack made by hand',
    'Error.prepareStackTrace = (_, frames) => frames; const s = new Error("x").stack; return typeof s[0]?.getThis',
    'nothing',
  ],
  [
    'the real clock behind the prototype',
    'return new Date.prototype.constructor().getTime() === now.getTime() ? "undefined" : "time"',
    'nothing',
  ],
  ['the real clock behind an instance', 'return +new now.constructor() === +now ? "undefined" : "time"', 'nothing'],
  [
    'the real clock behind a call',
    'return Reflect.construct(Date, [], Object).valueOf === undefined ? "" : "undefined"',
    'nothing',
  ],
  ['a breakout of the wrapping', '}), (function () { return typeof process', 'nothing'],
  ['a breakout that calls', '})(), (function () { return typeof process', /./],
  ['a module', 'import fs from "fs"', /SyntaxError/],
  ['a module on demand', 'return import("fs")', /promise/],
  ['a module on demand, when it has come', 'import("fs").then(() => { steps.push(1) }); return "undefined"', 'nothing'],
  ['the meta of a module', 'return import.meta', /SyntaxError/],
  ['an endless loop', 'for (;;) {}', /too long/],
  ['one that catches its end', 'for (;;) { try { for (;;) {} } catch {} }', /too long/],
  ['one in finally', 'try { throw 1 } finally { for (;;) {} }', /too long/],
  ['an endless call', '(function f() { f() })()', /too deep/],
  ['endless calls in turn', 'const a = () => b(); const b = () => a(); a()', /too deep/],
  ['an endless generator', 'const g = (function* () { for (;;) yield 1 })(); for (const _ of g) ;', /too long/],
  [
    'an endless iterator',
    'const [...all] = { [Symbol.iterator]: () => ({ next: () => ({ done: false, value: [1, 2, 3, 4] }) }) }',
    /too long|memory/,
  ],
  ['an endless getter', 'return { get a() { for (;;) {} } }', /too long/],
  ['an endless toJSON', 'return { toJSON() { for (;;) {} } }', /too long/],
  ['an endless way of being a text', 'say({ toString() { for (;;) {} }, toJSON() { for (;;) {} } })', /too long/],
  ['an endless error', 'throw { get message() { for (;;) {} } }', /could not say/],
  ['an endless proxy', 'const p = new Proxy({}, { get() { for (;;) {} } }); p.a', /too long/],
  ['a pattern that tries for ever', 'return /^(a+)+$/.test("a".repeat(60) + "b")', /too long/],
  ['all memory, in texts', 'let a = "x"; for (;;) a += a', /memory|length|too long/],
  ['all memory, in lists', 'const a = []; for (;;) a.push({ a: 1 })', /memory|too long/],
  ['all memory, at once', 'return new Uint8Array(1e9).length', /memory|length/],
  [
    'all memory, in a list by its length',
    'const a = []; a.length = 4294967295; return a.fill(1).length',
    /memory|too long/,
  ],
  ['all memory, in records', 'const a = {}; for (let i = 0; ; i++) a["k" + i] = { i }', /memory|too long/],
  ['a text of endless length', 'return "x".repeat(2 ** 30).length', /length|memory/],
  ['a list that is deep', 'let a = "["; for (let i = 0; i < 16; i++) a += a; return JSON.parse(a)', /./],
  ['what writes the outcome', 'JSON.stringify = () => "{}"; return "undefined"', 'nothing'],
  ['what all things write', 'Object.prototype.toJSON = () => 7; return { a: 1 }', /cannot be taken/],
  ['the prototype of all things', 'Object.prototype.kind = "failed"; return "undefined"', 'nothing'],
  [
    'the name of all prototypes',
    'const a = JSON.parse(\'{"__proto__": {"bad": 1}}\'); return typeof ({}).bad',
    'nothing',
  ],
  [
    'what makes lists',
    'Array.prototype.push = function () { return process }; return typeof steps.length === "number" ? "undefined" : ""',
    'nothing',
  ],
  ['what makes texts', 'String.prototype.slice = () => { throw 1 }; say("x"); return "undefined"', 'nothing'],
  [
    'symbols of the host',
    'return typeof Object.getOwnPropertySymbols(globalThis).find((s) => /node|host/.test(String(s)))',
    'nothing',
  ],
  [
    'what is wrapped around it',
    'return Object.getOwnPropertyNames(globalThis).filter((n) => /prepare|tell|need|given|limits|qjs|print/.test(n)).join() || "undefined"',
    'nothing',
  ],
  ['a job for later', 'Promise.resolve().then(() => { for (;;) {} }); return "undefined"', 'nothing'],
  ['a comment that eats the end', 'return "undefined" /*', /SyntaxError/],
  ['a line that ends otherwise', 'return "undefined" //\u2028 }', /./],
]

describe('ways out', () => {
  test('there are sixty of them at least', () => expect(ESCAPES.length).toBeGreaterThanOrEqual(60))

  test.each(ESCAPES)('%s, and again', async (_what, source, how) => {
    const { outcome, isSpoilt } = runScript(interpreter, requestOf(source))
    if (how === 'nothing') expect(outcome).toMatchObject({ kind: 'gave', value: 'undefined' })
    else if (outcome.kind === 'failed') expect(outcome.message).toMatch(how)
    else expect([String(how), outcome]).toEqual(['/./', expect.objectContaining({ kind: 'gave' })])
    // What is too deep uses up the stack of the interpreter itself: whoever runs scripts makes another one.
    if (isSpoilt) interpreter = await newInterpreter()
    expect(gave('return 6 * 7')).toBe(42)
    // The same request comes to the same outcome, also where it fails or is ended.
    const again = runScript(interpreter, requestOf(source))
    expect(again).toEqual({ outcome, isSpoilt })
    if (isSpoilt) interpreter = await newInterpreter()
  })

  test('one script leaves nothing behind for another', () => {
    expect(gave('globalThis.left = 1; Array.prototype.left = 2; Object.prototype.left = 3; return 0')).toBe(0)
    expect(gave('return [typeof left, [].left ?? null, ({}).left ?? null]')).toEqual(['undefined', null, null])
  })
})

describe('laws', () => {
  test('any text at all is run or told what is wrong with it', () => {
    const pieces = fc.constantFrom(
      '{',
      '}',
      '(',
      ')',
      '`',
      '${',
      "'",
      '"',
      'return ',
      'values',
      '.',
      ';',
      '\n',
      'for',
      '=>',
      '[',
      ']',
      '0x',
      '\\',
      '//',
      '/*',
      'yield',
      'await ',
      'class ',
      '\u0000',
      '🔭',
    )
    fc.assert(
      fc.property(fc.array(fc.oneof(pieces, fc.string({ maxLength: 4 })), { maxLength: 14 }), (parts) => {
        const { outcome, isSpoilt } = runScript(interpreter, requestOf(parts.join('')))
        expect(isSpoilt).toBe(false)
        expect(['gave', 'failed']).toContain(outcome.kind)
      }),
      { numRuns: 400 },
    )
  })

  test('any value that is given comes back as it was', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 4 }), (value) => {
        // A part of that name is never taken from outside.
        fc.pre(!JSON.stringify(value).includes('__proto__'))
        const { outcome } = runScript(interpreter, requestOf('return values.it', { values: { it: value as Value } }))
        expect(outcome).toMatchObject({ kind: 'gave' })
        expect(JSON.stringify((outcome as { value: Value }).value)).toBe(JSON.stringify(value))
      }),
      { numRuns: 200 },
    )
  })
})
