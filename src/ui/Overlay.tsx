'use client'
import { Box, Dialog, Portal, Text } from '@chakra-ui/react'
import { X } from 'lucide-react'
import { type ReactNode, Suspense, useEffect, useRef } from 'react'
import { Button } from './Button'
import { PartBoundary } from './PartBoundary'

/** A sheet laid over the bench; Escape and the cross close it, focus goes back to where it came from. */
export function Overlay({
  title,
  open,
  onClose,
  children,
  wide = false,
}: {
  title: string
  open: boolean
  onClose: () => void
  children: ReactNode
  wide?: boolean
}) {
  return (
    <Dialog.Root
      open={open}
      onOpenChange={({ open: now }) => {
        if (!now) onClose()
      }}
      scrollBehavior="inside"
      placement="center"
      size={wide ? 'lg' : 'md'}
      lazyMount
      unmountOnExit
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet" color="ink" borderRadius="l1" mx="10px">
            <Dialog.Header pb="2" pr="14">
              <Dialog.Title fontFamily="heading">{title}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body pb="5">
              {/* what lies on a sheet may be a script of its own */}
              <PartBoundary>
                <Suspense fallback={<Text color="ink2">One moment…</Text>}>
                  <FocusOnceThere>{children}</FocusOnceThere>
                </Suspense>
              </PartBoundary>
            </Dialog.Body>
            <Dialog.CloseTrigger asChild>
              <Button variant="bare" position="absolute" top="8px" right="8px" aria-label="Close">
                <X size={20} aria-hidden />
              </Button>
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  )
}

const FOCUSABLE = 'input:not([type=hidden]), select, textarea, button, a[href], [tabindex]:not([tabindex="-1"])'

/** The sheet gives the focus to what lies on it first; what comes a moment later takes it then, as long as nobody has moved it. */
function FocusOnceThere({ children }: { children: ReactNode }) {
  const body = useRef<HTMLDivElement>(null)
  useEffect(() => {
    const here = body.current
    const { activeElement } = document
    if (!here?.closest('[role=dialog]')?.contains(activeElement) || here.contains(activeElement)) return
    for (const one of here.querySelectorAll<HTMLElement>(FOCUSABLE)) {
      one.focus()
      // what is hidden or switched off takes none
      if (document.activeElement === one) return
    }
  }, [])
  return <Box ref={body}>{children}</Box>
}
