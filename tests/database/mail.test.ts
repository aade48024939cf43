import { SMTPServer } from 'smtp-server'
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { freePort } from '../support/freePort'
import { type TestCrew, db, makeCrew } from '../support/database'

let crew: TestCrew
let server: SMTPServer | null = null
beforeAll(async () => {
  crew = await makeCrew()
})
afterEach(async () => {
  vi.unstubAllEnvs()
  const closing = server
  server = null
  if (closing) await new Promise<void>((done) => closing.close(() => done()))
})

interface Received {
  to: string[]
  from: string
  text: string
}

/** A mail server on this machine that keeps what it is given, or takes nothing. */
async function mailServer({ takes }: { takes: boolean }): Promise<Received[]> {
  const received: Received[] = []
  const port = await freePort()
  server = new SMTPServer({
    disabledCommands: ['STARTTLS', 'AUTH'],
    onData(stream, session, done) {
      const chunks: Buffer[] = []
      stream.on('data', (chunk: Buffer) => chunks.push(chunk))
      stream.on('end', () => {
        if (!takes) return done(new Error('the box is full'))
        const { mailFrom, rcptTo } = session.envelope
        received.push({
          to: rcptTo.map(({ address }) => address),
          from: mailFrom === false ? '' : mailFrom.address,
          text: Buffer.concat(chunks).toString('utf8'),
        })
        done()
      })
    },
  })
  const starting = server
  await new Promise<void>((ready) => starting.listen(port, '127.0.0.1', ready))
  vi.stubEnv('AWLBRIGHT_SMTP_URL', `smtp://127.0.0.1:${port}`)
  vi.stubEnv('AWLBRIGHT_MAIL_FROM', 'crew@mail.example')
  vi.stubEnv('BETTER_AUTH_URL', 'https://crew.example')
  return received
}

let nth = 0
const invite = () =>
  call(USE_CASES.invitePerson, db, crew.actor('lead'), {
    name: 'Newcomer',
    email: `newcomer-${nth++}-${crew.crewId}@mail.example`,
    role: 'hand',
    days: 3,
  } as never)

/** A long line is folded on its way, with a sign at its end. */
const unfolded = (text: string) => text.replace(/=\r\n/g, '').replaceAll('=3D', '=')

describe('a mail server of the crew’s own', () => {
  it('takes an invitation to whom it is for, with the link that is shown as well', async () => {
    const received = await mailServer({ takes: true })
    const { path, mail } = await invite()
    expect(mail).toBe('sent')
    expect(received).toHaveLength(1)
    const [message] = received
    expect(message?.from).toBe('crew@mail.example')
    expect(message?.to[0]).toMatch(/^newcomer-.*@mail\.example$/)
    expect(unfolded(message?.text ?? '')).toContain(`https://crew.example${path}`)
  })

  it('takes a link for a new password to the address of the account, whoever makes it', async () => {
    const received = await mailServer({ takes: true })
    const hand = crew.actor('hand')
    const { path, mail } = await call(USE_CASES.makePasswordLink, db, crew.actor('lead'), {
      userId: hand.userId,
    } as never)
    expect(mail).toBe('sent')
    expect(unfolded(received[0]?.text ?? '')).toContain(path)
    expect(received[0]?.to).toHaveLength(1)
  })

  it('that takes nothing stops nobody: the link works and is shown', async () => {
    await mailServer({ takes: false })
    const { path, mail } = await invite()
    expect([mail, path.startsWith('/join/')]).toEqual(['failed', true])
  })

  it('that offers no encryption is told no password, and gets no message', async () => {
    const received = await mailServer({ takes: true })
    const open = new URL(process.env.AWLBRIGHT_SMTP_URL ?? '')
    vi.stubEnv('AWLBRIGHT_SMTP_URL', `smtp://crew:secret-word@${open.host}`)
    expect((await invite()).mail).toBe('failed')
    expect(received).toEqual([])
  })

  it('that is not there stops nobody either', async () => {
    vi.stubEnv('AWLBRIGHT_SMTP_URL', `smtp://127.0.0.1:${await freePort()}`)
    vi.stubEnv('AWLBRIGHT_MAIL_FROM', 'crew@mail.example')
    expect((await invite()).mail).toBe('failed')
  })

  it('is not needed: without one nothing is sent, and the crew is told so', async () => {
    vi.stubEnv('AWLBRIGHT_SMTP_URL', '')
    expect((await invite()).mail).toBe('off')
    expect((await call(USE_CASES.viewCrew, db, crew.actor('lead'), {})).sendsMail).toBe(false)
  })
})
