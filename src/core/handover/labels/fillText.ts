/**
 * A text with facts in the place of its braces.
 *
 * @returns `null` where a fact is not known: a warning with a hole in it is none
 * @example fillText('Fed from {sources}.', { sources: 'Battery' }) // 'Fed from Battery.'
 */
export function fillText(text: string, facts: Readonly<Record<string, string | null>>): string | null {
  let whole = true
  const filled = text.replace(/\{(\w+)\}/g, (_, name: string) => {
    const fact = facts[name] ?? null
    if (fact === null || fact === '') whole = false
    return fact ?? ''
  })
  return whole ? filled : null
}
