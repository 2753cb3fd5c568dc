import type { RunHead } from '../../core/run'
import type { OpenRun } from './stretch'

/** The runs that have not ended, and who wants to hear when one comes to rest. */
export class OpenRuns {
  private readonly runs = new Map<string, OpenRun>()
  private readonly watchers = new Map<string, (() => void)[]>()

  get(id: string | undefined): OpenRun | undefined {
    return id === undefined ? undefined : this.runs.get(id)
  }

  has(id: string): boolean {
    return this.runs.has(id)
  }

  ids(): string[] {
    return [...this.runs.keys()]
  }

  all(): OpenRun[] {
    return [...this.runs.values()]
  }

  /** Of one lever, the newest last. */
  of(leverId: string): RunHead[] {
    return this.all().flatMap(({ head }) => (head.leverId === leverId ? [head] : []))
  }

  /** Those whose turn it is: one that comes after another waits until that has ended. */
  ready(): OpenRun[] {
    return this.all().filter(({ head }) => this.mayGoOn(head))
  }

  mayGoOn({ phase, after }: RunHead): boolean {
    return phase === 'ready' && (after === undefined || !this.runs.has(after))
  }

  /** Those that begin when a run has ended. */
  after(id: string): OpenRun[] {
    return this.all().filter(({ head }) => head.after === id)
  }

  /** Keeps a run as long as it goes on. */
  keep(run: OpenRun): void {
    const { id, phase } = run.head
    if (phase === 'ended') this.runs.delete(id)
    else this.runs.set(id, run)
  }

  /** Tells those who wait for a run that it has come to rest, where it has. */
  tell(id: string): void {
    if (this.isUnderWay(id)) return
    const watchers = this.watchers.get(id) ?? []
    this.watchers.delete(id)
    for (const watcher of watchers) watcher()
  }

  /** Resolves when the run ends, waits or asks, or when `patienceMs` are over; at once where it does so already. */
  async settled(id: string, patienceMs: number): Promise<void> {
    if (!this.isUnderWay(id)) return
    await new Promise<void>((resolve) => {
      const timer = setTimeout(resolve, patienceMs)
      const watcher = () => {
        clearTimeout(timer)
        resolve()
      }
      this.watchers.set(id, [...(this.watchers.get(id) ?? []), watcher])
    })
  }

  private isUnderWay(id: string): boolean {
    const phase = this.runs.get(id)?.head.phase
    return phase === 'ready' || phase === 'fetching'
  }
}
