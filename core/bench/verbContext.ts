/** Time and identity come from outside. */
export interface VerbContext {
  readonly nowMs: number
  readonly nextId: () => string
}
