import { networkInterfaces } from 'node:os'
import { Problem } from './problem'

export interface GatewayAddress {
  host: string
  port: number
  isStandIn: boolean
}

/** Where the stand-in that ships with the app listens, if one was started. */
function standInAddress(): { host: string; port: number } | null {
  const [host = '', port = ''] = (process.env.AWLBRIGHT_GATEWAY ?? '').split(':')
  return host ? { host, port: Number(port) } : null
}

/** Whether an IPv4 address is this machine's own, under whichever of its names. */
function isOwnMachine(host: string): boolean {
  const own = Object.values(networkInterfaces()).flatMap((list) => list?.map(({ address }) => address) ?? [])
  return host.startsWith('127.') || own.includes(host)
}

/**
 * The job's own gateway, or the stand-in where none is set. An address of the server itself is refused, except where the stand-in listens: asked through a
 * job it would tell which ports of the server are open.
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
  const standIn = standInAddress()
  if (gatewayHost === null) {
    if (!standIn) throw new Problem(409, 'This job has no gateway address yet. Enter it in Settings.')
    return { ...standIn, isStandIn: true }
  }
  const port = gatewayPort ?? 502
  if (isOwnMachine(gatewayHost) && !(standIn?.host === gatewayHost && standIn.port === port))
    throw new Problem(
      409,
      'That address is this server itself, and no gateway. Enter the gateway’s own address in Settings.',
    )
  return { host: gatewayHost, port, isStandIn: false }
}
