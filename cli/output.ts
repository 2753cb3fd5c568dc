import { createColors } from 'picocolors'

/** Where a command writes to. */
export interface Streams {
  readonly out: (text: string) => void
  readonly err: (text: string) => void
  readonly isTerminal: boolean
  readonly hasColour: boolean
  readonly columns: number
}

/** Writes what a command answers: as JSON where that is asked for, else for people. */
export class Output {
  readonly colours: ReturnType<typeof createColors>

  constructor(
    private readonly streams: Streams,
    readonly isJson: boolean,
    isPlain = false,
  ) {
    this.colours = createColors(streams.hasColour && !isPlain && !isJson)
  }

  /** An answer: the data with `--json`, else what `tell` makes of it. */
  answer<T>(data: T, tell: (data: T) => void): void {
    if (this.isJson) this.streams.out(`${JSON.stringify(data, undefined, 2)}\n`)
    else tell(data)
  }

  line(text = ''): void {
    this.streams.out(`${text}\n`)
  }

  /** What is said beside the answer, so that pipes get the answer alone. */
  aside(text: string): void {
    this.streams.err(`${text}\n`)
  }

  /** Rows below their heads, each column as wide as it must be; the last one is cut at the edge of a terminal. */
  table(heads: readonly string[], rows: readonly (readonly string[])[], none: string): void {
    if (rows.length === 0) {
      this.aside(none)
      return
    }
    const cells = [heads, ...rows].map((row) => row.map((cell) => cell.replace(/\s+/g, ' ')))
    const widths = heads.map((_, i) => Math.max(...cells.map((row) => row[i]!.length)))
    for (const [i, row] of cells.entries()) {
      const text = row
        .map((cell, column) => cell.padEnd(widths[column]!))
        .join('  ')
        .trimEnd()
      const cut = this.streams.isTerminal && text.length > this.streams.columns
      const shown = cut ? `${text.slice(0, this.streams.columns - 1)}…` : text
      this.line(i === 0 ? this.colours.bold(shown) : shown)
    }
  }
}
