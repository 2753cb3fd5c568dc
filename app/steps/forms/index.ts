import { defineAsyncComponent } from 'vue'
import type { Component } from 'vue'
import type { StepKind } from '~~/core/steps'

/**
 * The form of each kind of step, loaded when it is first shown. A form takes `modelValue` (the step), `name`, `index`,
 * `findings`, `issueOf` and `values`, and tells `update:modelValue`; what stands in its `.first-line` comes beside the
 * kind.
 */
export const stepForms: Record<StepKind, Component> = {
  'program.open': defineAsyncComponent(() => import('./OpenProgramForm.vue')),
  'program.raise': defineAsyncComponent(() => import('./RaiseProgramForm.vue')),
  'program.switch': defineAsyncComponent(() => import('./SwitchProgramsForm.vue')),
  'program.close': defineAsyncComponent(() => import('./CloseProgramForm.vue')),
  'place.open': defineAsyncComponent(() => import('./OpenPlacesForm.vue')),
  'device.control': defineAsyncComponent(() => import('./ControlDevicesForm.vue')),
  'frame.switch': defineAsyncComponent(() => import('./SwitchFramesForm.vue')),
  'message.show': defineAsyncComponent(() => import('./ShowMessageForm.vue')),
  'run.put-back': defineAsyncComponent(() => import('./PlainForm.vue')),
  wait: defineAsyncComponent(() => import('./WaitForm.vue')),
  group: defineAsyncComponent(() => import('./BlockView.vue')),
  if: defineAsyncComponent(() => import('./BlockView.vue')),
}
