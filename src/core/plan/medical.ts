import type { Site } from '../installation/survey'

/**
 * What still has to be settled before any outage, in one sentence; `null` where the household has said that there is none, or how it is provided for
 * is written down. An answer nobody has given is asked for on the day (T-10).
 *
 * @example
 * medicalToSettle({ site: { medical: 'yes', medicalProvidedFor: null } })
 * // => 'The household says that somebody depends on equipment that needs power. …'
 */
export function medicalToSettle({
  site: { medical, medicalProvidedFor },
}: {
  site: Pick<Site, 'medical' | 'medicalProvidedFor'>
}): string | null {
  if (medical === null || medical === 'no' || medicalProvidedFor?.trim()) return null
  const said =
    medical === 'yes'
      ? 'The household says that somebody depends on equipment that needs power.'
      : 'The household is not sure whether somebody depends on equipment that needs power.'
  return `${said} Settle how it is provided for, and write it down under Survey, place: nothing is switched off before.`
}
