import type { MailOutcome } from '@/server/mail/sendMail'
import { Notice } from '@/ui/Notice'

/** What became of the message with a link; nothing where no mail is sent. */
export function MailNotice({ mail }: { mail: MailOutcome }) {
  if (mail === 'off') return null
  return mail === 'sent' ? (
    <Notice kind="info" mb="3">
      The mail server took the message with the link. It is shown here as well.
    </Notice>
  ) : (
    <Notice kind="caution" mb="3">
      The mail server did not take the message. Give the link to them yourself.
    </Notice>
  )
}
