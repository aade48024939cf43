'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { LAYER_WORDS } from '@/core/installation/wiring'
import type { FieldIssue } from '@/core/result'
import { graphRemarks } from '@/core/wiring/graphRemarks'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import { MOST_FILE_BYTES, readInstallationFile } from '@/schemas/installationFile'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { FilePick } from '../survey/FilePick'
import { countsOf } from './wiringCounts'
import type { BegunWiring } from './WiringFiles'

/** A wiring read from a file of our own format: what does not fit is said, and what would be stored is shown before. */
export function ImportWiring({ wiring, layer, onClose }: BegunWiring) {
  const [read, setRead] = useState<{ graph: InstallationGraph; name: string } | null>(null)
  const [issues, setIssues] = useState<readonly FieldIssue[]>([])
  const take = (text: string, { name }: File) => {
    const result = readInstallationFile(text)
    setRead(result.ok ? { graph: result.value, name } : null)
    setIssues(result.ok ? [] : result.error)
  }
  const remarks = read ? graphRemarks(read.graph) : []
  return (
    <Flex direction="column" gap="12px" fontSize="14px">
      <Text color="ink2">
        Our own open JSON, described in the formats. It takes the place of the wiring {LAYER_WORDS[layer]}; the one
        before stays on record.
      </Text>
      <FilePick
        label="Installation file"
        accept=".json,application/json"
        maxBytes={MOST_FILE_BYTES}
        onText={take}
        onError={(message) => {
          setRead(null)
          setIssues([{ path: '', message }])
        }}
      />
      {issues.length > 0 && (
        <Notice kind="error">
          <Text fontWeight="600">The file does not fit. The wiring is as it was.</Text>
          <Box as="ul" pl="18px" css={{ listStyle: 'disc' }}>
            {issues.map(({ path, message }) => (
              <li key={`${path} ${message}`}>
                {path && !message.startsWith(path) ? (
                  <>
                    <code>{path}</code>: {message}
                  </>
                ) : (
                  message
                )}
              </li>
            ))}
          </Box>
        </Notice>
      )}
      {read && (
        <Text>
          <b>{read.name}</b>: {countsOf(read.graph)}.
        </Text>
      )}
      {remarks.length > 0 && (
        <Notice kind="caution">
          It can be taken and is drawn with what is wrong marked:
          <Box as="ul" pl="18px" css={{ listStyle: 'disc' }}>
            {remarks.slice(0, 12).map(({ id, message }) => (
              <li key={`${id} ${message}`}>
                {id}: {message}
              </li>
            ))}
          </Box>
        </Notice>
      )}
      {read && (
        <Flex>
          <Button
            variant="act"
            onClick={() => {
              void wiring.store(read.graph, `Read from ${read.name}`).then(onClose)
            }}
          >
            Take it {LAYER_WORDS[layer]}
          </Button>
        </Flex>
      )}
    </Flex>
  )
}
