import { Notice } from '@/ui/Notice'

/** What is wrong with a file, or why it was not taken in; nothing while nothing is. */
export function Wrong({ words }: { words: string | null }) {
  if (words === null) return null
  return (
    <Notice kind="error" mt="10px">
      {words}
    </Notice>
  )
}
