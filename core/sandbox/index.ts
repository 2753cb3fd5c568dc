import variant from '@jitl/quickjs-singlefile-cjs-release-sync'
import { newQuickJSWASMModuleFromVariant } from 'quickjs-emscripten-core'
import type { QuickJSWASMModule } from 'quickjs-emscripten-core'

export { runScript } from './runScript'
export type { Ran } from './runScript'
export type { QuickJSWASMModule }

/** An interpreter for scripts; it takes some 30 ms. */
export function newInterpreter(): Promise<QuickJSWASMModule> {
  return newQuickJSWASMModuleFromVariant(variant)
}
