'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { toDataURL } from 'qrcode'
import { useEffect, useState } from 'react'
import { Button, ButtonLink } from '@/ui/Button'
import { Notice } from '@/ui/Notice'

/** Whether an address means whichever machine it is opened on. */
const isThisMachine = (url: string) => /^(localhost|127\.\d+\.\d+\.\d+|\[::1\])$/.test(new URL(url).hostname)

/** A link that is shown once: to copy, to open, and as a code for the camera of the phone it is meant for. */
export function ShownLink({ url, testId, opens = true }: { url: string; testId: string; opens?: boolean }) {
  const [picture, setPicture] = useState<string | null>(null)
  const [copied, setCopied] = useState<'yes' | 'no' | null>(null)
  useEffect(() => {
    let gone = false
    void toDataURL(url, { margin: 1, width: 220 }).then((made) => {
      if (!gone) setPicture(made)
    })
    return () => {
      gone = true
    }
  }, [url])
  const copy = () =>
    navigator.clipboard.writeText(url).then(
      () => setCopied('yes'),
      // without the right to the clipboard the address is still there to be marked
      () => setCopied('no'),
    )
  return (
    <>
      <Text
        fontFamily="mono"
        fontSize="14px"
        overflowWrap="anywhere"
        bg="paper"
        p="3"
        borderWidth="1px"
        borderColor="rule2"
        data-testid={testId}
      >
        {url}
      </Text>
      {isThisMachine(url) && (
        <Notice kind="caution" mt="2">
          This address works on this machine alone. For a phone, open the app here under an address that the phone
          reaches too, and make the link anew.
        </Notice>
      )}
      <Flex gap="14px" mt="3" align="flex-start" wrap="wrap">
        <Box w="180px" h="180px" bg="paper">
          {picture && <img src={picture} alt="The link as a code for a phone’s camera" width={180} height={180} />}
        </Box>
        <Flex direction="column" gap="8px">
          <Button variant="act" onClick={() => void copy()}>
            {copied === 'yes' ? 'Copied' : 'Copy the address'}
          </Button>
          {copied === 'no' && (
            <Text role="status" fontSize="14px" color="ink2">
              Mark the address and copy it by hand.
            </Text>
          )}
          {opens && (
            <ButtonLink href={url} target="_blank">
              Open it
            </ButtonLink>
          )}
        </Flex>
      </Flex>
    </>
  )
}
