/**
 * What kind of device a browser says that it runs on; its maker and its name say nothing to a crew.
 *
 * @example deviceWords('Mozilla/5.0 (Linux; …) … Mobile …') // 'Phone'
 */
export function deviceWords(userAgent: string | null): string {
  if (userAgent === null || userAgent === '') return 'A device that does not say what it is'
  if (/tablet/i.test(userAgent)) return 'Tablet'
  return /mobi/i.test(userAgent) ? 'Phone' : 'Computer'
}
