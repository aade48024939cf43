'use client'
import { Box, chakra } from '@chakra-ui/react'
import { Check, Copy } from 'lucide-react'
import { useState } from 'react'
import { Button } from '@/ui/Button'

/** A text that is ready to send: to be read, changed before sending, and copied whole. */
export function CopyText({ text, label }: { text: string; label: string }) {
  const [copied, setCopied] = useState<'yes' | 'no' | null>(null)
  const [own, setOwn] = useState(text)
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(own)
      setCopied('yes')
    } catch {
      // without the right to the clipboard the text is still there to be marked
      setCopied('no')
    }
  }
  return (
    <Box>
      <chakra.textarea
        aria-label={label}
        value={own}
        onChange={(event) => setOwn(event.target.value)}
        rows={Math.min(16, own.split('\n').length + 2)}
        w="100%"
        p="10px"
        bg="sheet2"
        borderWidth="1px"
        borderColor="rule2"
        borderRadius="l1"
        fontSize="14px"
        lineHeight="1.45"
      />
      <Button mt="8px" onClick={() => void copy()}>
        {copied === 'yes' ? <Check size={17} aria-hidden /> : <Copy size={17} aria-hidden />}{' '}
        {copied === 'yes' ? 'Copied' : copied === 'no' ? 'Mark the text and copy it by hand' : 'Copy'}
      </Button>
    </Box>
  )
}
