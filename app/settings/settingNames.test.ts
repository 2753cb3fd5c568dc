import { expect, test } from 'vitest'
import { SETTING_NAMES, settingHint, settingsFound } from './settingNames'

test('every setting says what it affects, and none stands twice', () => {
  for (const { id } of SETTING_NAMES) expect(settingHint(id)).toMatch(/[.]$/)
  expect(new Set(SETTING_NAMES.map(({ id }) => id)).size).toBe(SETTING_NAMES.length)
})

test('settings are found by their names, by what they affect and by where they stand, in any order of words', () => {
  expect([...settingsFound('undone')]).toEqual(['revisionDays'])
  expect([...settingsFound('AT DAWN levers')]).toEqual(['place'])
  expect([...settingsFound('keyboard engraved')]).toEqual(['legends'])
  expect(settingsFound('what is kept').size).toBe(8)
  expect(settingsFound('  ').size).toBe(SETTING_NAMES.length)
  expect(settingsFound('nothing like it').size).toBe(0)
})
