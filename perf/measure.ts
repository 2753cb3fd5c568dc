import { readFileSync } from 'node:fs'

/** Core time that was had here and by other guests of the same machine, in ticks since it started (proc(5)). */
function coreTimes(): { had: number; steal: number } {
  const line = /^cpu +(.*)$/m.exec(readFileSync('/proc/stat', 'utf8'))?.[1] ?? ''
  const [user = 0, nice = 0, system = 0, , , irq = 0, softirq = 0, steal = 0] = line.split(' ').map(Number)
  return { had: user + nice + system + irq + softirq, steal }
}

// Told behind every table, so that it is compared with one of an hour like it.
if (process.platform === 'linux') {
  const before = coreTimes()
  process.once('exit', () => {
    const { had, steal } = coreTimes()
    const stolen = steal - before.steal
    const share = Math.round((100 * stolen) / Math.max(1, had - before.had + stolen))
    console.log(`\nOther guests of this machine had ${share} % of the time that its cores were wanted.`)
  })
}

/** The value below which a share of the values lies (nearest rank). */
export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.max(0, Math.ceil(share * sorted.length) - 1)] ?? Number.NaN
}

/** A table as Markdown, so that it can go into the documentation as it is printed. */
export function table(head: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  const line = (cells: readonly (string | number)[]) =>
    `| ${cells.map((cell) => (typeof cell === 'number' ? shown(cell) : cell)).join(' | ')} |`
  return [line(head), `|${head.map((_, i) => (i === 0 ? '---' : '---:')).join('|')}|`, ...rows.map(line)].join('\n')
}

function shown(value: number): string {
  return value >= 100 ? value.toFixed(0) : value >= 1 ? value.toFixed(1) : value.toFixed(4)
}

/** Runs `work` so often and gives the milliseconds of each, after a tenth of that to warm up. */
export function timed(times: number, work: (i: number) => void): number[] {
  for (let i = 0; i < times / 10; i++) work(i)
  return Array.from({ length: times }, (_, i) => {
    const startedAt = performance.now()
    work(i)
    return performance.now() - startedAt
  })
}
