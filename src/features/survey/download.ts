/** Hands a text to the browser as a file. */
export function download(name: string, text: string, type = 'text/csv'): void {
  const url = URL.createObjectURL(new Blob([text], { type: `${type};charset=utf-8` }))
  const link = document.createElement('a')
  link.href = url
  link.download = name.replace(/[\\/:*?"<>|]/g, ' ')
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 1000)
}
