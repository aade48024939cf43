/** Hands bytes to the browser as a file to keep. */
export function downloadBytes(name: string, bytes: BlobPart | Uint8Array, type: string): void {
  const url = URL.createObjectURL(new Blob([bytes as BlobPart], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name.replace(/[\\/:*?"<>|]/g, ' ')
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 1000)
}

/** Hands text to the browser as a file to keep. */
export const download = (name: string, text: string, type = 'text/csv'): void =>
  downloadBytes(name, text, `${type};charset=utf-8`)
