import { Box, Flex, Text } from '@chakra-ui/react'
import { Camera, Check, X } from 'lucide-react'
import { useRef } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { MOST_CALL_PICTURES } from '@/core/handover/faultCall'
import { Button } from '@/ui/Button'
import type { CallPicture } from './useFaultCall'

/** Pictures for the crew: chosen here, sent with the call. */
export function CallPictures({
  pictures,
  change,
}: {
  pictures: readonly CallPicture[]
  change: (pictures: readonly CallPicture[]) => void
}) {
  const field = useRef<HTMLInputElement>(null)
  const add = (files: FileList | null) =>
    change(
      [...pictures, ...[...(files ?? [])].map((file) => ({ id: uuidv7(), file, sent: false }))].slice(
        0,
        MOST_CALL_PICTURES,
      ),
    )
  return (
    <Box borderTopWidth="1px" borderColor="rule" py="10px">
      <Text fontWeight="600">Pictures</Text>
      <Text color="ink2" fontSize="14.5px" mb="6px">
        The display, the board from outside, what looks wrong. Open nothing and touch nothing for it.
      </Text>
      {pictures.map((picture) => (
        <Flex key={picture.id} align="center" gap="10px" minH="44px">
          <Text flex="1" minW="0" overflowWrap="anywhere">
            {picture.file.name}
          </Text>
          {picture.sent ? (
            <Check size={19} aria-label="sent" />
          ) : (
            <Button
              size="sm"
              aria-label={`Leave out ${picture.file.name}`}
              onClick={() => change(pictures.filter(({ id }) => id !== picture.id))}
            >
              <X size={17} aria-hidden /> Leave out
            </Button>
          )}
        </Flex>
      ))}
      <input
        ref={field}
        type="file"
        accept="image/*"
        multiple
        hidden
        aria-label="Pictures for the crew"
        onChange={(event) => {
          add(event.target.files)
          event.target.value = ''
        }}
      />
      {pictures.length < MOST_CALL_PICTURES ? (
        <Button onClick={() => field.current?.click()}>
          <Camera size={19} aria-hidden /> Add a picture
        </Button>
      ) : (
        <Text color="ink2" fontSize="14.5px">
          {MOST_CALL_PICTURES} pictures go with one call.
        </Text>
      )}
    </Box>
  )
}
