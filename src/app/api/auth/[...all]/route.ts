import { answer } from '@/server/answer'
import { auth } from '@/server/auth'
import { signInWay } from '@/server/signInWays'
import { signIn } from '@/server/throttle/signInRoute'

/** The sign-in library knows many more ways than this app has; those that nobody needs are not there. */
const handle = (request: Request): Promise<Response> =>
  answer(request, async () => {
    const way = signInWay(request)
    if (way === null) return Response.json({ message: 'There is no such way in.' }, { status: 404 })
    return way === 'signIn' ? signIn(request) : auth().handler(request)
  })

export { handle as GET, handle as POST }
