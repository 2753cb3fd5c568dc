import type { AnswerOf } from '../../contract'
import type { Engine } from '../engine'

/** What is noticed now, as it is answered. */
export async function noticedNow({ noticingDesk }: Engine): Promise<AnswerOf<'readNoticed'>> {
  const { proposals, facts, aside, ...told } = await noticingDesk.look()
  return {
    ...told,
    proposals: proposals.map((proposal) => ({
      ...proposal,
      steps: [...proposal.steps],
      inputs: [...proposal.inputs],
    })),
    facts: facts.map((fact) => (fact.kind === 'alike' ? { ...fact, leverIds: [...fact.leverIds] } : fact)),
    aside: [...aside],
  }
}
