import { useRouter } from 'vue-router'
import type { AnswerOf } from '~~/contract'
import { arrangementOf } from '~~/core/arrangement'
import { hasRoadFree, leverDraftSchema } from '~~/core/levers'
import type { Lever, LeverDraft } from '~~/core/levers'
import { own } from '~~/core/result'
import { namedIn, stepSchema } from '~~/core/steps'
import type { Step } from '~~/core/steps'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

export type Proposal = AnswerOf<'readNoticed'>['proposals'][number]

/** How the new lever shall be reached. */
export type Reach =
  | { readonly kind: 'key'; readonly chord: string }
  | { readonly kind: 'word'; readonly word: string }
  | { readonly kind: 'road'; readonly tableId: string }
  | { readonly kind: 'later' }

/** Makes levers of what was noticed. */
export function useProposals() {
  const mirror = useMirror()
  const notices = useNotices()
  const router = useRouter()

  /** Turntables that have a road free. */
  function tablesWithRoom(): Lever[] {
    return mirror.levers.filter(hasRoadFree)
  }

  function draftOf({ name, steps, inputs, scope }: Proposal, frameId: string, reach: Reach): LeverDraft {
    return leverDraftSchema.parse({
      frameId,
      name,
      steps,
      scope,
      ...(inputs.length > 0 ? { inputs } : {}),
      triggers: reach.kind === 'key' ? [{ id: 't1', kind: 'chord', chord: reach.chord }] : [],
      aliases: reach.kind === 'word' ? [reach.word] : [],
    })
  }

  /** The lever, shown at once so that it can be altered; undefined where it could not be made. */
  async function make(proposal: Proposal, frameId: string, reach: Reach, arranged: boolean): Promise<void> {
    const draft = draftOf(proposal, frameId, reach)
    const step = arranged ? arrangementFor(proposal) : undefined
    const body = step ? { ...draft, steps: [step], pulledAgain: 'put-back' as const } : draft
    const road = reach.kind === 'road' ? { roadOf: reach.tableId } : {}
    const made = await notices.attempt(() => callApi('createLever', { body: { ...body, ...road } }))
    if (!made) return
    notices.say(`Made ${made.plate} ${made.name}.`)
    await router.push(`/levers/${made.id}`)
  }

  /** How the windows of its programs stand now, as what shall be reached; undefined where none of them is open. */
  function arrangementFor({ steps }: Proposal): Step | undefined {
    const programs = new Set(namedIn(steps, 'program'))
    const taken = arrangementOf(mirror.bench, { windows: true })
    const windows = taken.windows.filter(({ programId }) => programs.has(programId))
    if (windows.length === 0) return undefined
    return stepSchema.parse({ id: 's1', kind: 'bench.arrange', ...taken, windows, devices: [], rest: 'leave' })
  }

  const nameOf = (id: string) => {
    const lever = mirror.leverById.get(id)
    return lever ? `${lever.plate} ${lever.name}` : 'a lever that is gone'
  }
  const programName = (id: string) => own(mirror.bench.programs, id)?.name ?? id

  return { make, tablesWithRoom, arrangementFor, nameOf, programName }
}
