import type { PersonalLinkKind } from '@/core/crew/personalLinkKind'
import type { Mail } from './sendMail'

const DAY = { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' } as const

/** Where people find the app, without what stands behind it. */
const address = () => process.env.BETTER_AUTH_URL ?? ''

const WORDS: Readonly<
  Record<PersonalLinkKind, { subject: (crew: string) => string; what: (by: string, crew: string) => string }>
> = {
  invitation: {
    subject: (crew) => `You are invited to ${crew} on Awlbright`,
    what: (by, crew) =>
      `${by} invites you to ${crew}. Open this on the device you will work with, and choose a password there:`,
  },
  newPassword: {
    subject: () => 'A new password for Awlbright',
    what: (by) => `${by} made a link by which you choose a new password. The old one works until then:`,
  },
}

/** A link of somebody's own as a message to them. It works once, and whoever has the message has the link: it says so. */
export function linkMail(link: {
  kind: PersonalLinkKind
  name: string
  email: string
  path: string
  expiresAt: string
  madeByName: string
  crewName: string
}): Mail {
  const { kind, name, email, path, expiresAt, madeByName, crewName } = link
  const { subject, what } = WORDS[kind]
  return {
    to: email,
    subject: subject(crewName),
    text: [
      `${name},`,
      '',
      what(madeByName, crewName),
      '',
      `${address()}${path}`,
      '',
      `It works once, until ${new Date(expiresAt).toLocaleDateString('en-GB', DAY)}. Whoever has it gets in as you: pass it on to nobody.`,
      'If you did not expect this, do nothing, and tell whoever leads the crew.',
      '',
    ].join('\n'),
  }
}
