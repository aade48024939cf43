import { appDatabase } from '@/db/client'
import { Problem } from './problem'
import { isDataFault, isDatabaseAway, isDatabaseBusy } from './databaseFault'
import { faultOf, log, withoutTokens } from './log'
import { REQUEST_ID_HEADER } from './requestId'
import { READ_HEADER, hasReplica, seenCookie } from './replica/seenWrites'
import { isOwnRequest } from './ownRequest'

const REFUSED = 'The database does not take this as it stands. Look at it again; it is kept on this device.'
const AWAY = 'The database does not answer. What you entered is kept on this device and sent later.'
const BUSY = 'The server has much to do just now. What you entered is kept on this device and sent later.'
const FAILED = 'Something went wrong on the server. What you entered is kept on this device; try again.'

/** Runs a route's work and turns what goes wrong into an answer: problems in their own words, everything else without its insides. */
export async function answer(request: Request, work: () => Promise<Response>): Promise<Response> {
  try {
    if (request.method !== 'GET' && !isOwnRequest(request))
      throw new Problem(403, 'Requests from other sites are not taken.')
    const response = await work()
    if (request.method !== 'GET' && hasReplica() && !response.headers.has(READ_HEADER))
      response.headers.append('set-cookie', await seenCookie(appDatabase().db))
    return response
  } catch (error) {
    if (error instanceof Problem)
      return Response.json({ message: error.message, issues: error.issues }, { status: error.status })
    const fault = isDataFault(error)
    const away = isDatabaseAway(error)
    log.error(
      {
        id: request.headers.get(REQUEST_ID_HEADER),
        ...faultOf(error),
        path: withoutTokens(new URL(request.url).pathname),
      },
      'request failed',
    )
    return Response.json(
      {
        message: fault ? REFUSED : isDatabaseBusy(error) ? BUSY : away ? AWAY : FAILED,
        issues: [],
      },
      { status: fault ? 422 : away ? 503 : 500 },
    )
  }
}
