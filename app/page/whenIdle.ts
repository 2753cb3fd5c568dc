/**
 * Resolves when the browser has nothing else to do, with how long that will last, in ms; where it cannot tell, after a
 * moment.
 */
export function whenIdle(options?: IdleRequestOptions): Promise<number> {
  return new Promise((free) => {
    if ('requestIdleCallback' in window) requestIdleCallback((deadline) => free(deadline.timeRemaining()), options)
    else setTimeout(free, 50, 10)
  })
}
