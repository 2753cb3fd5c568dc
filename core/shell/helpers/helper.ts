/** A function that scripts have where they use it. */
export interface Helper {
  /** What it does, as a comment above it. */
  readonly says?: string
  readonly text: string
  /** Helpers that it uses itself. */
  readonly needs?: readonly string[]
  /** Known folders that it uses. */
  readonly uses?: readonly string[]
}

/** Text of a shell as it stands, but that `#{` is written for `${`, which would be put in here. */
export function sh({ raw }: TemplateStringsArray, ...parts: readonly string[]): string {
  return String.raw({ raw: raw.map((text) => text.replaceAll('#{', '${')) }, ...parts)
}
