'use client'
import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { Camera, Check } from 'lucide-react'
import { useRef } from 'react'
import { counted } from '@/core/quantity/counted'
import { HOUSEHOLD_PICTURES } from '@/core/plan/household'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Sheet } from '@/ui/Sheet'
import { useHouseholdPictures } from './useHouseholdPictures'

/** What the crew asks pictures of, each with how many went, and what still waits for a connection. */
export function PicturesPart({ token, sent }: { token: string; sent: number }) {
  const { counts, total, waiting, busy, failure, take } = useHouseholdPictures(token, sent)
  return (
    <Sheet mt="16px">
      <Flex px="16px" pt="12px" pb="6px" align="baseline" gap="10px">
        <Heading as="h2" fontSize="19px">
          Pictures
        </Heading>
        {total > 0 && (
          <Text color="ink2" fontSize="14px">
            {total} sent so far
          </Text>
        )}
      </Flex>
      {HOUSEHOLD_PICTURES.map(({ key, label, hint }) => (
        <PictureRow
          key={key}
          label={label}
          hint={hint}
          count={counts[key] ?? 0}
          busy={busy === key}
          onFiles={(files) => void take(key, files)}
        />
      ))}
      {waiting > 0 && (
        <Text role="status" m="12px" fontSize="14px">
          {counted(waiting, ['picture waits', 'pictures wait'])} on this phone for a connection, and will be sent when
          there is one while this page is open, or when you open it again.
        </Text>
      )}
      {failure && (
        <Notice kind="error" m="12px">
          {failure}
        </Notice>
      )}
    </Sheet>
  )
}

function PictureRow({
  label,
  hint,
  count,
  busy,
  onFiles,
}: {
  label: string
  hint: string
  count: number
  busy: boolean
  onFiles: (files: FileList | null) => void
}) {
  const field = useRef<HTMLInputElement>(null)
  return (
    <Flex borderTopWidth="1px" borderColor="rule" px="16px" py="10px" gap="12px" align="center">
      <Box flex="1" minW="0">
        <Text fontWeight="600">{label}</Text>
        <Text fontSize="14px" color="ink2">
          {hint}
        </Text>
      </Box>
      <input
        ref={field}
        type="file"
        accept="image/*"
        multiple
        hidden
        aria-label={label}
        onChange={(event) => {
          onFiles(event.target.files)
          event.target.value = ''
        }}
      />
      <Button flex="none" disabled={busy} onClick={() => field.current?.click()}>
        {count > 0 ? <Check size={19} aria-hidden /> : <Camera size={19} aria-hidden />}{' '}
        {busy ? 'Sending…' : count > 0 ? `${count} sent` : 'Take'}
      </Button>
    </Flex>
  )
}
