import type { apiOf } from '../tests/support/api'

export type Call = ReturnType<typeof apiOf>

/** How long something took in ms, and what came of it. */
export async function took<T>(work: () => Promise<T>): Promise<[number, T]> {
  const startedAt = performance.now()
  const value = await work()
  return [performance.now() - startedAt, value]
}

let pressed = 0
/** A chord that no lever and one that a lever has, as one request each: how long until it is decided. */
export async function press(call: Call, code: string): Promise<number> {
  const source = `perf-${++pressed}`
  const down = (key: string, atMs: number) => ({ kind: 'down', code: key, atMs })
  const events = [down('ControlLeft', 0), down('AltLeft', 1), down(code, 2)]
  return (await took(() => call('POST', '/api/keys', { source, events })))[0]
}

/** Presses again and again until the work is done. */
export async function pressesDuring(call: Call, work: Promise<unknown>, code: string): Promise<number[]> {
  let isDone = false
  void work.finally(() => (isDone = true))
  const times: number[] = []
  while (!isDone) {
    times.push(await press(call, code))
    await new Promise((resolve) => setTimeout(resolve, 20))
  }
  return times
}
