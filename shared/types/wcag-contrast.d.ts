declare module 'wcag-contrast' {
  /** Contrast ratio of two colours such as `#1d2622`, from 1 to 21 (WCAG 2). */
  export function hex(one: string, other: string): number
}
