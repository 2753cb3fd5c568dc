import { expect, test } from 'vitest'
import { KeptFiles } from './keptFiles'

const listed = (name: string, signature: string, size = 10) => ({ name, signature, inode: 1, size })

test('a key waits for what was saved whole, is not large, and was not read yet, however long ago it was seen', () => {
  const files = new KeptFiles()
  files.see([listed('dome.yaml', 'a'), listed('large.yaml', 'a', 5000)], 1000)
  expect([files.isSavedSince(400, 5000), files.isSavedSince(1000, 5000), files.isSavedSince(400, 10)]).toEqual([
    true,
    false,
    false,
  ])
  const file = files.get('dome.yaml')!
  file.isHalf = true
  expect(files.isSavedSince(400, 5000)).toBe(false)
  // Written on, it counts again.
  files.see([listed('dome.yaml', 'b'), listed('large.yaml', 'a', 5000)], 1200)
  expect(files.isSavedSince(400, 5000)).toBe(true)
  file.isPending = false
  expect(files.isSavedSince(400, 5000)).toBe(false)
})
