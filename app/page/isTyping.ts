/**
 * Whether keys belong to the application itself now: a field has the focus, a key is being captured, or a dialog is
 * open.
 */
export function isTyping(): boolean {
  const active = document.activeElement
  if (!(active instanceof HTMLElement)) return false
  if (active.isContentEditable || active.closest('[data-captures-keys], [role="dialog"], .el-select')) return true
  return (
    active instanceof HTMLTextAreaElement ||
    active instanceof HTMLSelectElement ||
    (active instanceof HTMLInputElement && !['checkbox', 'radio', 'button'].includes(active.type))
  )
}
