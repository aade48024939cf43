'use client'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import { toDataURL } from 'qrcode'
import { useState } from 'react'
import { TitledSheet } from '@/ui/Sheet'
import { ApiProblem, postJson } from '../api'
import { DoorForm, type DoorField } from '../signIn/DoorForm'
import { sendCode } from '../signIn/SignIn'

const PASSWORD: readonly DoorField[] = [
  { name: 'factorPassword', label: 'Your password', kind: 'password', autoComplete: 'current-password' },
]
const CODE: readonly DoorField[] = [
  {
    name: 'code',
    label: 'The code it shows',
    kind: 'text',
    autoComplete: 'one-time-code',
    hint: 'From then on it is asked for at each sign-in.',
  },
]

interface Begun {
  secret: string
  picture: string
  recoveryCodes: string[]
}

/** The sign-in library's answer to a wrong password, in the app's words. */
async function withPassword<T>(way: 'enable' | 'disable', password: string): Promise<T> {
  try {
    return await postJson<T>(`/api/auth/two-factor/${way}`, { password })
  } catch (error) {
    if (error instanceof ApiProblem && error.status === 400)
      throw new ApiProblem(400, 'That is not your password.', [
        { path: 'factorPassword', message: 'That is not your password.' },
      ])
    throw error
  }
}

/** A code beside the password: of an authenticator on the phone, so that a password somebody saw opens nothing. */
export function SecondFactorSheet({ isOn, refresh }: { isOn: boolean; refresh: () => Promise<void> }) {
  const [begun, setBegun] = useState<Begun | null>(null)
  return (
    <TitledSheet title="Second factor" note={isOn ? 'on' : 'off'}>
      <Box px="14px" pb="14px" fontSize="14px">
        {isOn ? (
          <TurnOff refresh={refresh} />
        ) : begun === null ? (
          <TurnOn onBegun={setBegun} />
        ) : (
          <ShowFirstCode
            begun={begun}
            onDone={async () => {
              await refresh()
              setBegun(null)
            }}
          />
        )}
      </Box>
    </TitledSheet>
  )
}

function TurnOn({ onBegun }: { onBegun: (begun: Begun) => void }) {
  return (
    <Box maxW="400px">
      <Text color="ink2" mb="3">
        An authenticator on your phone shows a new code every half minute. With it on, a password that somebody saw
        opens nothing.
      </Text>
      <DoorForm
        fields={PASSWORD}
        submitLabel="Turn it on"
        busyLabel="A moment…"
        large={false}
        send={async ({ factorPassword = '' }) => {
          const made = await withPassword<{ totpURI: string; backupCodes: string[] }>('enable', factorPassword)
          onBegun({
            secret: new URL(made.totpURI).searchParams.get('secret') ?? '',
            picture: await toDataURL(made.totpURI, { margin: 1, width: 220 }),
            recoveryCodes: made.backupCodes,
          })
        }}
      />
    </Box>
  )
}

function ShowFirstCode({ begun, onDone }: { begun: Begun; onDone: () => Promise<void> }) {
  return (
    <Flex gap="20px" wrap="wrap">
      <Box>
        <img src={begun.picture} alt="The secret as a code for your authenticator’s camera" width={180} height={180} />
        <Text fontSize="13px" color="ink2" mt="1" maxW="180px">
          or type it in:
        </Text>
        <chakra.code
          fontFamily="mono"
          fontSize="13px"
          overflowWrap="anywhere"
          display="block"
          maxW="180px"
          data-testid="secret"
        >
          {begun.secret}
        </chakra.code>
      </Box>
      <Box flex="1" minW="240px" maxW="400px">
        <Text fontWeight="600">Recovery codes</Text>
        <Text color="ink2">
          Write them down and keep them away from the phone: each lets you in once without it. They are shown once.
        </Text>
        <chakra.ul
          listStyleType="none"
          fontFamily="mono"
          my="2"
          display="grid"
          gridTemplateColumns="1fr 1fr"
          gap="2px 14px"
          data-testid="recovery-codes"
        >
          {begun.recoveryCodes.map((code) => (
            <li key={code}>{code}</li>
          ))}
        </chakra.ul>
        <DoorForm
          fields={CODE}
          submitLabel="Turn it on now"
          busyLabel="A moment…"
          large={false}
          send={async ({ code = '' }) => {
            await sendCode(code)
            await onDone()
          }}
        />
      </Box>
    </Flex>
  )
}

function TurnOff({ refresh }: { refresh: () => Promise<void> }) {
  return (
    <Box maxW="400px">
      <Text color="ink2" mb="3">
        A code of your authenticator is asked for at each sign-in. A lead takes it away where the phone is lost.
      </Text>
      <DoorForm
        fields={PASSWORD}
        submitLabel="Turn it off"
        busyLabel="A moment…"
        large={false}
        send={async ({ factorPassword = '' }) => {
          await withPassword('disable', factorPassword)
          await refresh()
        }}
      />
    </Box>
  )
}
