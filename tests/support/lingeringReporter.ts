import type { Reporter, TestCase, TestModule } from 'vitest/node'

const TELL_EVERY_MS = 120_000

/** Says of files that do not come to their end what they are at, since one that never ends is told by nobody else. */
export default class LingeringReporter implements Reporter {
  private readonly files = new Map<string, { readonly sinceMs: number; test?: string }>()
  private timer: ReturnType<typeof setInterval> | undefined

  onTestRunStart(): void {
    this.timer = setInterval(() => this.tell(), TELL_EVERY_MS)
    this.timer.unref()
  }

  onTestRunEnd(): void {
    clearInterval(this.timer)
  }

  onTestModuleStart({ relativeModuleId }: TestModule): void {
    this.files.set(relativeModuleId, { sinceMs: Date.now() })
  }

  onTestModuleEnd({ relativeModuleId }: TestModule): void {
    this.files.delete(relativeModuleId)
  }

  onTestCaseReady(test: TestCase): void {
    const file = this.files.get(test.module.relativeModuleId)
    if (file) file.test = test.fullName
  }

  private tell(): void {
    for (const [name, { sinceMs, test }] of this.files) {
      const seconds = Math.round((Date.now() - sinceMs) / 1000)
      if (seconds * 1000 >= TELL_EVERY_MS)
        console.warn(`Not at its end after ${seconds} s: ${name}${test ? `, at or after: ${test}` : ''}`)
    }
  }
}
