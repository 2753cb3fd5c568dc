import { useRouter } from 'vue-router'
import { fileAt, folderOf, raiseIn } from '~~/core/bench'
import type { Change } from '~~/core/bench'
import { escapeVariables } from '~~/core/command'
import type { EntryAct, Findable, Target } from '~~/core/finding'
import { assertNever, own } from '~~/core/result'
import { usualControlStep } from '~~/core/steps'
import type { Step } from '~~/core/steps'
import { useBenchActs } from '~/bench/useBenchActs'
import { useLeverActions } from '~/levers/useLeverActions'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useLauncherMemory } from './useLauncherMemory'

type Place = { place?: string; programId?: string; whenRunning?: 'program' | 'raise' | 'another' }

/** What is done with what was found. Where it has gone meanwhile, that is told, and nothing is done. */
export function useEntryActs() {
  const mirror = useMirror()
  const notices = useNotices()
  const router = useRouter()
  const bench = useBenchActs()
  const levers = useLeverActions()
  const memory = useLauncherMemory()

  /** Whether what an entry stands for is still there. */
  function isThere(target: Target): boolean {
    switch (target.kind) {
      case 'lever':
        return mirror.leverById.has(target.leverId)
      case 'program':
        return own(mirror.bench.programs, target.programId) !== undefined
      case 'window':
        return own(mirror.bench.windows, target.windowId) !== undefined
      case 'tab':
        return (
          own(mirror.bench.windows, target.windowId)?.content.documents.some(({ path }) => path === target.path) ??
          false
        )
      case 'file':
      case 'folder':
        return fileAt(mirror.bench.files, target.path)?.kind === target.kind
      case 'address':
        return mirror.bench.addresses.some(({ address }) => address === target.address)
      case 'control':
        return own(own(mirror.bench.devices, target.deviceId)?.controls ?? {}, target.controlId) !== undefined
      case 'frame':
        return mirror.frameById.has(target.frameId)
      case 'value':
        return mirror.values.some(({ id }) => id === target.valueId)
      case 'clip':
        return (mirror.bench.clipboard ?? []).some(({ id }) => id === target.clipId)
      case 'sum':
        return memory.sums.some(({ id }) => id === target.sumId)
      case 'setting':
      case 'view':
        return true
      default:
        return assertNever(target)
    }
  }

  async function open(body: Place): Promise<void> {
    const run = await notices.attempt(() => callApi('openPlace', { body: { ...body, source: 'launcher' } }))
    if (run) levers.tell(run)
  }

  /** Puts a text on the clipboard of the bench. */
  async function copy(text: string, told = `Copied “${text}”.`): Promise<void> {
    if (await bench.act({ kind: 'clipboard.use', act: 'put', programId: '', text: escapeVariables(text) }))
      notices.say(told)
  }

  function raise(windowId: string, ...more: Change[]): void {
    bench.change(...raiseIn(mirror.bench, windowId), ...more)
  }

  async function go(target: Target): Promise<void> {
    switch (target.kind) {
      case 'lever':
        return levers.pull(mirror.leverById.get(target.leverId)!, 'launcher')
      case 'program':
        return open({ programId: target.programId, whenRunning: 'raise' })
      case 'window':
        return raise(target.windowId)
      case 'tab': {
        const { content } = own(mirror.bench.windows, target.windowId)!
        return raise(target.windowId, {
          kind: 'window.show',
          windowId: target.windowId,
          content: { ...content, active: target.path },
        })
      }
      case 'file':
      case 'folder':
        return open({ place: target.path })
      case 'address':
        return open({ place: target.address })
      case 'control': {
        const step = controlStep(target)
        // A level is set where it can be seen.
        if (step.to.kind === 'step') return void router.push('/bench')
        await bench.act(step)
        return
      }
      case 'frame': {
        const frame = mirror.framesLive.find(({ id }) => id === target.frameId)!
        return levers.switchFrame(target.frameId, !frame.on)
      }
      case 'value':
        return copy(mirror.values.find(({ id }) => id === target.valueId)!.text)
      case 'clip': {
        await bench.act({ kind: 'clipboard.use', act: 'paste', programId: '', nth: clipNumber(target.clipId) })
        return
      }
      case 'sum':
        return copy(String(memory.sums.find(({ id }) => id === target.sumId)!.value))
      case 'setting':
        return void router.push(`/settings#setting-${target.settingId}`)
      case 'view':
        return void router.push(target.path)
      default:
        return assertNever(target)
    }
  }

  /** The how-manieth clip it is, 1 the newest. */
  function clipNumber(clipId: string): number {
    return (mirror.bench.clipboard ?? []).findIndex(({ id }) => id === clipId) + 1
  }

  function controlStep({ deviceId, controlId }: Extract<Target, { kind: 'control' }>) {
    const control = own(own(mirror.bench.devices, deviceId)!.controls, controlId)!
    return usualControlStep('s1', deviceId, controlId, control)
  }

  function edit(target: Target): void {
    const path = whereEdited(target)
    if (path !== undefined) void router.push(path)
  }

  /** A key for it: of a lever in its editor, of all else by a new lever that does what Enter does. */
  function bind(entry: Findable): void {
    const { target } = entry
    if (target.kind === 'lever') return void router.push(`/levers/${target.leverId}#triggers`)
    const step = stepFor(target)
    if (!step) return
    const name = target.kind === 'program' ? `Open ${entry.name}` : entry.name
    void router.push({ path: '/levers/new', query: { step: JSON.stringify(step), name } })
  }

  /** The step that does what Enter does. */
  function stepFor(target: Target): Step | undefined {
    const common = { id: 's1', onFailure: 'stop' as const }
    switch (target.kind) {
      case 'program':
        return { ...common, kind: 'program.open', programId: target.programId, args: [], whenRunning: 'raise' }
      case 'window': {
        const window = own(mirror.bench.windows, target.windowId)
        return window && { ...common, kind: 'program.raise', programId: window.programId }
      }
      case 'file':
      case 'folder':
        return { ...common, kind: 'place.open', places: [escapeVariables(target.path)] }
      case 'address':
        return { ...common, kind: 'place.open', places: [escapeVariables(target.address)] }
      case 'control':
        return controlStep(target)
      default:
        return undefined
    }
  }

  /** The text of it that is worth having elsewhere. */
  function textOf(entry: Findable): string {
    const { target } = entry
    switch (target.kind) {
      case 'program':
        return own(mirror.bench.programs, target.programId)!.executable
      case 'tab':
      case 'file':
      case 'folder':
        return target.path
      case 'address':
        return target.address
      case 'value':
        return mirror.values.find(({ id }) => id === target.valueId)!.text
      case 'clip':
        return mirror.bench.clipboard!.find(({ id }) => id === target.clipId)!.text
      default:
        return entry.name
    }
  }

  function show({ target }: Findable): Promise<void> {
    const path = target.kind === 'program' ? own(mirror.bench.programs, target.programId)!.executable : undefined
    return open({ place: folderOf(path ?? ('path' in target ? target.path : '/')) })
  }

  /** Does an act that needs nothing more to be said. */
  async function perform(
    act: Exclude<EntryAct, 'open-with' | 'word' | 'why' | 'rack' | 'uninstall'>,
    entry: Findable,
  ): Promise<void> {
    const { target } = entry
    if (!isThere(target)) {
      notices.show({ text: `“${entry.name}” is gone: somebody closed, moved or deleted it meanwhile.`, tone: 'fault' })
      return
    }
    switch (act) {
      case 'go':
        return go(target)
      case 'another':
        return target.kind === 'program' ? open({ programId: target.programId, whenRunning: 'another' }) : go(target)
      case 'show':
        return show(entry)
      case 'copy':
        return copy(textOf(entry))
      case 'edit':
        return edit(target)
      case 'bind':
        return bind(entry)
      case 'pin':
        return target.kind === 'clip' ? pinClip(target.clipId) : undefined
      case 'remove':
        if (target.kind === 'clip') bench.change({ kind: 'clipboard.take', clipId: target.clipId })
        if (target.kind === 'sum') await memory.dropSum(target.sumId)
        return
      case 'forget':
        return memory.forget(entry.id, entry.name)
      default:
        return assertNever(act)
    }
  }

  function pinClip(clipId: string): void {
    const clip = mirror.bench.clipboard!.find(({ id }) => id === clipId)!
    bench.change({ kind: 'clipboard.pin', clipId, pinned: clip.pinned !== true })
  }

  return { isThere, perform, open, copy }
}

/** The view in which something is edited. */
function whereEdited(target: Target): string | undefined {
  switch (target.kind) {
    case 'lever':
      return `/levers/${target.leverId}`
    case 'program':
      return `/programs?program=${encodeURIComponent(target.programId)}`
    case 'frame':
      return `/keys?tab=frames&frame=${encodeURIComponent(target.frameId)}`
    case 'value':
      return '/values'
    case 'control':
      return '/bench'
    default:
      return undefined
  }
}
