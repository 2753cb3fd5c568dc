import { useEventListener, useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { modifierOfCode } from '~~/core/keys'
import { ResolverKeeper } from '~~/core/resolve'
import type { Decision, KeyEvent } from '~~/core/resolve'
import type { KeyLogEntry } from '~~/contract'
import { useLeverActions } from '~/levers/useLeverActions'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { isTyping } from '~/page/isTyping'

/** Whether keys pressed in this tab go to the resolver. */
export const useLiveKeys = defineStore('live-keys', () => {
  const on = useLocalStorage('keen-lever.live-keys', true)
  return { on }
})

/**
 * How long a modifier or a release may wait for the key that comes next, so that a chord is one request and not three.
 */
const LINGER_MS = 150

function canLinger(event: KeyEvent): boolean {
  return event.kind === 'up' || (event.kind === 'down' && modifierOfCode(event.code) !== undefined)
}

function modifiersOf(event: KeyboardEvent | MouseEvent) {
  return {
    Ctrl: event.ctrlKey,
    Alt: event.altKey,
    Shift: event.shiftKey,
    Meta: event.metaKey,
    AltGraph: event.getModifierState('AltGraph'),
  }
}

/**
 * Sends every key event of this tab to the resolver of the server, in order. The same resolver runs here to know at
 * once whether the browser may still act on the key. A field that has the focus keeps its keys.
 */
export function useKeyFeed(): void {
  const mirror = useMirror()
  const liveKeys = useLiveKeys()
  const notices = useNotices()
  const { tell: tellRun } = useLeverActions()
  const source = `tab-${crypto.randomUUID().slice(0, 13)}`
  const keeper = new ResolverKeeper()
  const resolverNow = () =>
    keeper.resolverFor({
      levers: mirror.levers,
      revision: mirror.leverRevision,
      since: mirror.leversSince,
      frames: mirror.framesLive,
      programs: mirror.bench.programs,
      keys: mirror.keySettings,
    })
  let state = resolverNow().initial
  let waiting: KeyEvent[] = []
  let isSending = false
  let lingering: ReturnType<typeof setTimeout> | undefined

  async function send(): Promise<void> {
    if (isSending) return
    isSending = true
    while (waiting.length > 0) {
      const events = waiting
      waiting = []
      const answer = await notices.attempt(() => callApi('pressKeys', { body: { source, events } }))
      for (const entry of answer?.entries ?? []) void tell(entry)
    }
    isSending = false
  }

  /** What did not go as meant is said at once; what did is seen on the bench strip. */
  async function tell({ runId, refusal }: KeyLogEntry): Promise<void> {
    if (refusal) notices.show({ text: refusal, tone: 'fault' })
    const known = mirror.runs.find((run) => run.id === runId)
    if (!runId || (known?.outcome === 'done' && known.ignoredCount === 0)) return
    const run = await notices.attempt(() => callApi('readRun', { id: runId }))
    if (run && (run.outcome === 'failed' || run.trace.some((step) => (step.taking?.ignored.length ?? 0) > 0)))
      tellRun(run)
  }

  function take(event: KeyEvent): Decision['kind'] {
    const next = resolverNow().next(state, event, { frontProgramId: mirror.frontProgramId })
    // Where a key waits for what comes next, every event counts at once.
    const isUndecided = state.pending.length > 0 || next.state.pending.length > 0
    state = next.state
    waiting.push(event)
    clearTimeout(lingering)
    if (canLinger(event) && !isUndecided) lingering = setTimeout(send, LINGER_MS)
    else void send()
    return next.decisions.findLast((decision) => decision.event === event)?.kind ?? 'pass'
  }

  /** Extra buttons and the wheel are keys too; the wheel only with modifiers, since it scrolls without. */
  function onButton(event: MouseEvent): void {
    const code = { 1: 'Mouse3', 3: 'Mouse4', 4: 'Mouse5' }[event.button]
    if (!liveKeys.on || !code || isTyping()) return
    const outcome = take({
      kind: event.type === 'mousedown' ? 'down' : 'up',
      code,
      atMs: performance.timeOrigin + event.timeStamp,
      modifiers: modifiersOf(event),
    })
    if (outcome !== 'pass') event.preventDefault()
  }

  function onWheel(event: WheelEvent): void {
    if (!liveKeys.on || isTyping() || event.deltaY === 0 || !(event.ctrlKey || event.altKey || event.metaKey)) return
    const code = event.deltaY < 0 ? 'WheelUp' : 'WheelDown'
    const atMs = performance.timeOrigin + event.timeStamp
    const outcome = take({ kind: 'down', code, atMs, modifiers: modifiersOf(event) })
    take({ kind: 'up', code, atMs, modifiers: modifiersOf(event) })
    if (outcome !== 'pass') event.preventDefault()
  }

  function onKey(event: KeyboardEvent): void {
    if (!liveKeys.on || event.code === '' || event.isComposing || isTyping()) return
    const modifiers = modifiersOf(event)
    const atMs = performance.timeOrigin + event.timeStamp
    const outcome = take({
      kind: event.type === 'keydown' ? 'down' : 'up',
      code: event.code,
      atMs,
      ...(event.repeat ? { repeat: true } : {}),
      modifiers,
    })
    // On the bench's own screen the program in front has what is not used; elsewhere this application does.
    const isOnScreen =
      document.activeElement?.hasAttribute('data-bench-screen') && !['Tab', 'Escape', 'F2'].includes(event.code)
    const isReserved = event.code === 'F2'
    if ((outcome !== 'pass' && !isReserved) || isOnScreen) {
      event.preventDefault()
      event.stopPropagation()
    }
  }

  function onLost(): void {
    if (state.physical.length > 0) take({ kind: 'blur', atMs: performance.timeOrigin + performance.now() })
  }

  useEventListener(window, 'keydown', onKey, { capture: true })
  useEventListener(window, 'keyup', onKey, { capture: true })
  useEventListener(window, 'mousedown', onButton, { capture: true })
  useEventListener(window, 'mouseup', onButton, { capture: true })
  useEventListener(window, 'wheel', onWheel, { capture: true, passive: false })
  useEventListener(window, 'blur', onLost)
  // A field that takes the focus takes the rest of the keys with it.
  useEventListener(document, 'focusin', () => isTyping() && onLost())
}
