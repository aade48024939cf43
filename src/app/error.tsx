'use client'
import { Box } from '@chakra-ui/react'
import { MessagePage } from '@/features/MessagePage'
import { BROKEN_PAGE } from '@/ui/brokenPageWords'
import { useLampAsRemembered } from '@/ui/useLamp'
import { useTryAgain } from '@/ui/useTryAgain'

export default function ErrorPage() {
  // where the server could not even begin, nothing has come that would have done it
  useLampAsRemembered()
  const leftS = useTryAgain()
  return (
    <MessagePage title={BROKEN_PAGE.title} action={{ href: '', label: BROKEN_PAGE.again }}>
      {BROKEN_PAGE.words}
      <Box mt="2" minH="1.5em">
        {BROKEN_PAGE.waiting(leftS)}
      </Box>
    </MessagePage>
  )
}
