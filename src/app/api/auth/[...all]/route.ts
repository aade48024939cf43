import { auth } from '@/server/auth'
import { signInWay } from '@/server/signInWays'

/** The sign-in library knows many more ways than this app has; those that nobody needs are not there. */
const handle = (request: Request) =>
  signInWay(request) ? auth().handler(request) : Response.json({ message: 'There is no such way in.' }, { status: 404 })

export { handle as GET, handle as POST }
