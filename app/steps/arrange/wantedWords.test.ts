import { expect, test } from 'vitest'
import { workstation as desk } from '../../../demo'
import { contentWords, linesOf, placeWords, standWords, textsOf } from './wantedWords'

test('what a window is to show is said in a few words', () => {
  expect(contentWords({ programId: 'chart' })).toBe('whatever it shows')
  expect(contentWords({ programId: 'chart', shows: { documents: [] } })).toBe('nothing opened in it')
  const shows = { profile: 'red', edition: 'night', documents: ['/l/a.log', '${logs}/b.log', 'https://fell.test/now/'] }
  expect(contentWords({ programId: 'chart', shows })).toBe('red, night · a.log, b.log, fell.test/now/')
})

test('where it is to stand, and where it stands, are said alike', () => {
  const area = { x: 0, y: 0, width: 50, height: 100 }
  const wanted = {
    programId: 'chart',
    mode: 'normal',
    displayId: 'display-right',
    desktop: 2,
    area,
    inFront: true,
  } as const
  expect(placeWords(wanted, desk)).toBe('the left half · Right display · desktop 2 Charts · in front')
  // A window that is not at its normal size has no part of a display.
  expect(placeWords({ ...wanted, mode: 'maximized' }, desk)).toBe(
    'maximized · Right display · desktop 2 Charts · in front',
  )
  expect(placeWords({ programId: 'chart' }, desk)).toBe('')
  expect(placeWords({ programId: 'chart', displayId: 'gone', desktop: 1 }, { ...desk, desktops: undefined })).toBe(
    'gone',
  )
  expect(standWords(desk.windows['w-drawers']!, desk)).toBe('minimized · Left display · desktop 1 Capture')
})

test('lists are written one a line', () => {
  expect(textsOf(linesOf(['/a b', 'c']))).toEqual(['/a b', 'c'])
  expect(textsOf('\n  a \r\n\n b')).toEqual(['a', 'b'])
})
