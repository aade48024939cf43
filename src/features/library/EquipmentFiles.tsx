'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import type { EquipmentView } from '@/server/useCases/equipment'
import { ButtonLink } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { AddPaper, type PaperField } from '../crew/AddPaper'

const FIELDS: readonly PaperField[] = [
  { name: 'label', label: 'What it is', type: 'text', required: true, placeholder: 'Declaration of the fault current' },
  { name: 'file', label: 'File (PDF or picture)', type: 'file', required: true },
]

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
  const { dayOf } = useTimes()
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
              – {file.fileName}, by {file.byName}, {dayOf(file.at)}
            </Text>
          </Text>
          <ButtonLink size="sm" href={`/api/equipment/files/${file.id}`} download aria-label={`Save ${file.label}`}>
            Save
          </ButtonLink>
        </Flex>
      ))}
      {mayAdd && (
        <AddPaper
          path={`/api/equipment/${id}/files`}
          fields={FIELDS}
          submitLabel="Add the document"
          refresh={refresh}
        />
      )}
    </Box>
  )
}
