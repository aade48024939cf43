import { answer } from '@/server/answer'
import { askSignIn } from '@/server/auth'
import { type SignInWay, signInWay } from '@/server/signInWays'
import { changeSecondFactor, secondFactor, signIn } from '@/server/throttle/signInRoute'

const WAYS: Readonly<Record<SignInWay, (request: Request) => Promise<Response>>> = {
  signIn,
  secondFactor,
  changeSecondFactor,
  signOut: askSignIn,
  session: askSignIn,
}

/** The sign-in library knows many more ways than this app has; those that nobody needs are not there. */
const handle = (request: Request): Promise<Response> =>
  answer(request, async () => {
    const way = signInWay(request)
    if (way === null) return Response.json({ message: 'There is no such way in.' }, { status: 404 })
    return WAYS[way](request)
  })

export { handle as GET, handle as POST }
