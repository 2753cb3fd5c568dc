export { frameToPosixScript, toPosixScript } from './toPosixScript'
export type { PosixScript, ScriptLever, ShellContext } from './toPosixScript'
export { quoteWord } from './quote'
export type { CommandByHand } from './writing'
