'use client'
import { Box, Field, Flex, Grid, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { InstrumentView } from '@/server/useCases/instruments'
import { Button, ButtonLink } from '@/ui/Button'
import { day } from '@/ui/clock'
import { Notice } from '@/ui/Notice'
import { postForm, problemWords } from '../api'

/** An instrument's certificates with their papers, the latest first; and the next one. */
export function CertificatesSheet({
  instrument,
  mayAdd,
  refresh,
}: {
  instrument: InstrumentView
  mayAdd: boolean
  refresh: () => Promise<void>
}) {
  const { papers, certificates } = instrument
  const noted = certificates.filter(({ number }) => number === null)
  return (
    <Box as="section" aria-label="Certificates">
      <Text fontWeight="600" fontSize="15px">
        Certificates
      </Text>
      {certificates.length === 0 && (
        <Text fontSize="14px" color="ink2">
          None on file: every reading made with it is at most Watch.
        </Text>
      )}
      {papers.map(({ id, number, calibratedOn, dueOn, onFile, byName }) => (
        <Flex key={id} align="center" gap="10px" fontSize="14px" minH="40px" wrap="wrap">
          <Text flex="1" minW="200px">
            {number}, {day(calibratedOn)} to {day(dueOn)}
            <Text as="span" color="ink2">
              {' '}
              – entered by {byName}
            </Text>
          </Text>
          {onFile ? (
            <ButtonLink size="sm" href={`/api/certificates/${id}`} download>
              Paper
            </ButtonLink>
          ) : (
            <Text color="ink3">no paper</Text>
          )}
        </Flex>
      ))}
      {noted.map(({ dueOn }) => (
        <Text key={dueOn} fontSize="14px" color="ink2">
          noted earlier, until {day(dueOn)}
        </Text>
      ))}
      {mayAdd && <NextCertificate instrumentId={instrument.id} refresh={refresh} />}
    </Box>
  )
}

const FIELDS = [
  { name: 'number', label: 'Number', type: 'text' },
  { name: 'calibratedOn', label: 'Calibrated on', type: 'date' },
  { name: 'dueOn', label: 'Next due', type: 'date' },
  { name: 'file', label: 'Paper (PDF or picture)', type: 'file' },
] as const

function NextCertificate({ instrumentId, refresh }: { instrumentId: string; refresh: () => Promise<void> }) {
  const [failure, setFailure] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  // the same entry sent twice is one certificate; the next one has an id of its own
  const [id, setId] = useState(() => uuidv7())
  const send = async (form: HTMLFormElement) => {
    setFailure(null)
    setBusy(true)
    try {
      const data = new FormData(form)
      data.set('id', id)
      await postForm(`/api/instruments/${instrumentId}/certificates`, data)
      form.reset()
      setId(uuidv7())
      await refresh()
    } catch (error) {
      setFailure(problemWords(error))
    }
    setBusy(false)
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void send(event.currentTarget)
      }}
    >
      <Grid templateColumns={{ base: '1fr', sm: 'repeat(2, minmax(0, 1fr))' }} gap="8px 14px" mt="2">
        {FIELDS.map(({ name, label, type }) => (
          <Field.Root key={name} required={type !== 'file'}>
            <Field.Label fontSize="14px">{label}</Field.Label>
            <Input
              name={name}
              type={type}
              required={type !== 'file'}
              maxLength={60}
              {...(type === 'file' && { accept: 'application/pdf,image/jpeg,image/png', pt: '8px' })}
            />
          </Field.Root>
        ))}
      </Grid>
      {failure && (
        <Notice kind="error" mt="2">
          {failure}
        </Notice>
      )}
      <Button type="submit" size="sm" mt="3" disabled={busy}>
        {busy ? 'Adding…' : 'Add the certificate'}
      </Button>
    </form>
  )
}
