/** Words of a name on at most two lines of about `most` characters; what is longer ends in an ellipsis. */
export function wrapped(name: string, most: number): string[] {
  const lines: string[] = ['']
  for (const word of name.split(/\s+/).filter(Boolean)) {
    const last = lines.at(-1) as string
    if (last === '') lines[lines.length - 1] = word
    else if (last.length + 1 + word.length <= most) lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word)
  }
  const kept = lines.slice(0, 2)
  if (lines.length > 2) kept[1] = `${kept[1] ?? ''}…`
  return kept
    .map((line) => (line.length > most + 2 ? `${line.slice(0, most + 1)}…` : line))
    .filter((line) => line !== '')
}
