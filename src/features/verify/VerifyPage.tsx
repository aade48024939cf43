'use client'
import { Flex, Heading, Text, chakra } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import { PACK_BOUNDS } from '@/core/pack/packZip'
import type { PackVerification } from '@/core/pack/verifyPack'
import { verifyInWorker } from '@/workers/clients'
import { Button } from '@/ui/Button'
import { Mark } from '@/ui/Mark'
import { Notice } from '@/ui/Notice'
import { Sheet } from '@/ui/Sheet'
import type { SigningKeys } from '@/server/pack/signingKeys'
import { VerifyResult } from './VerifyResult'

type State =
  | { kind: 'empty' }
  | { kind: 'checking'; name: string }
  | { kind: 'done'; name: string; result: PackVerification }
  | { kind: 'failed'; message: string }

/** Anybody's check of a sealed pack: on this device, without a sign-in; every changed file is named. */
export function VerifyPage() {
  const [state, setState] = useState<State>({ kind: 'empty' })
  const [keys, setKeys] = useState<SigningKeys | null>(null)
  const field = useRef<HTMLInputElement>(null)
  useEffect(() => {
    void fetch('/api/signing-key')
      .then((response) => response.json())
      .then((told: SigningKeys) => setKeys(told))
      .catch(() => undefined)
  }, [])
  const check = async (file: File | undefined) => {
    if (!file) return
    if (file.size > PACK_BOUNDS.maxBytes)
      return setState({ kind: 'failed', message: `${file.name} is larger than any pack of this program.` })
    setState({ kind: 'checking', name: file.name })
    try {
      setState({
        kind: 'done',
        name: file.name,
        result: await verifyInWorker(new Uint8Array(await file.arrayBuffer())),
      })
    } catch (error) {
      setState({
        kind: 'failed',
        message: `The file could not be checked here (${error instanceof Error ? error.message : 'unknown'}).`,
      })
    }
  }
  return (
    <chakra.main maxW="680px" mx="auto" px="14px" py="22px" display="flex" flexDirection="column" gap="14px">
      <a href="/">
        <Flex align="center" gap="9px">
          <Mark />
          <Text fontFamily="heading" fontWeight="600">
            Awlbright
          </Text>
        </Flex>
      </a>
      <Heading as="h1" fontSize="28px">
        Check a sealed pack
      </Heading>
      <Text color="ink2">
        Every file is held against its digest, and the digests against one signature. The pack stays on this device;
        nothing is sent.
      </Text>
      <Sheet
        p="20px"
        textAlign="center"
        borderStyle="dashed"
        borderColor="rule2"
        onDragOver={(event) => event.preventDefault()}
        onDrop={(event) => {
          event.preventDefault()
          void check(event.dataTransfer.files[0])
        }}
      >
        <input
          ref={field}
          type="file"
          hidden
          accept=".zip,application/zip"
          aria-label="Sealed pack"
          onChange={(event) => {
            void check(event.target.files?.[0])
            event.target.value = ''
          }}
        />
        <Button variant="act" size="lg" onClick={() => field.current?.click()} disabled={state.kind === 'checking'}>
          {state.kind === 'checking' ? `Checking ${state.name}…` : 'Choose the pack (.zip)'}
        </Button>
        <Text color="ink2" fontSize="14px" mt="2">
          or drop it here
        </Text>
      </Sheet>
      {state.kind === 'failed' && <Notice kind="error">{state.message}</Notice>}
      {state.kind === 'done' && <VerifyResult name={state.name} result={state.result} keys={keys} />}
    </chakra.main>
  )
}
