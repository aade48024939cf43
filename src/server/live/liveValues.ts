import mqtt, { type MqttClient } from 'mqtt'
import { type LivePower, livePowerOf } from '@/core/settings/livePower'
import { GatewayError, readLive } from '@/devices/gatewayClient'
import type { GatewayAddress } from '../gatewayAddress'

/** What a listener is told: the values of a moment with what they came by, something that happened, or that nothing answers. */
export type LiveTold =
  | { kind: 'values'; at: string; by: 'mqtt' | 'modbus'; values: LivePower }
  | { kind: 'happened'; at: string; event: string; subject: string | null }
  | { kind: 'silent'; message: string }

type Listener = (told: LiveTold) => void

const POLL_MS = 1000
/** Between two tries at a gateway that does not answer. */
const AGAIN_MS = 5000
const MOST_MESSAGE_BYTES = 8192

interface Source {
  listeners: Set<Listener>
  last: LiveTold | null
  stop: () => void
}

const held = globalThis as { awlbrightLive?: Map<string, Source> }
const sources: Map<string, Source> = (held.awlbrightLive ??= new Map())

/** Asks over Modbus once a second; what an answer takes is not waited for twice. */
function polling({ host, port }: GatewayAddress, tell: Listener): () => void {
  let stopped = false
  let timer: NodeJS.Timeout | undefined
  const ask = async () => {
    let wait = POLL_MS
    try {
      const { live, meter } = await readLive(host, port)
      const values = livePowerOf({ ...Object.fromEntries(live), gridPhaseW: meter })
      if (!stopped) tell({ kind: 'values', at: new Date().toISOString(), by: 'modbus', values })
    } catch (error) {
      wait = AGAIN_MS
      const message = error instanceof GatewayError ? error.message : 'The gateway could not be read.'
      if (!stopped) tell({ kind: 'silent', message })
    }
    if (!stopped) timer = setTimeout(() => void ask(), wait)
  }
  void ask()
  return () => {
    stopped = true
    clearTimeout(timer)
  }
}

function told(topic: string, bytes: Buffer): LiveTold | null {
  if (bytes.length > MOST_MESSAGE_BYTES) return null
  try {
    const { at, ...rest } = JSON.parse(bytes.toString('utf8')) as Record<string, unknown>
    if (typeof at !== 'string') return null
    if (topic.endsWith('/event') && typeof rest.kind === 'string')
      return { kind: 'happened', at, event: rest.kind, subject: typeof rest.subject === 'string' ? rest.subject : null }
    if (!topic.endsWith('/live') || typeof rest.values !== 'object' || rest.values === null) return null
    return { kind: 'values', at, by: 'mqtt', values: livePowerOf(rest.values as Record<string, unknown>) }
  } catch {
    return null
  }
}

/** Listens to what a gateway pushes. */
function pushed({ host, mqttPort, topic }: NonNullable<GatewayAddress['push']>, tell: Listener): () => void {
  const client: MqttClient = mqtt.connect(`mqtt://${host}:${mqttPort}`, { reconnectPeriod: AGAIN_MS })
  client.on('connect', () => client.subscribe(`${topic}/#`))
  client.on('message', (at, bytes) => {
    const one = told(at, bytes)
    if (one) tell(one)
  })
  client.on('error', () => tell({ kind: 'silent', message: 'The gateway’s broker does not answer.' }))
  client.on('offline', () => tell({ kind: 'silent', message: 'The gateway’s broker does not answer.' }))
  return () => void client.end(true)
}

/**
 * Tells a listener of a job's live values, by what the gateway pushes where it does, and else by asking once a second. All who listen to a job share one
 * connection to its gateway; it is closed when the last of them goes.
 *
 * @returns the way to stop
 */
export function listenLive(jobId: string, address: GatewayAddress, listener: Listener): () => void {
  // a job whose gateway moved is another source
  const key = `${jobId} ${address.push ? `${address.push.mqttPort} ${address.push.topic}` : `${address.host}:${address.port}`}`
  let source = sources.get(key)
  if (!source) {
    const made: Source = { listeners: new Set(), last: null, stop: () => {} }
    const tell: Listener = (one) => {
      if (one.kind !== 'happened') made.last = one
      for (const each of made.listeners) each(one)
    }
    sources.set(key, made)
    made.stop = address.push ? pushed(address.push, tell) : polling(address, tell)
    source = made
  }
  const own = source
  own.listeners.add(listener)
  if (own.last) listener(own.last)
  return () => {
    own.listeners.delete(listener)
    if (own.listeners.size > 0) return
    own.stop()
    sources.delete(key)
  }
}
