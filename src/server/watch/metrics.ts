import { createHash, timingSafeEqual } from 'node:crypto'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client'
import { routeLabel } from './routeLabel'

const PATH = '/api/metrics'
const digest = (text: string) => createHash('sha256').update(text).digest()

/** The app's connections to its database, as the routes of this process use them. */
const pool = () =>
  (
    globalThis as {
      awlbrightDatabase?: { pool: { totalCount: number; idleCount: number; waitingCount: number } }
    }
  ).awlbrightDatabase?.pool

function connections(registry: Registry): void {
  const gauge = (name: string, help: string, value: () => number) =>
    new Gauge({
      name,
      help,
      registers: [registry],
      collect() {
        this.set(value())
      },
    })
  gauge('awlbright_database_connections', 'Connections to the database that are open', () => pool()?.totalCount ?? 0)
  gauge('awlbright_database_connections_idle', 'Connections that nobody uses now', () => pool()?.idleCount ?? 0)
  gauge('awlbright_database_waiting', 'Requests that wait for a connection', () => pool()?.waitingCount ?? 0)
}

export interface Metrics {
  /** Counts one answer. */
  answered: (method: string, path: string, status: number, seconds: number) => void
  /** Answers the page of figures where it is asked for; says whether it did. */
  isMetrics: (request: IncomingMessage, response: ServerResponse) => boolean
}

const METHODS = new Set(['GET', 'HEAD', 'POST', 'PUT', 'DELETE', 'OPTIONS'])

/**
 * What is counted of the running server, in the text form of Prometheus, at `/api/metrics` for who brings the token. Without a token of its own the server
 * has no such page.
 *
 * @param token `AWLBRIGHT_METRICS_TOKEN`
 */
export function metricsOf(token: string | undefined): Metrics {
  const registry = new Registry()
  collectDefaultMetrics({ register: registry })
  connections(registry)
  const answers = new Histogram({
    name: 'awlbright_request_seconds',
    help: 'Answers by route, method and status, and how long they took',
    labelNames: ['method', 'route', 'status'],
    buckets: [0.01, 0.03, 0.1, 0.3, 1, 3, 10],
    registers: [registry],
  })
  const isRight = (header: string | undefined) =>
    token !== undefined && timingSafeEqual(digest(header ?? ''), digest(`Bearer ${token}`))
  return {
    answered: (method, path, status, seconds) =>
      answers.observe(
        { method: METHODS.has(method) ? method : 'other', route: routeLabel(path), status: String(status) },
        seconds,
      ),
    isMetrics(request, response) {
      if (request.url !== PATH) return false
      if (token === undefined) return false
      if (!isRight(request.headers.authorization)) {
        response.writeHead(401, { 'www-authenticate': 'Bearer' }).end()
        return true
      }
      void registry.metrics().then(
        (text) => response.writeHead(200, { 'content-type': registry.contentType }).end(text),
        () => response.writeHead(500).end(),
      )
      return true
    },
  }
}
