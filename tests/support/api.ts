import type { ApiIssue } from '../../contract'

export interface Answer<T> {
  readonly status: number
  readonly body: T & { issues?: ApiIssue[] }
}

/** A JSON client of one server, for tests. */
export function apiOf(url: string) {
  return async <T = Record<string, unknown>>(method: string, path: string, body?: unknown): Promise<Answer<T>> => {
    const json =
      body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }
    const response = await fetch(url + path, { method, ...json })
    return { status: response.status, body: (await response.json()) as Answer<T>['body'] }
  }
}

/** A valid lever for the demo store, to be altered by tests. */
export function draft(part: Record<string, unknown> = {}): Record<string, unknown> {
  return {
    frameId: 'desk',
    name: 'Tonight’s plan',
    steps: [{ id: 'a', kind: 'program.open', programId: 'night-planner', args: ['--night=2026-11-25'] }],
    triggers: [{ id: 't', kind: 'chord', chord: 'Ctrl+Alt+J' }],
    ...part,
  }
}

/** Waits until `probe` gives something, asking again every 30 ms, for at most 25 seconds if nothing else is said. */
export async function eventually<T>(probe: () => Promise<T | undefined | false>, withinMs = 25_000): Promise<T> {
  const deadline = Date.now() + withinMs
  for (;;) {
    const value = await probe()
    if (value) return value
    if (Date.now() > deadline) throw new Error(`never came true: ${probe}`)
    await new Promise((resolve) => setTimeout(resolve, 30))
  }
}
