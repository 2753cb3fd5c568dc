export { argumentRulesSchema, optionSchema, positionalSchema, valueSourceSchema, WINDOW_PARTS } from './argumentRules'
export type { ArgumentRules, Positional, ProgramOption, ValueSource, WindowPart } from './argumentRules'
export { composeArguments, freshOption, writePart, writeParts } from './composeArguments'
export type { ArgumentPart } from './composeArguments'
export { CONVENTIONS, guessConvention, joinAs, splitAs, stripQuotes, tellAs, trimPasted } from './conventions'
export type { Convention } from './conventions'
export { commandIssue, describeIssue } from './issues'
export type { CommandFact } from './issues'
export { joinExec, quoteExec, readExecWords, splitExec, writeExecWords } from './exec'
export type { ExecWord, FieldCodeValues } from './exec'
export {
  escapeVariables,
  expandNames,
  expandVariables,
  namesUsed,
  partsOf as partsOfText,
  renameVariable,
  unescapeVariables,
} from './expandVariables'
export type { NameTexts, TextPart } from './expandVariables'
export { describeExpansion, findExpansions } from './findExpansions'
export type { Expansion } from './findExpansions'
export { lintArguments } from './lintArguments'
export type { ArgumentFinding, LintContext } from './lintArguments'
export { guessPositional, isAddress, lastPart, looksLikeOption, matchOption } from './matchArgument'
export { joinPosix, quotePosix, splitPosix } from './posix'
export { readArguments } from './readArguments'
export type { IgnoredArgument, PathLookup, Reading, TakenArgument } from './readArguments'
export { readPasted } from './readPasted'
export type { Pasted } from './readPasted'
export { NO_VALUES, resolveValues, valueTableSchema } from './resolveValues'
export type { NamedText, ValueTable } from './resolveValues'
export { visibleSegments } from './visibleSegments'
export type { Segment } from './visibleSegments'
export { joinWindows, splitWindows, tellWindows } from './windows'
