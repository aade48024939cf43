'use client'
import { useRef, useState } from 'react'
import { Flex, Text } from '@chakra-ui/react'
import { FileUp } from 'lucide-react'
import { Button } from '@/ui/Button'

/** Picks a text file and hands over its text; a file that is too large is named before it is read. */
export function FilePick({
  label,
  accept,
  maxBytes,
  onText,
  onError,
}: {
  label: string
  accept: string
  maxBytes: number
  onText: (text: string, file: File) => void
  onError: (message: string) => void
}) {
  const field = useRef<HTMLInputElement>(null)
  const [name, setName] = useState<string | null>(null)
  const take = async (file: File | undefined) => {
    if (!file) return
    if (file.size > maxBytes)
      return onError(
        `“${file.name}” is larger than ${maxBytes >= 1_048_576 ? `${Math.round(maxBytes / 1_048_576)} MB` : `${Math.round(maxBytes / 1000)} KB`}. Nothing was read.`,
      )
    setName(file.name)
    onText(await file.text(), file)
  }
  return (
    <Flex align="center" gap="10px" wrap="wrap">
      <input
        ref={field}
        type="file"
        accept={accept}
        hidden
        aria-label={label}
        onChange={(event) => {
          void take(event.target.files?.[0])
          event.target.value = ''
        }}
      />
      <Button onClick={() => field.current?.click()}>
        <FileUp size={17} aria-hidden /> Choose a file
      </Button>
      {name && (
        <Text fontSize="14px" color="ink2" overflowWrap="anywhere">
          {name}
        </Text>
      )}
    </Flex>
  )
}
