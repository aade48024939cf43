const MEDIA_TYPES: Readonly<Record<string, string>> = {
  csv: 'text/csv',
  cfg: 'text/plain',
  dat: 'application/octet-stream',
  cff: 'application/octet-stream',
}

/** Media type of a recorder's file by its name. @example recordingMediaType('gap.CSV') // 'text/csv' */
export const recordingMediaType = (name: string): string =>
  MEDIA_TYPES[/\.(\w+)$/.exec(name)?.[1]?.toLowerCase() ?? ''] ?? 'application/octet-stream'
