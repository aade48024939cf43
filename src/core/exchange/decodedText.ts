/** Text of a file as UTF-8, and where that is not valid as ISO 8859-1: older recorders and meters write names in it. */
export function decodedText(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('latin1').decode(bytes)
  }
}
