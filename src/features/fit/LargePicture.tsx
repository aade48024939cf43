'use client'
import { Text, chakra } from '@chakra-ui/react'
import type { Attachment } from '@/core/evidence/point'
import { useTimes } from '@/ui/useTimes'
import { usePictureUrl } from './Thumb'

export function Picture({ attachment }: { attachment: Attachment }) {
  const { clock } = useTimes()
  const url = usePictureUrl(attachment)
  return (
    <>
      {url && <chakra.img src={url} alt={`Picture of ${attachment.subject}`} w="100%" />}
      <Text fontSize="13px" color="ink2" mt="2">
        {attachment.takenAt ? `taken ${clock(attachment.takenAt)}, ` : ''}added by {attachment.addedByName}
      </Text>
    </>
  )
}
