import type { Actor } from '../access'

/** Longest name that a row has. */
const MOST = 80
const SUFFIX = /, brought in by .*$/

/**
 * Who made what a file brings, and who answers for it here. What this server’s own key sealed keeps its names; of anything else it is said who brought
 * it in.
 *
 * @example broughtBy('Tobin', { name: 'Ada' }, false) // { byName: 'Tobin, brought in by Ada', byRole: null }
 */
export function broughtBy(name: string, actor: Pick<Actor, 'name'>, isOwn: boolean): { byName: string; byRole: null } {
  if (isOwn) return { byName: name, byRole: null }
  const suffix = `, brought in by ${actor.name}`
  const given = name.replace(SUFFIX, '')
  return { byName: `${given.slice(0, Math.max(1, MOST - suffix.length))}${suffix}`.slice(0, MOST), byRole: null }
}
