import type { Instrumentation } from 'next'
import { isDatabaseAway } from '@/server/databaseFault'
import { REQUEST_ID_HEADER } from '@/server/requestId'
import { missedDatabase } from '@/server/watch/pagesWithoutDatabase'

/** Called by the framework with what kept a page from being drawn, before anything of it is sent. */
export const onRequestError: Instrumentation.onRequestError = (error, { headers }) => {
  const id = headers[REQUEST_ID_HEADER]
  if (typeof id === 'string' && isDatabaseAway(error)) missedDatabase(id)
}
