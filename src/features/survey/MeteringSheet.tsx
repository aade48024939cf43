'use client'
import { writeProfileCsv } from '@/core/exchange/writeProfileCsv'
import { formatWhole } from '@/core/quantity/formatQuantity'
import { Box, Flex, Text } from '@chakra-ui/react'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { callUseCase } from '../api'
import { useAttempt } from '../useAttempt'
import { useJob } from '../job/JobContext'
import { useYear } from '../plan/useYear'
import { download } from './download'
import { KIND_WORDS, type SeriesKind, stepWords } from './seriesWords'
import { withinSentence } from '@/core/withinSentence'

/** Laid out on a sheet of its own. */
const ReadSeries = dynamic(() => import('./ReadSeries').then(({ ReadSeries }) => ReadSeries))

/** The year's series that were brought in, and the way to bring one in. */
export function MeteringSheet({ kinds = ['load', 'pv'] }: { kinds?: readonly SeriesKind[] }) {
  const {
    view,
    record: { installation },
    may,
  } = useJob()
  const { attempt, failure } = useAttempt()
  const [importing, setImporting] = useState<SeriesKind | null>(null)
  const { basis: year } = useYear()
  const profiles = view.profiles.filter(({ kind }) => kinds.includes(kind))
  const edit = may('importProfile')
  const title = kinds.includes('price') ? 'Price file' : 'Metering'
  return (
    <TitledSheet
      title={title}
      note={
        profiles.length === 0
          ? kinds.includes('price')
            ? 'half-hourly prices, if the tariff has them'
            : 'none: the year is worked out from the load list'
          : undefined
      }
      actions={
        <>
          {edit &&
            kinds.map((kind) => (
              <Button key={kind} size="sm" onClick={() => setImporting(kind)}>
                Read {withinSentence(KIND_WORDS[kind])}
              </Button>
            ))}
          {!kinds.includes('price') && (
            <Button
              size="sm"
              disabled={!year?.profile}
              onClick={() =>
                year?.profile &&
                download(
                  `${installation.name} year.csv`,
                  writeProfileCsv(year.profile.loadW, year.profile.pvW, year.profile.stepH),
                )
              }
            >
              Save the year as CSV
            </Button>
          )}
        </>
      }
    >
      {profiles.map(({ id, kind, name, rowCount, stepH }) => (
        <Flex
          key={id}
          borderTopWidth="1px"
          borderColor="rule"
          px="14px"
          py="6px"
          gap="12px"
          align="center"
          fontSize="14px"
        >
          <Box flex="1" minW="0">
            <Text fontWeight="600">{KIND_WORDS[kind]}</Text>
            <Text color="ink2" overflowWrap="anywhere">
              {name}, {formatWhole(rowCount)} {stepWords(stepH)}
            </Text>
          </Box>
          {edit && (
            <Button
              variant="bare"
              size="sm"
              fontSize="13px"
              onClick={() =>
                void attempt(() => callUseCase('removeProfile', { jobId: installation.jobId, profileId: id }))
              }
              aria-label={`Take out ${name}`}
            >
              take out
            </Button>
          )}
        </Flex>
      ))}
      {failure && (
        <Notice kind="error" mx="14px" my="8px">
          {failure}
        </Notice>
      )}
      <Overlay
        title={importing ? `Read ${withinSentence(KIND_WORDS[importing])} of a year` : ''}
        open={importing !== null}
        onClose={() => setImporting(null)}
        wide
      >
        {importing && <ReadSeries kind={importing} onClose={() => setImporting(null)} />}
      </Overlay>
    </TitledSheet>
  )
}
