'use client'
import { Box, Field, Flex, Heading, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Mark } from '@/ui/Mark'
import { Notice } from '@/ui/Notice'
import { Sheet } from '@/ui/Sheet'

/** The door. Accounts are made by the crew's office. */
export function SignIn({ to }: { to: string }) {
  const [state, setState] = useState<{ kind: 'idle' | 'asking' } | { kind: 'failed'; message: string }>({
    kind: 'idle',
  })
  const submit = async (form: FormData) => {
    setState({ kind: 'asking' })
    try {
      const response = await fetch('/api/auth/sign-in/email', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ email: String(form.get('email')).trim(), password: form.get('password') }),
      })
      if (response.ok) return window.location.assign(to)
      setState({
        kind: 'failed',
        message:
          response.status === 429
            ? 'Too many tries. Wait a minute, then try again.'
            : response.status >= 500
              ? 'The server is in trouble. Try again in a moment.'
              : 'That address and password do not go together.',
      })
    } catch {
      setState({ kind: 'failed', message: 'There is no connection to the server. Pages you opened before still work.' })
    }
  }
  return (
    <Flex minH="100dvh" align="center" justify="center" p="16px">
      <Box w="100%" maxW="380px">
        <Flex align="center" gap="10px" mb="4">
          <Mark />
          <Heading as="h1" fontSize="26px">
            Awlbright
          </Heading>
        </Flex>
        <Sheet p="20px">
          <form
            onSubmit={(event) => {
              event.preventDefault()
              void submit(new FormData(event.currentTarget))
            }}
          >
            <Flex direction="column" gap="14px">
              <Field.Root required>
                <Field.Label>E-mail</Field.Label>
                <Input name="email" type="email" autoComplete="username" required />
              </Field.Root>
              <Field.Root required>
                <Field.Label>Password</Field.Label>
                <Input name="password" type="password" autoComplete="current-password" required />
              </Field.Root>
              {state.kind === 'failed' && <Notice kind="error">{state.message}</Notice>}
              <Button type="submit" variant="act" size="lg" disabled={state.kind === 'asking'}>
                {state.kind === 'asking' ? 'Signing in…' : 'Sign in'}
              </Button>
            </Flex>
          </form>
        </Sheet>
        <Text color="ink2" fontSize="14px" mt="3">
          No account? Your crew’s office makes one.
        </Text>
      </Box>
    </Flex>
  )
}
