/** Hands a text file to the browser to be saved. */
export function saveFile(name: string, text: string, type = 'application/x-desktop'): void {
  const url = URL.createObjectURL(new Blob([text], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  URL.revokeObjectURL(url)
}
