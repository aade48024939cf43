'use client'
import { Box, Field, Flex, Grid, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { EquipmentView } from '@/server/useCases/equipment'
import { Button, ButtonLink } from '@/ui/Button'
import { day } from '@/ui/clock'
import { Notice } from '@/ui/Notice'
import { postForm, problemWords } from '../api'

/** Documents of the maker, kept as they came. */
export function EquipmentFiles({
  piece: { id, files },
  mayAdd,
  refresh,
}: {
  piece: EquipmentView
  mayAdd: boolean
  refresh: () => Promise<void>
}) {
  return (
    <Box as="section" aria-label="Documents">
      <Text fontWeight="600" fontSize="15px">
        Documents
      </Text>
      {files.length === 0 && (
        <Text fontSize="14px" color="ink2">
          None on file. What only the maker can state is best kept with its page.
        </Text>
      )}
      {files.map((file) => (
        <Flex key={file.id} align="center" gap="10px" fontSize="14px" minH="40px" wrap="wrap">
          <Text flex="1" minW="200px" overflowWrap="anywhere">
            {file.label}
            <Text as="span" color="ink2">
              {' '}
              – {file.fileName}, by {file.byName}, {day(file.at.slice(0, 10))}
            </Text>
          </Text>
          <ButtonLink size="sm" href={`/api/equipment/files/${file.id}`} download aria-label={`Save ${file.label}`}>
            Save
          </ButtonLink>
        </Flex>
      ))}
      {mayAdd && <NextFile equipmentId={id} refresh={refresh} />}
    </Box>
  )
}

function NextFile({ equipmentId, refresh }: { equipmentId: string; refresh: () => Promise<void> }) {
  const [failure, setFailure] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const [id, setId] = useState(() => uuidv7())
  const send = async (form: HTMLFormElement) => {
    setFailure(null)
    setBusy(true)
    try {
      const data = new FormData(form)
      data.set('id', id)
      await postForm(`/api/equipment/${equipmentId}/files`, data)
      form.reset()
      setId(uuidv7())
      await refresh()
    } catch (error) {
      setFailure(problemWords(error))
    }
    setBusy(false)
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void send(event.currentTarget)
      }}
    >
      <Grid templateColumns={{ base: '1fr', sm: 'repeat(2, minmax(0, 1fr))' }} gap="8px 14px" mt="2">
        <Field.Root required>
          <Field.Label fontSize="14px">What it is</Field.Label>
          <Input name="label" required maxLength={80} placeholder="Declaration of the fault current" />
        </Field.Root>
        <Field.Root required>
          <Field.Label fontSize="14px">File (PDF or picture)</Field.Label>
          <Input name="file" type="file" required accept="application/pdf,image/jpeg,image/png" pt="8px" />
        </Field.Root>
      </Grid>
      {failure && (
        <Notice kind="error" mt="2">
          {failure}
        </Notice>
      )}
      <Button type="submit" size="sm" mt="3" disabled={busy}>
        {busy ? 'Adding…' : 'Add the document'}
      </Button>
    </form>
  )
}
