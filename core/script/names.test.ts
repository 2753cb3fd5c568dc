import { expect, test } from 'vitest'
import { namesInScript, renamedInScript } from '.'

test('names of values are found however a script writes them', () => {
  expect(
    namesInScript(
      'values.night + values[\'dome-no\'] + values["guest"].page + values?.red + values . far\nmyvalues.x; values[name]',
    ),
  ).toEqual(['night', 'dome-no', 'guest', 'red', 'far'])
  expect(namesInScript('night + evalues.x')).toEqual([])
})

test('a value gets another name where it is used, and nowhere else', () => {
  const script = "values.night + values.nightly + values['night'] + night + values.night.page // values.night"
  expect(renamedInScript(script, 'night', 'evening')).toBe(
    "values.evening + values.nightly + values['evening'] + night + values.evening.page // values.evening",
  )
  expect(renamedInScript('values.night + values["night"]', 'night', 'dark-time')).toBe(
    'values[\'dark-time\'] + values["dark-time"]',
  )
  expect(renamedInScript('values[ "dark-time" ]', 'dark-time', 'night')).toBe('values[ "night" ]')
})
