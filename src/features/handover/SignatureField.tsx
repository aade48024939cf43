'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useEffect, useRef } from 'react'
import SignaturePad from 'signature_pad'
import { drawingOf } from '@/core/handover/signature'
import { Button } from '@/ui/Button'

const HEIGHT = 140

/** A field to sign in by finger, pen or mouse. */
export function SignatureField({ onDrawn }: { onDrawn: (drawing: string | null) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const pad = useRef<SignaturePad | null>(null)
  const tell = useRef(onDrawn)
  tell.current = onDrawn
  useEffect(() => {
    const field = canvas.current
    if (!field) return
    // as many dots as the screen has, so that a stroke is no staircase
    const scale = window.devicePixelRatio || 1
    field.width = field.offsetWidth * scale
    field.height = field.offsetHeight * scale
    field.getContext('2d')?.scale(scale, scale)
    const own = new SignaturePad(field, { penColor: getComputedStyle(field).color })
    own.addEventListener('endStroke', () =>
      tell.current(
        drawingOf(
          own.toData().map(({ points }) => points),
          field.offsetWidth,
          field.offsetHeight,
        ),
      ),
    )
    pad.current = own
    return () => own.off()
  }, [])
  return (
    <Box>
      <Flex align="center" gap="10px" pb="4px">
        <Text color="ink2">Sign here with a finger, or leave it empty and sign by name.</Text>
        <Button
          size="sm"
          ml="auto"
          onClick={() => {
            pad.current?.clear()
            onDrawn(null)
          }}
        >
          Clear
        </Button>
      </Flex>
      <Box
        asChild
        w="100%"
        h={`${HEIGHT}px`}
        borderWidth="1px"
        borderColor="rule2"
        bg="paper"
        color="ink"
        css={{ touchAction: 'none' }}
      >
        <canvas ref={canvas} aria-label="Field for the signature" />
      </Box>
    </Box>
  )
}
