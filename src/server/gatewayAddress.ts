import { networkInterfaces } from 'node:os'
import type { Db } from '@/db/client'
import type { JobRow } from '@/db/queries/installations'
import { Problem } from './problem'
import { houseOf, standInDoor } from './standIn'

export interface GatewayAddress {
  host: string
  port: number
  isStandIn: boolean
  /** Where it pushes its values, if it does. */
  push?: { host: string; mqttPort: number; topic: string }
}

/** A device as it is named on record. */
export const addressText = ({ host, port }: Pick<GatewayAddress, 'host' | 'port'>): string => `${host}:${port}`

/** Where a gateway on this machine itself may be asked, as one for a test. */
function ownGateway(): { host: string; port: number } | null {
  const [host = '', port = ''] = (process.env.AWLBRIGHT_GATEWAY ?? '').split(':')
  return host ? { host, port: Number(port) } : null
}

/** Whether an IPv4 address is this machine's own, under whichever of its names. */
function isOwnMachine(host: string): boolean {
  const own = Object.values(networkInterfaces()).flatMap((list) => list?.map(({ address }) => address) ?? [])
  return host.startsWith('127.') || own.includes(host)
}

/**
 * The job's own gateway, or one on this machine where none is set. Any other address of the server itself is refused: asked through a job it would tell
 * which ports of the server are open.
 *
 * @throws Problem 409 when there is neither, or the address is the server's own
 */
export function gatewayAddress({
  gatewayHost,
  gatewayPort,
}: {
  gatewayHost: string | null
  gatewayPort: number | null
}): GatewayAddress {
  const own = ownGateway()
  if (gatewayHost === null) {
    if (!own) throw new Problem(409, 'This job has no gateway address yet. Enter it in Settings.')
    return { ...own, isStandIn: true }
  }
  const port = gatewayPort ?? 502
  if (isOwnMachine(gatewayHost) && !(own?.host === gatewayHost && own.port === port))
    throw new Problem(
      409,
      'That address is this server itself, and no gateway. Enter the gateway’s own address in Settings.',
    )
  return { host: gatewayHost, port, isStandIn: false }
}

/**
 * Where a job's gateway is read: at its own address, or in the house that stands in for it, which is built first where nobody has.
 *
 * @throws Problem as `gatewayAddress` does, or 502 when the stand-in does not answer
 */
export async function gatewayOf(db: Db, row: JobRow): Promise<GatewayAddress> {
  if (row.gatewayHost !== null || standInDoor() === null) return gatewayAddress(row)
  const { modbusPort, mqttPort, topic } = await houseOf(db, row)
  const host = '127.0.0.1'
  return { host, port: modbusPort, isStandIn: true, push: { host, mqttPort, topic } }
}
