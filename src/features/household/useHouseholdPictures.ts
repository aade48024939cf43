import { useCallback, useEffect, useRef, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { ApiProblem } from '../api'
import { sendFromHousehold } from './sendFromHousehold'
import { type WaitingPicture, keepPicture, letGoOf, waitingPictures } from './waitingPictures'

/** How soon sending is tried again while pictures wait. */
const TRY_AGAIN_MS = 15_000
/** What the server says where it is only busy: the picture waits. Everything else that it refuses, it refuses for good. */
const COMES_LATER: ReadonlySet<number> = new Set([0, 429, 502, 503, 504])

export interface HouseholdPictures {
  /** Sent from this page since it was opened, by subject; and all that the crew has. */
  counts: Readonly<Record<string, number>>
  total: number
  /** Waiting on this phone for a connection. */
  waiting: number
  busy: string | null
  failure: string | null
  take: (subject: string, files: FileList | null) => Promise<void>
}

/** Pictures of a household: each is kept on the phone before it is sent, and goes when there is a connection, on this visit or a later one. */
export function useHouseholdPictures(token: string, sent: number): HouseholdPictures {
  const [counts, setCounts] = useState<Readonly<Record<string, number>>>({})
  const [total, setTotal] = useState(sent)
  const [waiting, setWaiting] = useState(0)
  const [busy, setBusy] = useState<string | null>(null)
  const [failure, setFailure] = useState<string | null>(null)
  const last = useRef<Promise<void>>(Promise.resolve())

  /** Sends one; answers whether it still has to wait. */
  const sendOne = useCallback(
    async ({ id, subject, fileName, picture }: WaitingPicture): Promise<boolean> => {
      const form = new FormData()
      form.set('id', id)
      form.set('subject', subject)
      form.set('file', picture, fileName)
      try {
        const { pictures } = await sendFromHousehold<{ pictures: number }>(`/api/household/${token}/pictures`, {
          body: form,
        })
        setTotal(pictures)
        setCounts((old) => ({ ...old, [subject]: (old[subject] ?? 0) + 1 }))
        return false
      } catch (error) {
        const problem = error instanceof ApiProblem ? error : null
        if (problem && COMES_LATER.has(problem.status)) return true
        setFailure(problem?.message ?? 'That did not work. Try again.')
        return false
      }
    },
    [token],
  )
  /** Sends what waits, one round after the other: a picture that was kept meanwhile is in the next. */
  const sendWaiting = useCallback(() => {
    const round = async () => {
      for (const picture of await waitingPictures(token)) {
        if (await sendOne(picture)) break
        await letGoOf(picture.id)
      }
      setWaiting((await waitingPictures(token)).length)
    }
    last.current = last.current.then(round)
    return last.current
  }, [token, sendOne])
  useEffect(() => {
    void sendWaiting()
    const again = () => void sendWaiting()
    window.addEventListener('online', again)
    return () => window.removeEventListener('online', again)
  }, [sendWaiting])
  useEffect(() => {
    if (waiting === 0) return
    const timer = setInterval(() => void sendWaiting(), TRY_AGAIN_MS)
    return () => clearInterval(timer)
  }, [waiting, sendWaiting])

  const take = async (subject: string, files: FileList | null) => {
    setFailure(null)
    setBusy(subject)
    for (const file of [...(files ?? [])]) {
      const picture = { id: uuidv7(), token, subject, fileName: file.name, picture: file }
      const isKept = await keepPicture(picture)
      if (!isKept && (await sendOne(picture)))
        setFailure('There is no connection just now, and this phone could not keep the picture. Take it again later.')
    }
    await sendWaiting()
    setBusy(null)
  }
  return { counts, total, waiting, busy, failure, take }
}
