import { expect, test } from 'vitest'
import { computed, nextTick, ref } from 'vue'
import { levers } from '~~/demo'
import { useSelection } from './useSelection'

test('one is at hand, a span is marked from where marking began, and what leaves the list is no longer marked', async () => {
  const shown = ref(levers.slice(0, 6))
  const { current, marked, chosen, move, toggle, markAll, clear } = useSelection(computed(() => shown.value))
  const plates = () => marked.value.map((lever) => lever.plate)
  expect([current.value!.plate, chosen.value.map((lever) => lever.plate)]).toEqual([1, [1]])
  move(2)
  move(1, true)
  move(1, true)
  expect([current.value!.plate, plates()]).toEqual([5, [3, 4, 5]])
  move(-3, true)
  expect(plates()).toEqual([2, 3])
  toggle(levers[5])
  expect(plates()).toEqual([2, 3, 6])
  shown.value = levers.slice(2, 6)
  await nextTick()
  expect([plates(), chosen.value.length]).toEqual([[3, 6], 2])
  markAll()
  expect(plates()).toEqual([3, 4, 5, 6])
  clear()
  move(99)
  expect([plates(), current.value!.plate, chosen.value.length]).toEqual([[], 6, 1])
})
