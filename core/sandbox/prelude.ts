/**
 * What a script finds in its interpreter, written in the script's own language. It has no function of the host to
 * call: all that goes in is one JSON text, all that comes out is another. What it needs later it takes hold of before
 * a script can alter it.
 */
export const PRELUDE = String.raw`
(function (limits) {
  'use strict'
  const { parse, stringify } = JSON
  const { freeze, keys, defineProperty, hasOwn } = Object
  const { apply, construct } = Reflect
  const { isArray } = Array
  const RealError = Error
  const RealDate = Date
  const RealPromise = Promise
  const RealTypeError = TypeError
  const slice = String.prototype.slice
  const exec = RegExp.prototype.exec
  const RealString = String
  const asNumber = Number
  const PLACE = /script:(\d+)(?::(\d+))?/

  let need
  let said = []
  let steps = []

  function frozen(value) {
    if (typeof value !== 'object' || value === null) return value
    const names = keys(value)
    for (let i = 0; i < names.length; i += 1) frozen(value[names[i]])
    return freeze(value)
  }

  function give(name, value) {
    defineProperty(globalThis, name, { value, writable: false, configurable: false, enumerable: true })
  }

  function say(...parts) {
    if (said.length >= limits.lines) return
    let line = ''
    for (let i = 0; i < parts.length; i += 1) {
      const part = parts[i]
      const text = typeof part === 'object' && part !== null ? stringify(part) : RealString(part)
      line += (i === 0 ? '' : ' ') + text
    }
    said[said.length] = apply(slice, line, [0, limits.letters])
  }

  function prepare(json) {
    const request = parse(json)
    const { nowMs, given } = request

    // The only clock is the one that is given.
    function GivenDate(...parts) {
      if (new.target === undefined) return RealString(new RealDate(nowMs))
      return construct(RealDate, parts.length === 0 ? [nowMs] : parts, new.target)
    }
    GivenDate.prototype = RealDate.prototype
    defineProperty(RealDate.prototype, 'constructor', { value: GivenDate, writable: true, configurable: true })
    defineProperty(GivenDate, 'now', { value: () => nowMs })
    defineProperty(GivenDate, 'parse', { value: RealDate.parse })
    defineProperty(GivenDate, 'UTC', { value: RealDate.UTC })
    defineProperty(GivenDate, 'name', { value: 'Date' })
    globalThis.Date = GivenDate

    // Mulberry32, begun with the clock.
    let state = nowMs >>> 0
    Math.random = function random() {
      state = (state + 0x6d2b79f5) | 0
      let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
      mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
      return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
    }
    delete globalThis.SharedArrayBuffer
    delete globalThis.Atomics
    delete globalThis.WeakRef
    delete globalThis.FinalizationRegistry

    function look(what, path) {
      const wanted = RealString(path)
      const key = what + ' ' + wanted
      if (hasOwn(given, key)) {
        const answer = given[key]
        if (hasOwn(answer, 'issue')) throw new RealError(answer.issue)
        return frozen(answer.value)
      }
      if (need === undefined) need = { what, path: wanted }
      throw new RealError('This is looked up.')
    }

    give('values', frozen(request.values))
    const bench = request.bench
    bench.list = (folder) => look('folder', folder)
    bench.text = (file) => look('text', file)
    give('bench', frozen(bench))
    give('now', new RealDate(nowMs))
    give('steps', steps)
    give('say', say)
    give('console', freeze({ log: say }))
  }

  function run(script) {
    let value
    try {
      value = script()
    } catch (error) {
      if (need === undefined) throw error
    }
    if (need !== undefined) return stringify({ kind: 'needs', what: need.what, path: need.path })
    if (value instanceof RealPromise)
      throw new RealTypeError('A script gives back a value and not a promise: nothing in here takes time.')
    if (typeof value === 'bigint' || typeof value === 'function' || typeof value === 'symbol')
      throw new RealTypeError('A script gives back a text, a number, yes or no, a list or a record, not a ' + typeof value + '.')
    return stringify({ kind: 'gave', value: value === undefined ? null : value, steps, said })
  }

  /** An error as it is told; whatever was thrown, this throws nothing but what ends a script. */
  function tell(error) {
    let message = ''
    let line
    let column
    try {
      if (typeof error === 'object' && error !== null) {
        const name = RealString(error.name)
        message = RealString(error.message)
        if (message === 'undefined') message = stringify(error)
        else if (name !== 'Error' && name !== 'undefined') message = name + ': ' + message
        const place = apply(exec, PLACE, [RealString(error.stack)])
        if (place) {
          line = asNumber(place[1])
          if (place[2] !== undefined) column = asNumber(place[2])
        }
      } else message = RealString(error)
    } catch {
      message = 'Something was thrown that cannot be told.'
    }
    return stringify({ message: apply(slice, RealString(message), [0, 1000]), line, column, said })
  }

  return { prepare, run, tell }
})
`
