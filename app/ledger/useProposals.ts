import { useRouter } from 'vue-router'
import type { AnswerOf } from '~~/contract'
import { arrangementOf } from '~~/core/arrangement'
import { leverDraftSchema, roadsOfLevers } from '~~/core/levers'
import type { Lever, LeverDraft } from '~~/core/levers'
import { own } from '~~/core/result'
import { namedIn, stepSchema } from '~~/core/steps'
import type { Step, StepOf } from '~~/core/steps'
import { DIRECTIONS } from '~~/core/turntable'
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

const MOST_ROADS = 8
const tableIn = ({ steps }: Lever) => steps.find((step): step is StepOf<'turntable'> => step.kind === 'turntable')

/** Makes levers of what was noticed. */
export function useProposals() {
  const mirror = useMirror()
  const notices = useNotices()
  const router = useRouter()

  /** Turntables that have a road free. */
  function tablesWithRoom(): Lever[] {
    return mirror.levers.filter((lever) => (tableIn(lever)?.roads.length ?? MOST_ROADS) < MOST_ROADS)
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
    const made = await notices.attempt(() => callApi('createLever', { body }))
    if (!made) return
    if (reach.kind === 'road') await addRoad(reach.tableId, made)
    notices.say(`Made ${made.plate} ${made.name}.`)
    await router.push(`/levers/${made.id}`)
  }

  async function addRoad(tableId: string, lever: Lever): Promise<void> {
    const table = mirror.leverById.get(tableId)
    const step = table && tableIn(table)
    const free = DIRECTIONS.find((direction) => !step?.roads.some((road) => road.direction === direction))
    if (!table || !step || !free) return
    const newId = () => crypto.randomUUID().slice(0, 12)
    const road = { ...roadsOfLevers([lever], newId)[0]!, direction: free }
    const steps = table.steps.map((one) => (one === step ? { ...step, roads: [...step.roads, road] } : one)) as Step[]
    await notices.attempt(() => callApi('editLever', { id: table.id, body: { version: table.version, steps } }))
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
