import { until, useEventListener, useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { modifierOfCode } from '~~/core/keys'
import { opensTurntable } from '~~/core/levers'
import { countOf } from '~~/core/names'
import type { Decision, KeyEvent } from '~~/core/resolve'
import type { KeyLogEntry, TurnEvent } from '~~/contract'
import { useLeverActions } from '~/levers/useLeverActions'
import { ApiRefusal, callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { isTyping } from '~/page/isTyping'
import { useTurnHands } from '~/turntables/useTurnHands'
import { useResolver } from './useResolver'
import {
  buttonCodes,
  isOnScreen,
  isOwnKey,
  isStop,
  modifiersOf,
  typedBy,
  wheelCode,
  whereFocusIs,
} from './browserEvents'

/** Whether keys pressed in this tab go to the resolver. */
export const useLiveKeys = defineStore('live-keys', () => {
  const on = useLocalStorage('keen-lever.live-keys', true)
  /** The keyboard or pad of the bench that the keys of this tab are taken for, since a browser does not tell. */
  const keyboardId = useLocalStorage('keen-lever.live-keyboard', '')
  /** Resolves when the keys that were pressed so far have arrived; what must come after them waits for it. */
  const arrived = shallowRef<Promise<void>>(Promise.resolve())
  return { on, keyboardId, arrived }
})

/**
 * How long a modifier, a release or a key that is the view's own may wait for the key that comes next, so that a chord is
 * one request and not three, and the view does what its key means first.
 */
const LINGER_MS = 150
function canLinger(event: KeyEvent, outcome: Decision['kind']): boolean {
  if (event.kind === 'down' && modifierOfCode(event.code) === undefined)
    return event.inView === true && outcome === 'pass'
  return event.kind === 'up' || event.kind === 'down'
}

/** A key that was pressed at the last moment is seen by then. */
const TICK_AFTER_MS = 10

/** A run that is not told by then is asked for. */
const TOLD_WITHIN_MS = 1000

/** A wheel that glides on sends many small turns; they are one until this much has come together or time has passed. */
const TURN_PX = 40
const TURN_MS = 250

/**
 * Sends every key event of this tab to the resolver of the server, in order. The same resolver runs here to know at
 * once whether the browser may still act on the key. A field that has the focus keeps its keys.
 */
export function useKeyFeed(): void {
  const mirror = useMirror()
  const liveKeys = useLiveKeys()
  const notices = useNotices()
  const { tell: tellRun } = useLeverActions()
  const newSource = () => `tab-${crypto.randomUUID().slice(0, 13)}`
  let source = newSource()
  /** Whether the last keys did not arrive. */
  let isAway = false
  const resolverNow = useResolver()
  let state = resolverNow().initial
  const hands = useTurnHands()
  let waiting: (KeyEvent | TurnEvent)[] = []
  /** Keys that are down and are not of a view alone. */
  const heldForBench = new Set<string>()
  let isSending = false
  let lingering: ReturnType<typeof setTimeout> | undefined
  let ticking: ReturnType<typeof setTimeout> | undefined

  function send(): void {
    if (!isSending) liveKeys.arrived = sendAll()
  }

  async function sendAll(): Promise<void> {
    isSending = true
    try {
      while (waiting.length > 0) {
        const events = waiting
        waiting = []
        const answer = await callApi('pressKeys', { body: { source, events, keepsTime: true } })
        isAway = false
        for (const entry of answer.entries) void tell(entry)
        const turns = events.filter(({ kind }) => kind === 'turn').length
        if (turns > answer.entries.filter(({ turn }) => turn).length)
          notices.show({
            text: 'That road did nothing: when its key arrived, no lever opened this turntable any more.',
            tone: 'fault',
          })
      }
    } catch (error) {
      lose(error)
    } finally {
      isSending = false
    }
  }

  /**
   * Keys that did not arrive are gone, since a pull that comes late is worse than none. This is said once; then the
   * keyboard begins anew, with nothing held, and goes on by itself as soon as the server is back.
   */
  function lose(error: unknown): void {
    clearTimeout(ticking)
    heldForBench.clear()
    waiting = []
    state = resolverNow().initial
    source = newSource()
    if (!isAway) {
      const because = error instanceof ApiRefusal ? error.message : 'The key could not be sent.'
      const text = `That key did nothing. ${because} Live keys go on by themselves when the server is back.`
      notices.show({ text, tone: 'fault' })
    }
    isAway = true
    if (!(error instanceof ApiRefusal)) console.error('keys:', error)
  }

  /** What did not go as meant is said at once; what did is seen on the bench strip. */
  async function tell({ runId, refusal }: KeyLogEntry): Promise<void> {
    if (refusal) notices.show({ text: refusal, tone: 'fault' })
    if (!runId) return
    // The answer may come before the live event that tells the run.
    const known = await until(() => mirror.runs.find((run) => run.id === runId)).toBeTruthy({ timeout: TOLD_WITHIN_MS })
    if (known?.outcome === 'done' && known.ignoredCount === 0) return
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
    openTables(next.decisions)
    tickLater(event.atMs)
    clearTimeout(lingering)
    const outcome = next.decisions.findLast((decision) => decision.event === event)?.kind ?? 'pass'
    if (canLinger(event, outcome) && !isUndecided) lingering = setTimeout(send, LINGER_MS)
    else send()
    if (event.kind === 'down' && !(event.inView && outcome === 'pass')) heldForBench.add(event.code)
    if (event.kind === 'up') heldForBench.delete(event.code)
    return outcome
  }

  /** A turntable opens at once; what it came to follows the key on its way to the server. */
  function openTables(decisions: readonly Decision[]): void {
    for (const { kind, leverId, event } of decisions) {
      const lever = kind === 'pull' && leverId !== undefined ? mirror.leverById.get(leverId) : undefined
      if (!lever || !opensTurntable(lever)) continue
      const code = 'code' in event ? event.code : ''
      hands.press(lever, code, event.atMs, (outcome) => {
        const atMs = performance.timeOrigin + performance.now()
        waiting.push({ kind: 'turn', leverId: lever.id, atMs, outcome })
        send()
      })
    }
  }

  /** That a time is over follows the keys that were pressed before, however long they are on their way. */
  function tickLater(lastAtMs: number): void {
    clearTimeout(ticking)
    const { waitUntilMs } = state
    if (waitUntilMs === null) return
    ticking = setTimeout(
      () => take({ kind: 'tick', atMs: waitUntilMs }),
      Math.max(0, waitUntilMs - lastAtMs) + TICK_AFTER_MS,
    )
  }

  const from = () => (liveKeys.keyboardId === '' ? {} : { keyboard: liveKeys.keyboardId })
  /** Where the pointer is on the bench's own screen, what no lever takes is for the program in front. */
  const whereItPoints = (event: MouseEvent): { inView?: true } =>
    event.target instanceof Element && event.target.closest('[data-bench-screen]') ? {} : { inView: true }

  /** Extra buttons are keys too. */
  function onButton(event: MouseEvent): void {
    const code = buttonCodes.get(event.button)
    if (code && event.type === 'mouseup') hands.release(code, event)
    if (!liveKeys.on || !code || isTyping()) return
    const outcome = take({
      kind: event.type === 'mousedown' ? 'down' : 'up',
      code,
      atMs: performance.timeOrigin + event.timeStamp,
      modifiers: modifiersOf(event),
      ...from(),
      ...whereItPoints(event),
    })
    if (outcome === 'pass') return
    // What a lever takes never reaches the window below the pointer.
    event.preventDefault()
    event.stopPropagation()
  }

  /** What is left of turns that did not come to one yet, in pixels, and until when it counts. */
  let turned = { code: '', px: 0, untilMs: 0, isTaken: false }

  /**
   * The wheel is a key as well: on the screen of the bench in any case, elsewhere with modifiers or while a key is held,
   * since it scrolls without.
   */
  function onWheel(event: WheelEvent): void {
    const place = whereItPoints(event)
    const isMeant = !place.inView || event.ctrlKey || event.altKey || event.metaKey || state.physical.length > 0
    if (!liveKeys.on || isTyping() || !isMeant || (event.deltaX === 0 && event.deltaY === 0)) return
    const code = wheelCode(event)
    const atMs = performance.timeOrigin + event.timeStamp
    const px =
      event.deltaMode === WheelEvent.DOM_DELTA_PIXEL
        ? Math.max(Math.abs(event.deltaX), Math.abs(event.deltaY))
        : TURN_PX
    const isSame = turned.code === code && atMs < turned.untilMs
    const before = isSame ? turned.px : 0
    turned = { code, px: before + px, untilMs: atMs + TURN_MS, isTaken: isSame && turned.isTaken }
    if (before > 0 && turned.px < TURN_PX) {
      // Part of the turn before: the browser may have it if that was its.
      if (turned.isTaken) event.preventDefault()
      return
    }
    if (turned.px >= TURN_PX) turned.px = 0
    const press = { code, atMs, modifiers: modifiersOf(event), ...from(), ...place }
    const outcome = take({ kind: 'down', ...press })
    take({ kind: 'up', ...press })
    turned.isTaken = outcome !== 'pass'
    if (turned.isTaken) event.preventDefault()
  }

  /** Stops all runs, lets go of every key and switches live keys off, until somebody switches them on again. */
  async function stopEverything(): Promise<void> {
    onLost()
    liveKeys.on = false
    const done = await notices.attempt(() => callApi('stopEverything'))
    if (!done) return
    const text = `Stopped ${countOf(done.stopped, 'run')}. Every key is let go of, and live keys are off.`
    notices.show({ text, tone: 'fault', action: { label: 'Switch live keys on', act: () => (liveKeys.on = true) } })
  }

  function onKey(event: KeyboardEvent): void {
    if (isStop(event)) {
      event.preventDefault()
      event.stopPropagation()
      if (event.type === 'keydown' && !event.repeat) void stopEverything()
      return
    }
    if (hands.takesKey(event)) {
      event.preventDefault()
      event.stopPropagation()
      return
    }
    if (event.type === 'keyup') hands.release(event.code, event)
    if (!liveKeys.on || event.code === '' || event.isComposing || isTyping()) return
    const atMs = performance.timeOrigin + event.timeStamp
    const outcome = take({
      kind: event.type === 'keydown' ? 'down' : 'up',
      code: event.code,
      atMs,
      ...(event.repeat ? { repeat: true } : {}),
      ...(event.type === 'keydown' ? typedBy(event) : {}),
      modifiers: modifiersOf(event),
      ...from(),
      ...whereFocusIs(event),
    })
    // On the bench's own screen the program in front has what is not used; elsewhere this application does.
    const isTaken = isOnScreen() && !isOwnKey(event)
    const isReserved = event.code === 'F2'
    if ((outcome !== 'pass' && !isReserved) || isTaken) {
      event.preventDefault()
      event.stopPropagation()
    }
  }

  function onLost(): void {
    if (state.physical.length === 0) return
    const inView = heldForBench.size === 0
    heldForBench.clear()
    take({ kind: 'blur', atMs: performance.timeOrigin + performance.now(), ...(inView ? { inView } : {}) })
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
