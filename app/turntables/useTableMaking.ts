import { useRouter } from 'vue-router'
import { fitRoads, leverDraftSchema, LONGEST_NAME, roadsOfLevers } from '~~/core/levers'
import type { Lever } from '~~/core/levers'
import { listed } from '~~/core/names'
import { own } from '~~/core/result'
import type { Road, StepOf } from '~~/core/steps'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useRoadsOfProgram } from './useRoadsOfProgram'

/** Makes levers with turntables from what is there, and goes to their editor, where a key is all that is missing. */
export function useTableMaking() {
  const mirror = useMirror()
  const notices = useNotices()
  const router = useRouter()
  const roadsOf = useRoadsOfProgram()
  const newId = () => crypto.randomUUID().slice(0, 12)

  async function make(name: string, roads: readonly Road[], part: Partial<Lever>, aside = ''): Promise<void> {
    if (roads.length < 2) {
      const text = `A turntable needs two roads at least; here ${roads.length === 1 ? 'is one' : 'are none'}. ${aside}`
      return notices.show({ text, tone: 'fault' })
    }
    const draft = leverDraftSchema.parse({
      frameId: mirror.frames[0]?.id ?? '',
      name: name.slice(0, LONGEST_NAME),
      steps: [{ id: newId(), kind: 'turntable', roads }],
      ...part,
    })
    const made = await notices.attempt(() => callApi('createLever', { body: draft }))
    if (!made) return
    notices.say(`Made ${made.plate} ${made.name}. Give it a key or a button. ${aside}`.trim())
    await router.push(`/levers/${made.id}`)
  }

  /** Its most useful acts; live only while it is in front. */
  async function fromProgram(programId: string): Promise<void> {
    const program = own(mirror.bench.programs, programId)
    if (!program) return
    const none = `${program.name} has neither verbs nor keys of its own that could be roads.`
    const roads = await roadsOf(program)
    const scope = { kind: 'only' as const, programIds: [programId] }
    await make(`Roads of ${program.name}`, roads, { scope }, roads.length < 2 ? none : '')
  }

  async function fromLevers(levers: readonly Lever[]): Promise<void> {
    const aside = levers.length > 8 ? 'Of those marked the first eight are on it.' : ''
    await make('Roads', roadsOfLevers(levers, newId), { frameId: levers[0]?.frameId }, aside)
  }

  /** What of it fits another program, for that one. */
  async function copyFor(lever: Lever, programId: string): Promise<void> {
    const to = own(mirror.bench.programs, programId)
    const from = lever.scope.kind === 'only' ? own(mirror.bench.programs, lever.scope.programIds[0] ?? '') : undefined
    const step = lever.steps.find((one): one is StepOf<'turntable'> => one.kind === 'turntable')
    if (!to || !step) return
    const { roads, left } = from ? fitRoads(step.roads, from, to) : { roads: step.roads, left: [] }
    const aside = left.length > 0 ? `${to.name} has nothing like ${listed(left.map((one) => `“${one}”`))}.` : ''
    const scope = { kind: 'only' as const, programIds: [programId] }
    const { triggers, frameId } = lever
    await make(`Roads of ${to.name}`, roads, { scope, frameId, triggers }, aside)
  }

  /** A road pulls a lever from now on, whatever it did before; undo brings that back. */
  async function putOnRoad(table: Lever, at: number, leverId: string): Promise<void> {
    const pulls = roadsOfLevers([{ id: leverId }], newId)[0]!.steps
    const steps = table.steps.map((step) => {
      if (step.kind !== 'turntable') return step
      const road = step.roads[at]!
      return { ...step, roads: step.roads.with(at, { ...road, label: '', steps: pulls as typeof road.steps }) }
    })
    const body = { version: table.version, steps }
    const saved = await notices.attempt(() => callApi('editLever', { id: table.id, body }))
    const put = mirror.leverById.get(leverId)
    if (saved && put) notices.say(`${put.plate} ${put.name} is on road ${at + 1} of ${saved.name}.`)
  }

  return { fromProgram, fromLevers, copyFor, putOnRoad }
}
