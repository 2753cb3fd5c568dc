import { defineStep } from '../defineStep'

/** Takes back what the run has changed so far: what came before was for a while. */
export const putBackSteps = defineStep({
  kind: 'run.put-back',
  label: 'Put back what was changed',
  help: 'Takes back what the steps before have changed; what somebody else has altered since is left.',
  nature: 'message',
  phrases: [
    { say: 'put [everything|all|it|them] back', gives: {} },
    { say: 'put back [everything|all]', gives: {} },
  ],
  fields: {},
  fresh: {},
  sentence: () => 'Puts back what it has changed.',
  byHand: () => undefined,
  perform: () => ({ kind: 'puts-back' }),
})
