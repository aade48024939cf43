'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import type { InstrumentView } from '@/server/useCases/instruments'
import { ButtonLink } from '@/ui/Button'
import { day } from '@/ui/clock'
import { AddPaper, type PaperField } from './AddPaper'

const FIELDS: readonly PaperField[] = [
  { name: 'number', label: 'Number', type: 'text', required: true },
  { name: 'calibratedOn', label: 'Calibrated on', type: 'date', required: true },
  { name: 'dueOn', label: 'Next due', type: 'date', required: true },
  { name: 'file', label: 'Paper (PDF or picture)', type: 'file', required: false },
]

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
      {mayAdd && (
        <AddPaper
          path={`/api/instruments/${instrument.id}/certificates`}
          fields={FIELDS}
          submitLabel="Add the certificate"
          refresh={refresh}
        />
      )}
    </Box>
  )
}
