/** The modifiers that a browser says are held. */
export function modifiersOf(event: KeyboardEvent | MouseEvent) {
  return {
    Ctrl: event.ctrlKey,
    Alt: event.altKey,
    Shift: event.shiftKey,
    Meta: event.metaKey,
    AltGraph: event.getModifierState('AltGraph'),
  }
}

/** The stop key, whatever has the focus and whether live keys are on or off. */
export function isStop(event: KeyboardEvent): boolean {
  return event.code === 'Escape' && event.ctrlKey && event.altKey && !event.shiftKey && !event.metaKey
}

/** The character a key types here; none yet for a dead key. Keys with a name instead, such as Enter, say nothing. */
export function typedBy({ key }: KeyboardEvent): { text?: string } {
  if (key === 'Dead') return { text: '' }
  return [...key].length === 1 ? { text: key } : {}
}

/** Whether the focus is on the bench's own screen, where the program in front has what no lever takes. */
export function isOnScreen(): boolean {
  return document.activeElement?.hasAttribute('data-bench-screen') ?? false
}

/**
 * Keys that the product takes on that screen too, where no lever does: to the next field and back, the launcher, the
 * rack, away from the screen. With other modifiers they are the program's, such as Ctrl+Tab.
 */
export function isOwnKey({ code, ctrlKey, altKey, shiftKey, metaKey }: KeyboardEvent): boolean {
  if (ctrlKey || altKey || metaKey) return false
  return code === 'Tab' || (!shiftKey && ['F2', 'F8', 'Escape'].includes(code))
}

/** Elsewhere than on that screen, this application has what no lever takes; there, its own keys. */
export function whereFocusIs(event: KeyboardEvent): { inView?: true } {
  return isOnScreen() && !isOwnKey(event) ? {} : { inView: true }
}

/** Extra buttons of the pointer, by their number in the browser. */
export const buttonCodes: ReadonlyMap<number, string> = new Map([
  [1, 'Mouse3'],
  [3, 'Mouse4'],
  [4, 'Mouse5'],
  [5, 'Mouse6'],
  [6, 'Mouse7'],
  [7, 'Mouse8'],
])

/** The way a wheel was turned; up is away from the hand. */
export function wheelCode({ deltaX, deltaY }: WheelEvent): string {
  if (Math.abs(deltaX) > Math.abs(deltaY)) return deltaX < 0 ? 'WheelLeft' : 'WheelRight'
  return deltaY < 0 ? 'WheelUp' : 'WheelDown'
}
