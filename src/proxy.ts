import { type NextRequest, NextResponse } from 'next/server'
import { contentPolicy } from './server/contentPolicy'

/** Gives every page its own nonce, under which its scripts run and nobody else's. */
export function proxy(request: NextRequest): NextResponse {
  // the dev server evaluates what it reloads
  if (process.env.NODE_ENV !== 'production') return NextResponse.next()
  const policy = contentPolicy(btoa(crypto.randomUUID()))
  const headers = new Headers(request.headers)
  headers.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('content-security-policy', policy)
  return response
}

export const config = {
  // pages only: the API answers with data, and files carry a policy of their own
  matcher: '/((?!api/|_next/|.*\\..*).*)',
}
