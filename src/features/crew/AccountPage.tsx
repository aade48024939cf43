'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { Actor } from '@/server/access'
import type { AccountView } from '@/server/useCases/account'
import { TitledSheet } from '@/ui/Sheet'
import { callUseCase } from '../api'
import { ButtonLink } from '@/ui/Button'
import { PageHead } from '../PageHead'
import { DoorForm } from '../signIn/DoorForm'
import { newPasswordField } from '../signIn/passwordField'
import { LicenceWord } from './LicenceWord'
import { SecondFactorSheet } from './SecondFactorSheet'
import { SessionsSheet } from './SessionsSheet'

const KEY = ['account'] as const

/** A person's own page: who they are here, their password, and where they are signed in. */
export function AccountPage({ actor, first }: { actor: Actor; first: AccountView }) {
  const queries = useQueryClient()
  const { data: account } = useQuery({
    queryKey: KEY,
    queryFn: () => callUseCase('viewAccount', {}),
    initialData: first,
    staleTime: 30_000,
  })
  const refresh = () => queries.invalidateQueries({ queryKey: KEY })
  return (
    <Box minH="100dvh">
      <PageHead title="Your account" actor={actor}>
        <ButtonLink href="/" size="sm">
          Jobs
        </ButtonLink>
      </PageHead>
      <Flex as="main" direction="column" gap="12px" maxW="760px" mx="auto" px={{ base: '10px', md: '24px' }} py="20px">
        <TitledSheet title={account.name}>
          <Flex px="14px" pb="12px" gap="6px 32px" wrap="wrap" fontSize="14px">
            <Text overflowWrap="anywhere">{account.email}</Text>
            <Text>
              {account.role} of {account.crewName}
            </Text>
            <Box>
              Licence: <LicenceWord {...account} />
            </Box>
          </Flex>
          <Text px="14px" pb="12px" fontSize="13px" color="ink2">
            Name, role and licence are changed by a lead.
          </Text>
        </TitledSheet>
        <OwnPassword refresh={refresh} />
        <SecondFactorSheet isOn={account.secondFactor} refresh={refresh} />
        <SessionsSheet account={account} refresh={refresh} />
      </Flex>
    </Box>
  )
}

const PASSWORD_FIELDS = [
  { name: 'current', label: 'Present password', kind: 'password', autoComplete: 'current-password' },
  newPasswordField('next', 'New password'),
] as const

function OwnPassword({ refresh }: { refresh: () => Promise<void> }) {
  // a form that was answered begins anew: no password stays in the page
  const [changed, setChanged] = useState(0)
  return (
    <TitledSheet title="Password">
      <Box px="14px" pb="14px" maxW="400px">
        <DoorForm
          key={changed}
          fields={PASSWORD_FIELDS}
          submitLabel="Change the password"
          busyLabel="Changing…"
          large={false}
          send={async ({ current = '', next = '' }) => {
            await callUseCase('changeOwnPassword', { current, next })
            await refresh()
            setChanged(changed + 1)
          }}
        />
        {changed > 0 && (
          <Text role="status" mt="2" fontSize="14px">
            Your password is changed. Your other devices have to sign in again.
          </Text>
        )}
      </Box>
    </TitledSheet>
  )
}
