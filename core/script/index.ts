export { namesInScript, renamedInScript } from './names'
export {
  DEEPEST_OUTCOME,
  LARGEST_OUTCOME,
  LONGEST_SAID,
  LONGEST_SCRIPT,
  MOST_MADE_STEPS,
  MOST_SAID,
  needKey,
  scriptOutcomeSchema,
  scriptRequestSchema,
} from './script'
export type { ScriptNeed, ScriptOutcome, ScriptRequest } from './script'
