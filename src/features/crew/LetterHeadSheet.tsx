'use client'
import { Box, Field, Flex, Input, Text, Textarea, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { postForm, problemWords } from '../api'
import { useHabits } from './useHabits'

/** How the crew's packs begin: its logo, its name, and the lines under it. */
export function LetterHeadSheet({ may }: { may: boolean }) {
  const { habits, failure, refresh } = useHabits()
  const [told, setTold] = useState<{ kind: 'error' | 'info'; message: string } | null>(null)
  const [busy, setBusy] = useState(false)
  const send = async (data: FormData) => {
    setTold(null)
    setBusy(true)
    try {
      await postForm('/api/crew/letter-head', data)
      await refresh()
      setTold({ kind: 'info', message: 'Saved. Packs that are sealed from now on begin with it.' })
    } catch (error) {
      setTold({ kind: 'error', message: problemWords(error) })
    }
    setBusy(false)
  }
  return (
    <TitledSheet title="Letter head" note="on the first page of every report">
      <Box px="14px" pb="14px" fontSize="14px" maxW="640px">
        {failure !== null && failure !== undefined && <Notice kind="error">{problemWords(failure)}</Notice>}
        {habits && (
          <>
            <Flex
              gap="16px"
              align="center"
              borderWidth="1px"
              borderColor="rule"
              p="12px"
              mb="12px"
              bg="white"
              color="black"
            >
              {habits.logo !== null && (
                <chakra.img
                  src={`/api/crew/logo?of=${habits.logo.slice(0, 16)}`}
                  alt="Logo of the crew"
                  maxH="64px"
                  maxW="190px"
                  objectFit="contain"
                />
              )}
              <Box minW="0">
                <Text fontWeight="600">{habits.name}</Text>
                <Text whiteSpace="pre-line" overflowWrap="anywhere">
                  {habits.letterHead ?? ''}
                </Text>
              </Box>
            </Flex>
            {may && (
              <form
                key={`${habits.logo} ${habits.letterHead}`}
                onSubmit={(event) => {
                  event.preventDefault()
                  void send(new FormData(event.currentTarget))
                }}
              >
                <Field.Root>
                  <Field.Label fontSize="14px">Lines under the name</Field.Label>
                  <Textarea
                    name="letterHead"
                    rows={4}
                    maxLength={400}
                    defaultValue={habits.letterHead ?? ''}
                    placeholder="How you are reached, what you are registered as"
                  />
                </Field.Root>
                <Field.Root mt="10px">
                  <Field.Label fontSize="14px">Logo (PNG or JPEG, 4 MB at most)</Field.Label>
                  <Input name="file" type="file" accept="image/png,image/jpeg,image/webp" pt="8px" />
                </Field.Root>
                <Flex gap="8px" mt="12px" wrap="wrap">
                  <Button type="submit" variant="act" size="sm" disabled={busy}>
                    {busy ? 'Saving…' : 'Save the letter head'}
                  </Button>
                  {habits.logo !== null && (
                    <Button
                      size="sm"
                      disabled={busy}
                      onClick={() => {
                        const data = new FormData()
                        data.set('letterHead', habits.letterHead ?? '')
                        data.set('logo', 'remove')
                        void send(data)
                      }}
                    >
                      Take the logo off
                    </Button>
                  )}
                </Flex>
              </form>
            )}
            {told && (
              <Notice kind={told.kind} mt="10px">
                {told.message}
              </Notice>
            )}
          </>
        )}
      </Box>
    </TitledSheet>
  )
}
