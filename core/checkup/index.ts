export { CheckUp, checkUp, whatIf } from './checkUp'
export type { CheckUpInput, WhatIf } from './checkUp'
export { patchOf } from './finding'
export type { About, Finding, Mend } from './finding'
