/** What PostgreSQL (appendix A, “disk_full”) and the file system (errno 28) say where nothing more can be written. */
const FULL = new Set(['53100', 'ENOSPC'])

/** Whether something failed, itself or by what it came of, because the disk has no room. */
export function isDiskFull(error: unknown): boolean {
  if (!(error instanceof Error)) return false
  return ('code' in error && FULL.has(String(error.code))) || (error.cause !== error && isDiskFull(error.cause))
}
