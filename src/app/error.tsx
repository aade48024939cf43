'use client'
import { MessagePage } from '@/features/MessagePage'

export default function ErrorPage() {
  return (
    <MessagePage title="The page could not be made" action={{ href: '', label: 'Try again' }}>
      The server is in trouble or out of reach. What you entered is kept on this device and sent later.
    </MessagePage>
  )
}
