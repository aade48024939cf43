import { MessagePage } from '@/features/MessagePage'

export default function NotFound() {
  return (
    <MessagePage title="There is nothing here" action={{ href: '/', label: 'To the jobs' }}>
      The address is wrong, or the job belongs to another crew.
    </MessagePage>
  )
}
