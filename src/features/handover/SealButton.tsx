'use client'
import { Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { ApiProblem, callUseCase } from '../api'
import { useJob } from '../job/JobContext'

/** Asks the queue for a sealed pack; the packs' sheet shows what becomes of it. */
export function SealButton({ onDone, disabled }: { onDone: () => void; disabled: boolean }) {
  const { record, refresh } = useJob()
  const [state, setState] = useState<{ kind: 'idle' | 'asking' } | { kind: 'failed'; message: string }>({
    kind: 'idle',
  })
  const seal = async () => {
    setState({ kind: 'asking' })
    try {
      await callUseCase('requestPack', { jobId: record.installation.jobId })
      await refresh()
      onDone()
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      setState({ kind: 'failed', message: error.message })
    }
  }
  return (
    <>
      <Button mt="4" variant="act" disabled={disabled || state.kind === 'asking'} onClick={() => void seal()}>
        {state.kind === 'asking' ? 'Asking…' : 'Seal it'}
      </Button>
      {state.kind === 'failed' && (
        <Text role="alert" color="stop" mt="2">
          {state.message}
        </Text>
      )}
    </>
  )
}
