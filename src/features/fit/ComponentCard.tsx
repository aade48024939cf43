'use client'
import { isOf } from '../outbox/outboxEntry'
import { componentRecordKey } from '@/core/evidence/families/componentRecord'
import { AspectRatio, Box, Flex, Text, chakra } from '@chakra-ui/react'
import { useEffect, useMemo } from 'react'
import type { Component } from '@/core/installation/installation'
import type { Attachment } from '@/core/evidence/point'
import { latestBySlot } from '@/core/evidence/reading'
import { Button } from '@/ui/Button'
import { Sheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { AddPicture } from '../job/AddPicture'
import { useJob } from '../job/JobContext'
import { ReadCode } from './ReadCode'

/** Address of a picture: the server's, or the blob that still waits on this device. */
export function usePictureUrl(attachment: Attachment | undefined): string | null {
  const { outboxState } = useJob()
  const waiting = outboxState.entries.find((entry) => isOf(entry, 'addPicture') && entry.id === attachment?.id)
  const file = waiting?.files?.[0]?.blob ?? null
  const local = useMemo(() => (file ? URL.createObjectURL(file) : null), [file])
  useEffect(
    () => () => {
      if (local) URL.revokeObjectURL(local)
    },
    [local],
  )
  if (local) return local
  return attachment?.sha256 ? `/api/jobs/${attachment.jobId}/files/${attachment.sha256}` : null
}

export function Thumb({
  attachment,
  label,
  onLook,
  width = '100%',
}: {
  attachment: Attachment
  label: string
  onLook: (one: Attachment) => void
  width?: string
}) {
  const url = usePictureUrl(attachment)
  return (
    <chakra.button
      type="button"
      onClick={() => onLook(attachment)}
      w={width}
      cursor="pointer"
      aria-label={`Look at the picture of ${label}`}
    >
      <AspectRatio ratio={4 / 3} bg="sheet2">
        {url ? (
          <chakra.img src={url} alt={`Picture of ${label}`} objectFit="cover" loading="lazy" />
        ) : (
          <Box color="ink3" fontSize="13px">
            waiting for the server
          </Box>
        )}
      </AspectRatio>
    </chakra.button>
  )
}

export function ComponentCard({
  component,
  onEdit,
  onReplace,
  onLook,
}: {
  component: Component
  onEdit?: () => void
  onReplace?: () => void
  onLook: (one: Attachment) => void
}) {
  const { bench, at, select, propose, may } = useJob()
  const key = componentRecordKey(component)
  const judgement = bench.judgements.get(key)
  const latest = latestBySlot(bench.context.readings, key)
  // the plate of a component that was taken out is not this one's
  const picture = bench.context.attachments.findLast(
    ({ kind, subject }) => kind === 'picture' && subject === component.tag,
  )
  const slots = bench.points.find((point) => point.key === key)?.slots ?? []
  const chosen = at === key
  return (
    <Sheet
      borderColor={chosen ? 'ember' : 'rule'}
      outline={chosen ? '1px solid' : undefined}
      outlineColor="ember"
      display="flex"
      flexDirection="column"
      minW="0"
    >
      {picture ? (
        <Thumb attachment={picture} label={component.name} onLook={onLook} />
      ) : (
        <AspectRatio ratio={4 / 3} bg="sheet2">
          <Flex direction="column" gap="8px" color="ink2" fontSize="14px">
            <Text>No picture of its plate</Text>
            <AddPicture subject={component.tag} />
          </Flex>
        </AspectRatio>
      )}
      <chakra.button
        type="button"
        textAlign="left"
        px="12px"
        pt="8px"
        cursor="pointer"
        onClick={() => select(chosen ? null : key)}
        aria-pressed={chosen}
      >
        <Flex align="center" gap="8px">
          <Text fontWeight="600" flex="1" minW="0" overflowWrap="anywhere" lineHeight="1.25">
            {component.name}
          </Text>
          <VerdictWord verdict={judgement?.verdict ?? 'open'} />
        </Flex>
        <Text fontSize="13px" color="ink2">
          {component.model} ·{' '}
          <Box as="span" fontFamily="mono">
            {component.tag}
          </Box>
        </Text>
      </chakra.button>
      <Box px="12px" pb="10px" mt="4px" fontSize="14px">
        {slots
          .filter(({ path }) => path.length > 0)
          .map((slot) => {
            const word = latest.get(slot.id)?.valueWord
            return (
              <Flex key={slot.id} align="center" gap="8px" minH="34px" borderTopWidth="1px" borderColor="rule">
                <Text color="ink2" w="74px">
                  {slot.label}
                </Text>
                <Text fontFamily="mono" flex="1" minW="0" overflowWrap="anywhere">
                  {word ?? '–'}
                </Text>
                {may('recordReadings') && word === undefined && (
                  <Button
                    variant="bare"
                    size="sm"
                    fontSize="13px"
                    onClick={() => {
                      select(key)
                      propose(`${slot.path.join(' ')} `)
                    }}
                    aria-label={`Type the ${slot.label.toLowerCase()} of ${component.name}`}
                  >
                    type
                  </Button>
                )}
              </Flex>
            )
          })}
        {judgement && judgement.verdict !== 'proven' && (
          <Text
            fontSize="13px"
            color={judgement.verdict === 'stop' ? 'stop' : 'ink2'}
            borderTopWidth="1px"
            borderColor="rule"
            pt="5px"
          >
            {judgement.why}
          </Text>
        )}
        <Flex gap="6px" mt="6px" align="center" wrap="wrap">
          {picture && <AddPicture subject={component.tag} />}
          <ReadCode componentTag={component.tag} name={component.name} />
          <Flex ml="auto" gap="4px">
            {onReplace && latest.has('serial') && (
              <Button
                variant="bare"
                size="sm"
                fontSize="13px"
                onClick={onReplace}
                aria-label={`Replace ${component.name}`}
              >
                replace
              </Button>
            )}
            {onEdit && (
              <Button variant="bare" size="sm" fontSize="13px" onClick={onEdit} aria-label={`Change ${component.name}`}>
                change
              </Button>
            )}
          </Flex>
        </Flex>
      </Box>
    </Sheet>
  )
}
