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
  'programs.put-away': defineAsyncComponent(() => import('./PutProgramsAwayForm.vue')),
  'programs.show': defineAsyncComponent(() => import('./ShowProgramsForm.vue')),
  'program.tell': defineAsyncComponent(() => import('./TellProgramForm.vue')),
  'windows.place': defineAsyncComponent(() => import('./PlaceWindowsForm.vue')),
  'windows.set': defineAsyncComponent(() => import('./SetWindowsForm.vue')),
  'windows.close': defineAsyncComponent(() => import('./CloseWindowsForm.vue')),
  'window.cycle': defineAsyncComponent(() => import('./CycleWindowsForm.vue')),
  'desktop.go': defineAsyncComponent(() => import('./GoToDesktopForm.vue')),
  'files.move': defineAsyncComponent(() => import('./MoveFilesForm.vue')),
  'files.rename': defineAsyncComponent(() => import('./RenameFilesForm.vue')),
  'files.folder': defineAsyncComponent(() => import('./MakeFolderForm.vue')),
  'files.bin': defineAsyncComponent(() => import('./BinFilesForm.vue')),
  'files.restore': defineAsyncComponent(() => import('./RestoreFilesForm.vue')),
  'files.gather': defineAsyncComponent(() => import('./GatherFilesForm.vue')),
  'text.type': defineAsyncComponent(() => import('./TypeTextForm.vue')),
  'keys.send': defineAsyncComponent(() => import('./SendKeysForm.vue')),
  'clipboard.use': defineAsyncComponent(() => import('./UseClipboardForm.vue')),
  'player.control': defineAsyncComponent(() => import('./ControlPlayerForm.vue')),
  'frame.lift': defineAsyncComponent(() => import('./LiftFramesForm.vue')),
  'wait.until': defineAsyncComponent(() => import('./WaitUntilForm.vue')),
  wait: defineAsyncComponent(() => import('./WaitForm.vue')),
  group: defineAsyncComponent(() => import('./BlockView.vue')),
  if: defineAsyncComponent(() => import('./BlockView.vue')),
}
