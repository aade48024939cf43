'use client'
import { Flex, chakra } from '@chakra-ui/react'
import { useTimes } from '@/ui/useTimes'
import { useJob } from '../job/JobContext'

/** The pictures that belong to one thing; each opens in full. */
export function Pictures({ subject, label }: { subject: string; label: string }) {
  const { record } = useJob()
  const { dayOf } = useTimes()
  const { jobId } = record.installation
  const own = record.attachments.filter((attachment) => attachment.subject === subject && attachment.kind === 'picture')
  if (own.length === 0) return null
  return (
    <Flex gap="6px" mt="5px" wrap="wrap">
      {own.map(({ id, sha256, takenAt, receivedAt }, k) =>
        sha256 === '' ? (
          <chakra.span
            key={id}
            fontSize="13px"
            color="ink2"
            borderWidth="1px"
            borderColor="rule2"
            px="6px"
            borderRadius="l1"
          >
            picture waits to be sent
          </chakra.span>
        ) : (
          <chakra.a
            key={id}
            href={`/api/jobs/${jobId}/files/${sha256}`}
            target="_blank"
            rel="noreferrer"
            title={`${label}, ${dayOf(takenAt ?? receivedAt)}`}
          >
            <chakra.img
              src={`/api/jobs/${jobId}/files/${sha256}`}
              alt={`${label}, picture ${k + 1}`}
              loading="lazy"
              w="74px"
              h="56px"
              objectFit="cover"
              borderWidth="1px"
              borderColor="rule2"
              borderRadius="l1"
            />
          </chakra.a>
        ),
      )}
    </Flex>
  )
}
