import { createTransport } from 'nodemailer'
import { log } from '../log'

/** What became of a message: it is off where no mail server was named. */
export type MailOutcome = 'sent' | 'failed' | 'off'

export interface Mail {
  to: string
  subject: string
  text: string
}

/** A mail server that does not answer keeps nobody waiting longer. */
const MOST_WAIT_MS = 6000

/** Whether a mail server was named for this app. */
export const isMailSet = (): boolean => Boolean(process.env.AWLBRIGHT_SMTP_URL && process.env.AWLBRIGHT_MAIL_FROM)

/**
 * Hands a message to the mail server that `AWLBRIGHT_SMTP_URL` names. Whatever goes wrong there is noted without the message, which may hold a way in, and
 * never stops the work that it was sent for.
 *
 * @returns `sent` once the server took it, which is not yet that somebody got it
 */
export async function sendMail({ to, subject, text }: Mail): Promise<MailOutcome> {
  if (!isMailSet()) return 'off'
  const server = new URL(process.env.AWLBRIGHT_SMTP_URL ?? '')
  const transport = createTransport({
    url: server.href,
    // a password never goes to a server in the clear, whatever that server offers
    requireTLS: server.username !== '',
    connectionTimeout: MOST_WAIT_MS,
    greetingTimeout: MOST_WAIT_MS,
    socketTimeout: MOST_WAIT_MS,
    disableFileAccess: true,
    disableUrlAccess: true,
  })
  try {
    await transport.sendMail({ from: process.env.AWLBRIGHT_MAIL_FROM, to, subject, text })
    return 'sent'
  } catch (error) {
    log.warn({ code: (error as { code?: unknown }).code ?? null }, 'the mail server did not take a message')
    return 'failed'
  } finally {
    transport.close()
  }
}
