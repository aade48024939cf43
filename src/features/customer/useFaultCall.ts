import { useRef, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { FaultAnswers } from '@/core/handover/faultCall'
import { ApiProblem, postForm, postJson } from '../api'

/** A picture that goes with a call; one id for good, so that sending it again stores it once. */
export interface CallPicture {
  id: string
  file: File
  sent: boolean
}

export type Sending = { state: 'asking' | 'sending' | 'sent' } | { state: 'failed'; message: string }

const NO_CONNECTION =
  'There is no connection just now. What you answered is still here; try again, or telephone the crew.'
const messageOf = (error: unknown) => (error instanceof ApiProblem && error.status > 0 ? error.message : NO_CONNECTION)

/** A household's call on its way to the crew: the answers first, then picture after picture; what failed can be sent again. */
export function useFaultCall(token: string) {
  // one id for a call, so that a second press after a lost answer sends it once
  const id = useRef(uuidv7())
  const [answersSent, setAnswersSent] = useState(false)
  const [pictures, setPictures] = useState<readonly CallPicture[]>([])
  const [sending, setSending] = useState<Sending>({ state: 'asking' })

  const sendPicture = async ({ id: pictureId, file }: CallPicture) => {
    const form = new FormData()
    form.set('id', pictureId)
    form.set('callId', id.current)
    form.set('file', file)
    await postForm(`/api/customer/${token}/fault-call/pictures`, form)
    setPictures((old) => old.map((one) => (one.id === pictureId ? { ...one, sent: true } : one)))
  }
  const sendCall = async (answers: FaultAnswers) => {
    setSending({ state: 'sending' })
    try {
      if (!answersSent) await postJson(`/api/customer/${token}/fault-call`, { id: id.current, answers })
      setAnswersSent(true)
      for (const picture of pictures.filter(({ sent }) => !sent)) await sendPicture(picture)
      setSending({ state: 'sent' })
    } catch (error) {
      setSending({ state: 'failed', message: messageOf(error) })
    }
  }
  return { answersSent, pictures, setPictures, sending, sendCall }
}
