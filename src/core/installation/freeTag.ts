/** The first short name of a stem that nothing has yet. */
export function freeTag(stem: string, taken: ReadonlySet<string>): string {
  for (let k = 1; ; k++) if (!taken.has(`${stem}${k}`)) return `${stem}${k}`
}
