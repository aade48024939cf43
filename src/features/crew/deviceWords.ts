const SYSTEMS: readonly [RegExp, string][] = [
  [/android/i, 'Android'],
  [/iphone|ipad/i, 'iOS'],
  [/windows/i, 'Windows'],
  [/mac os/i, 'macOS'],
  [/linux/i, 'Linux'],
]
const BROWSERS: readonly [RegExp, string][] = [
  [/edg\//i, 'Edge'],
  [/firefox\//i, 'Firefox'],
  [/chrom(e|ium)\//i, 'Chromium'],
  [/safari\//i, 'Safari'],
]
const first = (list: readonly [RegExp, string][], text: string) => list.find(([is]) => is.test(text))?.[1]

/**
 * A device by what its browser says of itself.
 *
 * @example deviceWords('Mozilla/5.0 (Linux; Android 14) … Chrome/120 …') // 'Chromium on Android'
 */
export function deviceWords(userAgent: string | null): string {
  const agent = userAgent ?? ''
  const browser = first(BROWSERS, agent)
  const system = first(SYSTEMS, agent)
  if (!browser && !system) return 'A device that does not say what it is'
  return [browser ?? 'A browser', system && `on ${system}`].filter(Boolean).join(' ')
}
