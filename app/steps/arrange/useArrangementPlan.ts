import { refThrottled } from '@vueuse/core'
import { computed } from 'vue'
import type { ComputedRef } from 'vue'
import { judgeArrangement } from '~~/core/arrangement'
import type { ArrangementPlan, PlannedPart } from '~~/core/arrangement'
import { describeStep } from '~~/core/steps'
import type { Arrangement } from '~~/core/steps'
import { useMirror } from '~/live/useMirror'

/** The bench changes often while something runs; the way is worked out anew so often at most. */
const EVERY_MS = 250

/** An arrangement beside the bench as it stands: what holds, what would be done, and what cannot be reached. */
export function useArrangementPlan(wanted: ComputedRef<Arrangement>, values: () => Readonly<Record<string, string>>) {
  const mirror = useMirror()
  const bench = refThrottled(
    computed(() => mirror.bench),
    EVERY_MS,
    true,
    true,
  )
  const isOn = (frameId: string) => mirror.framesLive.find(({ id }) => id === frameId)?.on ?? false
  const plan = computed<ArrangementPlan>(() =>
    judgeArrangement(bench.value, wanted.value, {
      nowMs: mirror.moment.nowMs,
      values: { values: values(), broken: {} },
      framesOn: isOn,
    }),
  )
  const byPlace = computed<ReadonlyMap<string, PlannedPart>>(
    () => new Map(plan.value.parts.map((part) => [part.at, part])),
  )
  const names = computed(() => ({ ...mirror.names, windows: bench.value.windows }))
  /** What would be done, in order, as sentences. */
  const way = computed(() => plan.value.steps.map((step) => describeStep(step, names.value)))
  return { plan, bench, byPlace, way }
}
