/**
 * Text that may stand in XML.
 *
 * @example escapedXml('A & B') // 'A &#38; B'
 */
export const escapedXml = (text: string): string => text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`)
