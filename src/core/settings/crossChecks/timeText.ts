const TIME_TEXT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(?::\d{2}(?:\.\d{1,9})?)?(Z|[+-]\d{2}:?\d{2})$/

/** Instant and zone of an ISO 8601 time with its offset (“Z” is +00:00); `null` for everything else: a time without a zone is no instant. */
export function offsetOfTimeText(text: string | null): { instantMs: number; offsetMin: number } | null {
  const zone = text === null ? undefined : TIME_TEXT.exec(text)?.[1]
  if (text === null || zone === undefined) return null
  const withColon = zone === 'Z' || zone.includes(':') ? text : `${text.slice(0, -2)}:${text.slice(-2)}`
  const instantMs = Date.parse(withColon)
  if (Number.isNaN(instantMs)) return null
  const digits = zone.replace(/\D/g, '')
  const minutes = zone === 'Z' ? 0 : Number(digits.slice(0, 2)) * 60 + Number(digits.slice(2))
  return { instantMs, offsetMin: zone.startsWith('-') ? -minutes : minutes }
}
