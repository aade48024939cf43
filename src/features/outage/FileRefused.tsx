import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'

/** What is wrong with a picked file, until somebody closes it. */
export function FileRefused({ message, onClose }: { message: string; onClose: () => void }) {
  return (
    <Notice
      kind="error"
      mx="12px"
      mb="12px"
      action={
        <Button size="sm" onClick={onClose}>
          Close
        </Button>
      }
    >
      {message}
    </Notice>
  )
}
