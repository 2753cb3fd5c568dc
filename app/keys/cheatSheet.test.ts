import { expect, test } from 'vitest'
import { createClashIndex } from '~~/core/clash'
import { frames, levers, programs } from '~~/demo'
import { cheatSheetHtml, cheatSheetSvg } from './cheatSheet'

const input = { levers, frames, programs: Object.fromEntries(programs.map((program) => [program.id, program])) }
const sheet = (frameId: string, frontProgramId?: string) => ({
  frame: frames.find((frame) => frame.id === frameId)!,
  frontProgramId,
  input,
  index: createClashIndex(input),
})

test('a drawing for each layer that has levers of the frame, the fullest first, with a key for each', () => {
  const svg = cheatSheetSvg(sheet('desk'))
  expect([...svg.matchAll(/font-weight="bold">([^<]+)</g)].map((match) => match[1])).toEqual([
    'Keys of Desk',
    'Alt+Meta and',
    'Ctrl+Alt and',
    'Meta and',
  ])
  expect(svg).toContain('>10 Log</text>')
  expect(svg).not.toContain('Welcome')
})

test('a key that is live in one program only stands on the sheet for that program', () => {
  expect([
    cheatSheetHtml(sheet('night-run', 'plate-catcher')).includes('From camera to chart'),
    cheatSheetHtml(sheet('night-run', 'night-book')).includes('From camera to chart'),
  ]).toEqual([true, false])
})

test('names are text in it, whatever they hold', () => {
  const odd = {
    ...input,
    levers: levers.map((lever) => (lever.plate === 10 ? { ...lever, name: '<script>"x"</script>' } : lever)),
  }
  const html = cheatSheetHtml({ ...sheet('desk'), input: odd, index: createClashIndex(odd) })
  expect(html).not.toContain('<script>')
  expect(html).toContain('&lt;script&gt;&quot;x&quot;')
})
