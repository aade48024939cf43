/** What this device remembers under a key; `null` where it remembers nothing or may not. */
export function remembered(key: string): string | null {
  try {
    return localStorage.getItem(key)
  } catch {
    return null
  }
}

/** Has this device remember a value; where it may not, the value lasts as long as the page. */
export function remember(key: string, value: string): void {
  try {
    localStorage.setItem(key, value)
  } catch {
    // storage is switched off or full: nothing here is worth an error
  }
}
