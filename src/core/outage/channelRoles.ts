import type { AnalogChannel } from './recording'

export const CHANNEL_ROLES = ['load', 'grid', 'ignore'] as const
/** Whether a voltage is the house's (load side of the contactor), the street's (supply side), or left out. */
export type ChannelRole = (typeof CHANNEL_ROLES)[number]

/** Words for the supply side, in the languages recorders are labelled in. */
const SUPPLY_SIDE =
  /grid|mains|street|utility|supply|netz|suministro|(^|[^a-zà-ÿ])(red|rete|réseau|reseau)([^a-zà-ÿ]|$)/i

/** The role that a channel's name speaks of; the crew corrects it. */
export const proposedRole = (id: string): ChannelRole => (SUPPLY_SIDE.test(id) ? 'grid' : 'load')

export interface ChannelsByRole {
  load: AnalogChannel[]
  grid: AnalogChannel[]
  currents: AnalogChannel[]
}

/**
 * Sorts a recording's channels: voltages of the house and of the street, and currents.
 *
 * @param roles what the crew says of a channel, by its name; what it says nothing of keeps the proposed role
 */
export function channelsByRole(
  analog: readonly AnalogChannel[],
  roles: Readonly<Record<string, ChannelRole>> = {},
): ChannelsByRole {
  const roleOf = ({ id }: AnalogChannel) => (Object.hasOwn(roles, id) ? roles[id] : proposedRole(id))
  const volts = analog.filter(({ unit }) => unit === 'V')
  return {
    load: volts.filter((channel) => roleOf(channel) === 'load'),
    grid: volts.filter((channel) => roleOf(channel) === 'grid'),
    currents: analog.filter((channel) => channel.unit === 'A' && roleOf(channel) !== 'ignore'),
  }
}
