/** Resolves when the browser has nothing else to do; where it cannot tell, after a moment. */
export function whenIdle(options?: IdleRequestOptions): Promise<void> {
  return new Promise((free) => {
    if ('requestIdleCallback' in window) requestIdleCallback(() => free(), options)
    else setTimeout(free, 50)
  })
}
