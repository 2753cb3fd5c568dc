/** `1.5 s`, `200 ms`, `3 min`, `2 h`. */
export function durationInWords(ms: number): string {
  if (ms < 1) return 'under 1 ms'
  if (ms < 1000) return `${Math.round(ms)} ms`
  if (ms < 60_000) return `${Number((ms / 1000).toFixed(1))} s`
  if (ms < 3_600_000) return `${Number((ms / 60_000).toFixed(1))} min`
  return `${Number((ms / 3_600_000).toFixed(1))} h`
}
