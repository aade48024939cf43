'use client'
import { AspectRatio, Box, chakra } from '@chakra-ui/react'
import { useEffect, useMemo } from 'react'
import type { Attachment } from '@/core/evidence/point'
import { useOnDevice } from '../job/JobContext'
import { isOf } from '../outbox/outboxEntry'

/** Address of a picture: the server's, or the blob that still waits on this device. */
export function usePictureUrl(attachment: Attachment | undefined): string | null {
  const { outboxState } = useOnDevice()
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

/** A picture, small; pressed, it is looked at. */
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
