import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { applyChanges, windowsOf } from '../bench'
import type { BenchState, Change } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import { doorSchema } from '../levers'
import type { BenchEvent, TimeRule } from '../levers'
import { valueOf } from '../result'
import { describeDoor, dueAt, happened, nextTime, setsItselfOff } from '.'

const desk = exampleDesk()
const after = (...changes: Change[]): BenchState => valueOf(applyChanges(desk, changes))
const came = (event: BenchEvent, ...changes: Change[]) => happened(event, { before: desk, after: after(...changes) })

const open = (programId: string, id = 'w-new'): Change => ({
  kind: 'window.open',
  window: { id, programId, mode: 'normal', content: { documents: [] } },
})
const put = (path: string): Change => ({ kind: 'file.put', path, file: { kind: 'file', sizeBytes: 1 } })

describe('what happens on the bench', () => {
  test('a program starts with its first window and ends with its last, an error window is none', () => {
    const starts: BenchEvent = { kind: 'program-starts', programId: 'dome' }
    expect(came(starts, open('dome'))).toEqual({})
    expect(came({ ...starts, programId: 'book' }, open('book'))).toBe(undefined)
    const content = { documents: [], error: 'It cannot' }
    const broken: Change = { kind: 'window.open', window: { id: 'e', programId: 'dome', mode: 'normal', content } }
    expect(came(starts, broken)).toBe(undefined)
    const closed = windowsOf(desk, 'book').map(({ id }): Change => ({ kind: 'window.close', windowId: id }))
    const ends: BenchEvent = { kind: 'program-ends', programId: 'book' }
    expect([came(ends, ...closed), came(ends, ...closed.slice(1))]).toEqual([{}, closed.length > 1 ? undefined : {}])
  })

  test('a file appears where it was not, by its pattern, and is given on; one that alters does not', () => {
    const event = { kind: 'file-appears', folder: '${in}', pattern: '*.exposure' } as const
    const known = { ...desk, folders: { ...desk.folders, in: '/in' } }
    const seen = (...changes: Change[]) =>
      happened(event, { before: known, after: valueOf(applyChanges(known, changes)) })
    expect(seen(put('/in/new-2.exposure'), put('/in/new-1.exposure'))).toEqual({
      file: '/in/new-1.exposure',
      files: ['/in/new-1.exposure', '/in/new-2.exposure'],
    })
    expect([seen(put('/in/new.txt')), seen(put('/later/new.exposure'))]).toEqual([undefined, undefined])
    expect(seen({ kind: 'file.put', path: '/in/deep.exposure', file: { kind: 'folder' } })).toBe(undefined)
    expect(happened({ ...event, folder: '${none}' }, { before: known, after: known })).toBe(undefined)
  })

  test('another program in front, a device plugged out and in, a frame that goes on', () => {
    expect(came({ kind: 'front-changes' }, open('dome'))).toEqual({ program: 'dome' })
    expect(came({ kind: 'front-changes', programId: 'book' }, open('dome'))).toBe(undefined)
    const out: Change = { kind: 'device.plug', deviceId: 'mic', plugged: false }
    expect(came({ kind: 'plugged-out', deviceId: 'mic' }, out)).toEqual({})
    const unplugged = after(out)
    expect(happened({ kind: 'plugged-in', deviceId: 'mic' }, { before: unplugged, after: desk })).toEqual({})
    const framesOn = { before: new Set(['a']), after: new Set(['a', 'b']) }
    const goes = (frameId: string) => happened({ kind: 'frame-on', frameId }, { before: desk, after: desk, framesOn })
    expect([goes('a'), goes('b'), goes('c')]).toEqual([undefined, {}, undefined])
    expect(came({ kind: 'product-starts' }, open('dome'))).toBe(undefined)
    // What is there as before was neither plugged in nor out.
    expect([came({ kind: 'plugged-in', deviceId: 'mic' }), came({ kind: 'plugged-out', deviceId: 'mic' })]).toEqual([
      undefined,
      undefined,
    ])
    expect(came({ kind: 'plugged-out', deviceId: 'gone' }, out)).toBe(undefined)
  })

  test('a lever that makes what it waits for is known beforehand', () => {
    const doors = [
      { id: 'a', kind: 'event', event: { kind: 'program-starts', programId: 'dome' } },
      { id: 'b', kind: 'event', event: { kind: 'program-ends', programId: 'dome' } },
      { id: 'c', kind: 'event', event: { kind: 'front-changes' } },
      { id: 'd', kind: 'tile' },
    ].map((door) => doorSchema.parse(door))
    const ids = (...changes: Change[]) => setsItselfOff(doors, changes, desk).map(({ id }) => id)
    // Open and closed again: afterwards nothing differs, and yet it happened.
    expect(ids(open('dome'), { kind: 'window.close', windowId: 'w-new' })).toEqual(['a', 'b', 'c'])
    expect(ids(put('/in/x.exposure'))).toEqual([])
  })
})

describe('when it is time', () => {
  /** Harrow Fell, invented, in the north of England. */
  const place = { latitude: 54.6, longitude: -2.5 }
  /** By the local clock. */
  const at = (text: string) => new Date(text).getTime()
  const next = (rule: TimeRule, after: string) => {
    const ms = nextTime(rule, at(after), place)
    return ms === undefined
      ? undefined
      : new Date(ms - new Date(ms).getTimezoneOffset() * 60_000).toISOString().slice(0, 16)
  }

  test('once, daily, on some days, every so often', () => {
    expect(next({ kind: 'once', at: '2026-12-01T06:30' }, '2026-11-27T12:00')).toBe('2026-12-01T06:30')
    expect(next({ kind: 'once', at: '2026-12-01T06:30' }, '2026-12-01T06:30')).toBe(undefined)
    const daily: TimeRule = { kind: 'daily', at: '06:30' }
    expect([next(daily, '2026-11-27T06:29'), next(daily, '2026-11-27T06:30')]).toEqual([
      '2026-11-27T06:30',
      '2026-11-28T06:30',
    ])
    // The 27th of November 2026 is a Friday.
    expect(next({ ...daily, days: [1, 2, 3, 4, 5] }, '2026-11-27T07:00')).toBe('2026-11-30T06:30')
    expect(next({ ...daily, days: [7] }, '2026-11-27T07:00')).toBe('2026-11-29T06:30')
    expect(next({ kind: 'every', minutes: 20 }, '2026-11-27T07:05')).toBe('2026-11-27T07:25')
  })

  describe('on days of other lengths', () => {
    const zone = process.env.TZ
    beforeAll(() => {
      // Clocks go forward there at 2026-03-29 01:00 UTC and back at 2026-10-25 01:00 UTC.
      process.env.TZ = 'Europe/London'
    })
    afterAll(() => {
      if (zone === undefined) delete process.env.TZ
      else process.env.TZ = zone
    })

    const rule: TimeRule = { kind: 'daily', at: '01:30' }
    const after = (utc: string) => new Date(nextTime(rule, Date.parse(utc), place)!).toISOString().slice(0, 16)

    test('a time that the day does not have comes as clocks have gone forward; one that it has twice comes once', () => {
      expect(after('2026-03-28T12:00Z')).toBe('2026-03-29T01:00')
      expect(after('2026-03-29T01:00Z')).toBe('2026-03-30T00:30')
      expect(after('2026-10-24T12:00Z')).toBe('2026-10-25T00:30')
      expect(after('2026-10-25T00:30Z')).toBe('2026-10-26T01:30')
    })

    test('every time of day comes on every day of a year, once and in order', () => {
      for (const [hour, minute] of [
        [0, 0],
        [0, 59],
        [1, 0],
        [1, 30],
        [2, 0],
        [23, 59],
      ] as const) {
        const at = `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`
        const days: string[] = []
        let ms = Date.parse('2026-01-01T00:00Z') - 1
        for (let count = 0; count < 365; count++) {
          const due = nextTime({ kind: 'daily', at }, ms, place)!
          expect(due, `after ${new Date(ms).toISOString()}`).toBeGreaterThan(ms)
          ms = due
          days.push(new Date(ms).toDateString())
        }
        expect(new Set(days).size, at).toBe(365)
        expect(days.at(-1), at).toBe('Thu Dec 31 2026')
      }
    })

    test('dusk comes on every day of a year, once', () => {
      const days = new Set<string>()
      let ms = Date.parse('2026-01-01T00:00Z')
      for (let count = 0; count < 365; count++) {
        ms = nextTime({ kind: 'sun', when: 'dusk', offsetMinutes: 0 }, ms, place)!
        days.add(new Date(ms).toDateString())
      }
      expect(days.size).toBe(365)
    })
  })

  test('at dusk and dawn of the place, sooner or later, and never where the sun does not set', () => {
    const dusk: TimeRule = { kind: 'sun', when: 'dusk', offsetMinutes: 0 }
    const evening = nextTime(dusk, Date.UTC(2026, 10, 27, 12), place)!
    // Civil dusk at 54.6° N, 2.5° W on that day is between 16:20 and 16:45 UTC.
    expect(evening).toBeGreaterThan(Date.UTC(2026, 10, 27, 16, 20))
    expect(evening).toBeLessThan(Date.UTC(2026, 10, 27, 16, 45))
    const dawn = nextTime({ kind: 'sun', when: 'dawn', offsetMinutes: 0 }, Date.UTC(2026, 10, 27, 12), place)!
    expect(dawn).toBeGreaterThan(Date.UTC(2026, 10, 28, 7, 0))
    expect(dawn).toBeLessThan(Date.UTC(2026, 10, 28, 7, 40))
    const early = nextTime({ ...dusk, offsetMinutes: -30 }, Date.UTC(2026, 10, 27, 12), place)!
    expect(evening - early).toBe(30 * 60_000)
    const after = nextTime(dusk, evening, place)!
    expect(after - evening).toBeGreaterThan(23.5 * 3_600_000)
    const summer = nextTime(dusk, Date.UTC(2026, 5, 1), { latitude: 80, longitude: 0 })!
    expect(summer).toBeGreaterThan(Date.UTC(2026, 7, 20))
  })

  test('is done once however much of it was missed, at once or not at all as chosen', () => {
    const daily: TimeRule = { kind: 'daily', at: '06:30' }
    const due = (until: string, now: string, missed: 'skip' | 'at-once' = 'skip', rule: TimeRule = daily) =>
      dueAt(rule, missed, at(until), at(now), place)
    expect(due('2026-11-26T12:00', '2026-11-27T06:29')).toBe('not-yet')
    expect(due('2026-11-26T12:00', '2026-11-27T06:30')).toBe('now')
    expect(due('2026-11-26T12:00', '2026-11-27T06:31:20')).toBe('now')
    expect([
      due('2026-11-26T12:00', '2026-11-27T09:00'),
      due('2026-11-26T12:00', '2026-11-27T09:00', 'at-once'),
    ]).toEqual(['missed', 'make-up'])
    // A week asleep, awake just in time for the last of them.
    expect(due('2026-11-20T12:00', '2026-11-27T06:30')).toBe('now')
    const often: TimeRule = { kind: 'every', minutes: 5 }
    expect([
      due('2026-11-27T06:00', '2026-11-27T06:04', 'skip', often),
      due('2026-11-27T06:00', '2026-11-27T06:05', 'skip', often),
    ]).toEqual(['not-yet', 'now'])
    expect(due('2026-11-27T06:00', '2026-11-27T09:33', 'skip', often)).toBe('missed')
    expect(due('2026-11-27T06:00', '2026-11-27T09:31', 'skip', often)).toBe('now')
    expect(due('2026-12-02T06:00', '2026-12-03T06:00', 'at-once', { kind: 'once', at: '2026-12-01T06:30' })).toBe(
      'not-yet',
    )
  })
})

describe('a door in words', () => {
  const names = { programs: desk.programs, devices: desk.devices, frames: { f: 'Night' } }
  const said = (door: object) => describeDoor(doorSchema.parse({ id: 'd', ...door }), names)

  test('by pointing: its tile, or a lamp with what it is of', () => {
    expect(said({ kind: 'tile' })).toBe('By its tile in the bench strip')
    const lamp = (deviceId: string, controlId: string) => said({ kind: 'lamp', deviceId, controlId })
    expect([lamp('mic', 'mute'), lamp('mic', 'gone'), lamp('gone', 'mute')]).toEqual([
      'By a click on the lamp Microphone, Mute',
      'By a click on the lamp Microphone',
      'By a click on the lamp gone',
    ])
  })

  test.each<[string, Record<string, unknown>]>([
    ['When DOME starts', { kind: 'program-starts', programId: 'dome' }],
    ['When gone starts', { kind: 'program-starts', programId: 'gone' }],
    ['When DOME ends', { kind: 'program-ends', programId: 'dome' }],
    ['When Microphone is plugged in', { kind: 'plugged-in', deviceId: 'mic' }],
    ['When gone is unplugged', { kind: 'plugged-out', deviceId: 'gone' }],
    [
      'When a file *.exposure appears in ${downloads}',
      { kind: 'file-appears', folder: '${downloads}', pattern: '*.exposure' },
    ],
    ['When a file appears in /in', { kind: 'file-appears', folder: '/in', pattern: '*' }],
    ['When another program comes to the front', { kind: 'front-changes' }],
    ['When CHART comes to the front', { kind: 'front-changes', programId: 'chart' }],
    ['When the frame Night goes on', { kind: 'frame-on', frameId: 'f' }],
    ['When the frame gone goes on', { kind: 'frame-on', frameId: 'gone' }],
    ['When Keen Lever starts', { kind: 'product-starts' }],
  ])('by what happens: %s', (words, event) => {
    expect(said({ kind: 'event', event })).toBe(words)
  })

  test('what is not chosen yet is left open', () => {
    const open = (event: BenchEvent) => describeDoor({ id: 'd', kind: 'event', event }, names)
    expect([
      open({ kind: 'program-starts', programId: '' }),
      open({ kind: 'plugged-in', deviceId: '' }),
      open({ kind: 'frame-on', frameId: '' }),
      open({ kind: 'file-appears', folder: '', pattern: '*' }),
    ]).toEqual(['When … starts', 'When … is plugged in', 'When the frame … goes on', 'When a file appears in …'])
  })

  test.each<[string, Record<string, unknown>]>([
    ['Once, at 2026-12-01 06:30', { kind: 'once', at: '2026-12-01T06:30' }],
    ['At 06:30 every day', { kind: 'daily', at: '06:30' }],
    ['At 06:30 every day', { kind: 'daily', at: '06:30', days: [7, 6, 5, 4, 3, 2, 1] }],
    ['At 06:30 on weekdays', { kind: 'daily', at: '06:30', days: [5, 1, 2, 3, 4] }],
    ['At 06:30 at weekends', { kind: 'daily', at: '06:30', days: [7, 6] }],
    ['At 06:30 on Sunday', { kind: 'daily', at: '06:30', days: [7, 7] }],
    ['At 06:30 on Monday, Wednesday and Friday', { kind: 'daily', at: '06:30', days: [5, 3, 1] }],
    ['Every minute', { kind: 'every', minutes: 1 }],
    ['Every 5 minutes', { kind: 'every', minutes: 5 }],
    ['At dusk', { kind: 'sun', when: 'dusk' }],
    ['20 minutes before dusk', { kind: 'sun', when: 'dusk', offsetMinutes: -20 }],
    ['1 minute after dawn on Monday', { kind: 'sun', when: 'dawn', offsetMinutes: 1, days: [1] }],
  ])('by the time: %s', (words, time) => {
    expect(said({ kind: 'time', time })).toBe(words)
  })
})
