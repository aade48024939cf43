import type { Installation } from '../installation/installation'

/**
 * How long the gateway is planned to wait before it goes back to the street, in s. `null` where nothing is planned, or not in seconds.
 *
 * @example setWaitS({ settings: [{ key: 'reconnectDelayS', value: 60, unit: 's', ... }] }) // 60
 */
export function setWaitS({ settings }: Pick<Installation, 'settings'>): number | null {
  const planned = settings.find(({ key }) => key === 'reconnectDelayS')
  return planned?.unit === 's' ? planned.value : null
}
