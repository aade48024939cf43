import { type IncomingMessage, type Server, type ServerResponse, createServer } from 'node:http'
import { ValidationError } from 'yup'
import { JobFileError } from '@/jobFile/issues'
import { ACT_NAMES, type ActName, NoSuchThing, doAct } from '../acts'
import { captureFile } from '../recorder'
import type { Street } from '../street'
import { TESTER_QUESTIONS, type TesterQuestion, instrumentShows } from '../tester'
import { houseReport } from './houseReport'

/** A job file without its readings is far smaller than this. */
const MOST_BYTES = 2 * 1024 * 1024
const HOUSE = /^\/houses\/([0-9a-f-]{36})(?:\/(acts|captures|log\.csv|tester)(?:\/([\w-]{1,40}))?)?$/
const CLOUD = /^\/cloud\/([0-9a-f-]{36})$/

class Refused extends Error {
  override name = 'Refused'
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message)
  }
}

async function bodyOf(request: IncomingMessage): Promise<unknown> {
  const chunks: Buffer[] = []
  let bytes = 0
  for await (const chunk of request as AsyncIterable<Buffer>) {
    bytes += chunk.length
    if (bytes > MOST_BYTES) throw new Refused(413, 'That is more than a stand-in takes.')
    chunks.push(chunk)
  }
  try {
    return JSON.parse(Buffer.concat(chunks).toString('utf8')) as unknown
  } catch {
    throw new Refused(400, 'That is no JSON.')
  }
}

function send(response: ServerResponse, status: number, body: unknown): void {
  const bytes = body instanceof Uint8Array
  response.writeHead(status, {
    'content-type': bytes ? 'application/octet-stream' : typeof body === 'string' ? 'text/csv' : 'application/json',
  })
  response.end(bytes || typeof body === 'string' ? body : JSON.stringify(body))
}

/** What is asked, answered. */
async function answer(street: Street, request: IncomingMessage): Promise<unknown> {
  const url = new URL(request.url ?? '/', 'http://stand-in')
  if (url.pathname === '/health') return { houses: street.count }
  const cloud = CLOUD.exec(url.pathname)
  if (cloud?.[1]) return street.require(cloud[1]).practice.cloudReport()
  const [, id, part, name] = HOUSE.exec(url.pathname) ?? []
  if (!id) throw new Refused(404, 'There is nothing here.')
  if (request.method === 'PUT' && part === undefined)
    return report(street, await street.build(id, await bodyOf(request)))
  const stand = street.require(id)
  const { practice } = stand
  if (part === undefined) return report(street, stand)
  if (part === 'acts' && request.method === 'POST') {
    if (!ACT_NAMES.includes(name as ActName)) throw new Refused(404, 'Nothing of that name can be done to a house.')
    doAct(practice, name as ActName, await bodyOf(request))
    return report(street, stand)
  }
  if (part === 'log.csv') return practice.logger.csv()
  if (part === 'captures') {
    const capture = practice.captures[Number(name)]
    if (!capture) throw new Refused(404, 'The recorder kept no such capture.')
    return captureFile(practice.house, capture)
  }
  const question = url.searchParams.get('question') as TesterQuestion
  if (part !== 'tester' || !TESTER_QUESTIONS.includes(question)) throw new Refused(404, 'No instrument shows that.')
  return instrumentShows(practice.house, question, url.searchParams.get('subject'))
}

const report = (street: Street, { practice, modbusPort, id }: ReturnType<Street['require']>) => ({
  ...houseReport(practice),
  modbusPort,
  mqttPort: street.mqttPort,
  topic: street.topicOf(id),
})

/** The door through which houses are built, switched and looked at; on the loopback, for the app beside it. */
export function openControlDoor(port: number, street: Street): Promise<Server> {
  const server = createServer((request, response) => {
    answer(street, request).then(
      (body) => send(response, 200, body),
      (error: unknown) => {
        const status =
          error instanceof Refused
            ? error.status
            : error instanceof NoSuchThing
              ? 404
              : error instanceof ValidationError || error instanceof JobFileError
                ? 422
                : 500
        if (status === 500) console.error(error)
        const message = status === 500 || !(error instanceof Error) ? 'The stand-in could not do that.' : error.message
        // what is still coming of a body that is refused is not waited for
        if (!request.complete) response.setHeader('connection', 'close')
        send(response, status, { message })
      },
    )
  })
  server.requestTimeout = 10_000
  return new Promise((opened, failed) => {
    server.once('error', failed)
    server.listen(port, '127.0.0.1', () => opened(server))
  })
}
