/** Hands a text file to the browser to be saved; a long one in parts. */
export function saveFile(name: string, text: string | readonly string[], type = 'application/x-desktop'): void {
  const url = URL.createObjectURL(new Blob(typeof text === 'string' ? [text] : [...text], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  URL.revokeObjectURL(url)
}
