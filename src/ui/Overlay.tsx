'use client'
import { Dialog, Portal, Text } from '@chakra-ui/react'
import { X } from 'lucide-react'
import { type ReactNode, Suspense } from 'react'
import { Button } from './Button'

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
              <Suspense fallback={<Text color="ink2">One moment…</Text>}>{children}</Suspense>
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
