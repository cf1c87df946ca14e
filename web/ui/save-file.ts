/** The browser reads a file that it saves after this has returned, ms. */
const KEPT_MS = 60_000

/** Has the browser save a file under this name. */
export function saveFile(file: Blob, name: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(file)
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), KEPT_MS)
}
